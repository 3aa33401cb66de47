/** Calls to our own API from the page. */
export interface Problem {
  readonly status: number;
  readonly detail: string;
  readonly body: Record<string, unknown>;
}
export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | ({ readonly ok: false } & Problem)
  | { readonly ok: false; readonly status: 0; readonly detail: string; readonly body: Record<string, never> };

/** Sends a file as it is. */
export const send = <T>(address: string, file: Blob): Promise<Answer<T>> =>
  asked(address, { method: 'POST', headers: { accept: 'application/json' }, body: file });

/** Status 0 means that the server could not be reached. @param keepalive sent to its end also where the page is left */
export async function call<T>(
  method: string,
  address: string,
  body?: unknown,
  headers: Record<string, string> = {},
  keepalive = false,
): Promise<Answer<T>> {
  return asked<T>(address, {
    method,
    keepalive,
    headers: {
      accept: 'application/json',
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
}

async function asked<T>(address: string, request: RequestInit): Promise<Answer<T>> {
  let response: Response;
  try {
    response = await fetch(address, request);
  } catch {
    return { ok: false, status: 0, detail: 'The server can not be reached.', body: {} };
  }
  const text = await response.text();
  let value: unknown;
  try {
    value = text === '' ? undefined : JSON.parse(text);
  } catch {
    value = undefined;
  }
  if (response.ok) return { ok: true, value: value as T };
  const problem = (value ?? {}) as Record<string, unknown>;
  // A session that ended: what was not sent yet is kept in the browser, and sent after signing in again.
  if (response.status === 401 && String(problem['type']).endsWith('#sign-in-first'))
    location.assign(`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`);
  return {
    ok: false,
    status: response.status,
    detail: typeof problem['detail'] === 'string' ? problem['detail'] : response.statusText,
    body: problem,
  };
}
