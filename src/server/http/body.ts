/** Request bodies: read up to a limit, parsed, held against a schema. */
import type { z } from 'zod';
import { ApiError, type ProblemDetail } from './problem';

const MB = 1024 * 1024;
/** Lists up to 8 MB; a body that carries one in JSON is a little larger. */
export const LIST_LIMIT = 8 * MB;
export const BODY_LIMIT = 10 * MB;
/** Deeper nesting than any body of ours has; it would only cost the parser its stack. */
const DEPTH_LIMIT = 64;

/** @throws 413 */
export async function readBytes(request: Request, limit = BODY_LIMIT, advice = 'split the list'): Promise<Uint8Array> {
  const tooLarge = () => new ApiError(413, 'too-large', `The body is larger than ${limit / MB} MB; ${advice}.`);
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.byteLength;
    if (size > limit) throw tooLarge();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

async function readText(request: Request): Promise<string> {
  const bytes = await readBytes(request);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new ApiError(400, 'not-utf8', 'The body is not UTF-8; save it as UTF-8 and send it again.');
  }
}

function depthOf(text: string): number {
  let depth = 0;
  let most = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (quoted) {
      if (c === '\\') i++;
      else if (c === '"') quoted = false;
    } else if (c === '"') quoted = true;
    else if (c === '{' || c === '[') most = Math.max(most, ++depth);
    else if (c === '}' || c === ']') depth--;
  }
  return most;
}

/** The problems that a schema found, by field. */
export const schemaProblems = (error: z.ZodError): ProblemDetail[] =>
  error.issues
    .slice(0, 50)
    .map((issue) => ({ code: 'wrong-value', message: issue.message, field: issue.path.join('.') }));

/** @throws 422 with the problems by field where the value does not meet the schema */
export function meets<T>(schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const problems = schemaProblems(parsed.error);
  const first = problems[0]!;
  throw new ApiError(422, 'wrong-value', `${first.field ? `${first.field}: ` : ''}${first.message}`, problems);
}

/** @throws 400 for malformed JSON, 413 for too large, 415 for another type, 422 where the schema is not met */
export async function readJson<T>(request: Request, schema: z.ZodType<T>): Promise<{ body: T; text: string }> {
  const type = request.headers.get('content-type') ?? 'application/json';
  if (!/^application\/([\w.-]+\+)?json\b/i.test(type))
    throw new ApiError(415, 'not-json', 'Send JSON, with content-type application/json.');
  const text = await readText(request);
  if (depthOf(text) > DEPTH_LIMIT)
    throw new ApiError(400, 'too-nested', `The JSON is nested deeper than ${DEPTH_LIMIT} levels.`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new ApiError(400, 'broken-json', `The body is not JSON: ${(error as Error).message}`);
  }
  return { body: meets(schema, value), text };
}
