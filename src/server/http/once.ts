/** Requests with an Idempotency-Key: carried out once, answered alike each time. */
import { transaction } from '../db';
import type { Who } from '../who';
import { answersFor, type KeptAnswer, keyOf, keyUsed, printOf } from './answers';

export type Answer = Pick<KeptAnswer, 'status' | 'body' | 'location'>;

/** Status of an answer that is being worked on: nobody else ever sees it, as it is never committed. */
const AT_WORK = 0;

const respond = ({ status, body, location }: Answer): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store', ...(location && { location }) },
  });

/**
 * The key, the work and the answer are one transaction: whatever is lost on the way, all of it is there or nothing. The same
 * key on another server waits at the key's row until this one is through.
 * @param text the request's body; the same key with another body is an error of the sender's
 * @param work what is done in the database; it is part of the transaction
 * @throws 422 where a key is used again for something else
 */
export async function once(
  { account: owner }: Who,
  request: Request,
  text: string,
  work: () => Promise<Answer>,
): Promise<Response> {
  const key = keyOf(request);
  // Whoever came by a link has no account under which an answer could be kept.
  if (key === null || owner === '') return respond(await work());
  const print = printOf(request, text);
  const answer = await transaction(async (db): Promise<Answer> => {
    const claimed = await db.query(
      "INSERT INTO answers (owner, key, request, status, body) VALUES ($1, $2, $3, $4, 'null') ON CONFLICT DO NOTHING",
      [owner, key, print, AT_WORK],
    );
    if (claimed.rowCount === 0) {
      const before = (await answersFor(db, owner, [key])).get(key)!;
      if (before.request !== print) throw keyUsed();
      return before;
    }
    const made = await work();
    await db.query('UPDATE answers SET status = $3, body = $4, location = $5 WHERE owner = $1 AND key = $2', [
      owner,
      key,
      made.status,
      JSON.stringify(made.body),
      made.location ?? null,
    ]);
    return made;
  });
  return respond(answer);
}
