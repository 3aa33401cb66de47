/** Answers already given, by the Idempotency-Key of their request. */
import { createHash } from 'node:crypto';
import type { Client } from '../db';
import { ApiError } from './problem';

export interface KeptAnswer {
  readonly key: string;
  /** Tells requests with the same key apart. */
  readonly request: string;
  readonly status: number;
  readonly body: unknown;
  readonly location?: string | null;
}

export const KEY_LIMIT = 200;

export const keyUsed = () => new ApiError(422, 'key-used', 'This Idempotency-Key was used for another request.');

/** The key of a request, where it has one. @throws 422 where it is too long */
export function keyOf(request: Request): string | null {
  const key = request.headers.get('idempotency-key') || null;
  if (key !== null && key.length > KEY_LIMIT)
    throw new ApiError(422, 'long-key', `An Idempotency-Key has ${KEY_LIMIT} characters at the most.`);
  return key;
}

/** What tells a request apart from another with the same key: its method, address and body. */
export const printOf = (request: Request, text: string): string =>
  createHash('sha256')
    .update(`${request.method} ${new URL(request.url).pathname}\n${text}`)
    .digest('hex');

export async function answersFor(db: Client, owner: string, keys: readonly string[]): Promise<Map<string, KeptAnswer>> {
  const { rows } = await db.query<KeptAnswer>(
    'SELECT key, request, status, body, location FROM answers WHERE owner = $1 AND key = ANY($2)',
    [owner, keys],
  );
  return new Map(rows.map((row) => [row.key, row]));
}

export async function keepAnswers(db: Client, owner: string, answers: readonly KeptAnswer[]): Promise<void> {
  if (answers.length === 0) return;
  await db.query(
    `INSERT INTO answers (owner, key, request, status, body)
     SELECT $1, a.key, a.request, a.status, a.body
       FROM jsonb_to_recordset($2::jsonb) AS a (key text, request text, status integer, body jsonb)`,
    [owner, JSON.stringify(answers)],
  );
}
