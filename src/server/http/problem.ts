/** Errors as RFC 9457 problem details. */

export interface ProblemDetail {
  readonly code: string;
  readonly message: string;
  readonly line?: number;
  readonly field?: string;
}

export type Status = 400 | 401 | 403 | 404 | 405 | 406 | 409 | 413 | 415 | 422 | 429 | 500 | 501 | 503;

const titles: Record<Status, string> = {
  400: "The request can't be read",
  401: 'Sign in first',
  403: 'Not allowed from there',
  404: 'Not found',
  405: 'Method not allowed',
  406: 'No such format',
  409: 'Changed meanwhile',
  413: 'Too large',
  415: 'Unknown kind of body',
  422: 'The request makes no sense here',
  429: 'Too many at once',
  500: 'Something went wrong here',
  501: 'Not to be had here',
  503: 'Not ready',
};

/** An error that is answered as it is; anything else thrown is a 500 without its inner words. */
export class ApiError extends Error {
  constructor(
    readonly status: Status,
    readonly code: string,
    message: string,
    readonly problems: readonly ProblemDetail[] = [],
    readonly more: Readonly<Record<string, unknown>> = {},
    readonly headers: Readonly<Record<string, string>> = {},
  ) {
    super(message);
  }
}

/** A value that makes no sense, by the field or the parameter that it was given for. */
export const wrongValue = (field: string, message: string): ApiError =>
  new ApiError(422, 'wrong-value', message, [{ code: 'wrong-value', message, field }]);

export function problemResponse(error: ApiError): Response {
  const { status, code, message, problems, more, headers } = error;
  const body = { type: `/api-docs#${code}`, title: titles[status], status, detail: message, problems, ...more };
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers },
  });
}
