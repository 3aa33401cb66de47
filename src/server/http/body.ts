/** Request bodies: read up to a limit, parsed, held against a schema. */
import type { z } from 'zod';
import { depthOfJson } from '../../core/list';
import { BODY_LIMIT } from '../settings.mjs';
import { BROKEN } from './broken';
import { ApiError, type ProblemDetail } from './problem';
import { unknownKey } from './strict';

const MB = 1024 * 1024;
/** Lists up to 8 MB; a body that carries one in JSON is a little larger. */
export const LIST_LIMIT = 8 * MB;
/** Deeper nesting than any body of ours has; it would only cost the parser its stack. */
const DEPTH_LIMIT = 64;

/**
 * So much of a body that is too large is still taken, and thrown away: a client that is cut off while it sends can't read
 * why. One that sends more is cut off.
 */
const DRAINED = 64 * MB;

/** @throws 413 */
export async function readBytes(request: Request, limit = BODY_LIMIT, advice = 'split the list'): Promise<Uint8Array> {
  const tooLarge = () => new ApiError(413, 'too-large', `The body is larger than ${limit / MB} MB; ${advice}.`);
  if (Number(request.headers.get('content-length') ?? 0) > DRAINED) throw tooLarge();
  let chunks: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength;
      if (size > DRAINED) break;
      if (size <= limit) chunks.push(chunk);
      else chunks = [];
    }
  } catch {
    // Whoever sent it is gone, or was too slow.
    throw new ApiError(400, 'cut-off', 'The body ended before all of it was here.');
  }
  if (size > limit) throw tooLarge();
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

/** The problems that a schema found, by field. */
export const schemaProblems = (error: z.ZodError): ProblemDetail[] =>
  error.issues
    .slice(0, 50)
    .map((issue) => ({ code: 'wrong-value', message: issue.message, field: issue.path.join('.') }));

/** Where a value has text that can't be stored: a NUL, or half of a surrogate pair. A list is mended when it is read. */
function brokenAt(value: unknown, path: string[] = []): string | undefined {
  if (typeof value === 'string') return BROKEN.test(value) ? path.join('.') : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, own] of Object.entries(value)) {
    if (BROKEN.test(key)) return path.join('.') || 'a name';
    if (path.length === 0 && key === 'list') continue;
    const found = brokenAt(own, [...path, key]);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** Lists come from files of any sort: what can't be stored is left out, or stands as the sign for what is unknown. */
const storable = (text: string): string =>
  BROKEN.test(text) ? text.replaceAll('\0', '').replace(/\p{Surrogate}/gu, '\ufffd') : text;

/** @throws 422 with the problems by field where the value does not meet the schema */
export function meets<T>(schema: z.ZodType<T>, value: unknown): T {
  const broken = brokenAt(value);
  if (broken !== undefined)
    throw new ApiError(
      422,
      'broken-character',
      `${broken || 'The body'} has a character that can't be stored; take it out.`,
      [{ code: 'broken-character', message: 'A NUL, or half of a pair of code units.', field: broken }],
    );
  const list = (value as { list?: unknown } | null)?.list;
  const parsed = schema.safeParse(typeof list === 'string' ? { ...(value as object), list: storable(list) } : value);
  if (parsed.success) {
    const unknown = unknownKey(schema, value, parsed.data);
    if (!unknown) return parsed.data;
    throw new ApiError(422, 'unknown-key', `${unknown.field}: ${unknown.message}`, [
      { code: 'unknown-key', ...unknown },
    ]);
  }
  const problems = schemaProblems(parsed.error);
  const first = problems[0]!;
  throw new ApiError(422, 'wrong-value', `${first.field ? `${first.field}: ` : ''}${first.message}`, problems);
}

export const isJsonType = (type: string): boolean => /^application\/([\w.-]+\+)?json\b/i.test(type);

/** @throws 400 for malformed JSON, 413 for too large, 415 for another type, 422 where the schema is not met */
export async function readJson<T>(request: Request, schema: z.ZodType<T>): Promise<{ body: T; text: string }> {
  const type = request.headers.get('content-type') ?? 'application/json';
  if (!isJsonType(type)) throw new ApiError(415, 'not-json', 'Send JSON, with content-type application/json.');
  const text = await readText(request);
  if (depthOfJson(text, DEPTH_LIMIT) > DEPTH_LIMIT)
    throw new ApiError(400, 'too-nested', `The JSON is nested deeper than ${DEPTH_LIMIT} levels.`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new ApiError(400, 'broken-json', `The body is not JSON: ${(error as Error).message}`);
  }
  return { body: meets(schema, value), text };
}
