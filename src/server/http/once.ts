/** Requests with an Idempotency-Key: carried out once, answered alike each time. */
import { createHash } from 'node:crypto';
import { account, query } from '../db';
import { ApiError } from './problem';

export interface Answer {
  readonly status: number;
  readonly body: unknown;
  readonly location?: string;
}

/** Keys being worked on now, so that two at once do not both run. */
const running = new Map<string, Promise<Answer>>();

const respond = ({ status, body, location }: Answer): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store', ...(location && { location }) },
  });

/**
 * @param text the request's body; the same key with another body is an error of the sender's
 * @throws 422 where a key is used again for something else
 */
export async function once(request: Request, text: string, work: () => Promise<Answer>): Promise<Response> {
  const key = request.headers.get('idempotency-key');
  if (!key) return respond(await work());
  if (key.length > 200) throw new ApiError(422, 'long-key', 'An Idempotency-Key has 200 characters at the most.');
  const owner = await account();
  const print = createHash('sha256')
    .update(`${request.method} ${new URL(request.url).pathname}\n${text}`)
    .digest('hex');
  const other = () => new ApiError(422, 'key-used', 'This Idempotency-Key was used for another request.');
  const known = await query<{ request: string; status: number; body: unknown; location: string | null }>(
    'SELECT request, status, body, location FROM answers WHERE owner = $1 AND key = $2',
    [owner, key],
  );
  if (known[0]) {
    const { request: before, status, body, location } = known[0];
    if (before !== print) throw other();
    return respond({ status, body, ...(location && { location }) });
  }
  const busy = running.get(`${owner} ${key} ${print}`);
  if (busy) return respond(await busy);
  const job = work();
  running.set(`${owner} ${key} ${print}`, job);
  try {
    const answer = await job;
    await query(
      'INSERT INTO answers (owner, key, request, status, body, location) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING',
      [owner, key, print, answer.status, JSON.stringify(answer.body), answer.location ?? null],
    );
    await query("DELETE FROM answers WHERE owner = $1 AND at < now() - interval '7 days'", [owner]);
    return respond(answer);
  } finally {
    running.delete(`${owner} ${key} ${print}`);
  }
}
