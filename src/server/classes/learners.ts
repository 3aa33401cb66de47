/** Learners: they join by a code with nothing but a name, and come back by the words on their card. */
import { changeChart } from '../charts';
import { told } from '../charts/told';
import { inNameOf, query, transaction } from '../db';
import { ApiError, wrongValue } from '../http/problem';
import {
  type Asker,
  attempted,
  beginSession,
  endSessions,
  forgetAttempts,
  hashed,
  knownDevice,
  matches,
} from '../people';
import type { Who } from '../who';
import { cardKey, codeKey, newCard } from './cards';
import { classFor, tellClass } from './classes';
import { attemptOf } from './guesses';
import { retitleShown } from './shown';
import { titleFor } from './titles';

/** So many are in a class at the most. */
const MOST_LEARNERS = 300;

const noCode = () =>
  new ApiError(404, 'no-such-class', 'No class has this code; look at it once more.', [
    { code: 'no-such-class', message: 'No class has it.', field: 'code' },
  ]);
const taken = (name: string) =>
  new ApiError(
    409,
    'name-taken',
    `Somebody called "${name}" is in this class already. If that is you, come back with the words on your card; else add a letter to your name.`,
    [{ code: 'name-taken', message: 'It is taken in this class.', field: 'name' }],
  );

interface Joining {
  readonly code: string;
  readonly name: string;
  /** The words on a card: of somebody who comes back. */
  readonly card?: string | undefined;
}
interface Joined {
  readonly account: string;
  readonly class: string;
  /** The words for coming back, told once; of whoever came back, nothing. */
  readonly card?: string;
  /** What the browser is to hold. */
  readonly token: string;
}

/**
 * Joins a class, or comes back to it.
 * @throws 404 for a code that is none, 409 for a name that is taken, 403 for a card that is not right, 429 for too many tries
 */
export async function join({ code, name, card }: Joining, asker: Asker): Promise<Joined> {
  const { caller, agent } = asker;
  // A code that is looked for by chance is counted by where that comes from; signing in with passwords is not held up by it.
  const looking = await attempted({ tried: 'class', caller });
  const [of] = await query<{ id: string; open: boolean; approve: boolean }>(
    'SELECT id, open, approve FROM classes WHERE code = $1',
    [codeKey(code)],
  );
  if (!of) throw noCode();
  await looking.right();
  if (card !== undefined) return comeBack(of.id, name, card, asker);
  if (!of.open)
    throw new ApiError(403, 'class-closed', 'Nobody joins this class any more; ask your teacher for a card.');
  // A place in a class is had for a name: one address does not take hundreds.
  await attempted({ tried: 'join', caller: `${of.id} ${caller}` });
  const words = newCard();
  const account = await insertLearner(of.id, name, words, { here: true, waiting: of.approve, caller });
  if (account === undefined) throw taken(name);
  await tellClass(of.id);
  return { account, class: of.id, card: words, token: await beginSession(account, agent) };
}

async function comeBack(of: string, name: string, card: string, { caller, agent, device }: Asker): Promise<Joined> {
  const [known] = await query<{ id: string; card: string | null }>(
    'SELECT id, card FROM accounts WHERE class = $1 AND lower(name) = lower($2)',
    [of, name],
  );
  const own = await knownDevice(device, known?.id);
  const attempt = await attempted({ tried: 'card', at: attemptOf(of, name), caller, device: own });
  if (!(await matches(known?.card, cardKey(card), caller)) || !known)
    throw new ApiError(
      403,
      'wrong-card',
      'The name and the words on the card do not go together; your teacher can make you another card.',
      [{ code: 'wrong-card', message: 'They do not go together.', field: 'card' }],
    );
  await attempt.right();
  await query('UPDATE accounts SET seen_at = now() WHERE id = $1', [known.id]);
  return { account: known.id, class: of, token: await beginSession(known.id, agent) };
}

/** @returns the account; undefined where the name is taken. @throws 409 where the class is full */
async function insertLearner(
  of: string,
  name: string,
  card: string,
  {
    here,
    waiting = false,
    caller = '',
  }: { readonly here: boolean; readonly waiting?: boolean; readonly caller?: string },
): Promise<string | undefined> {
  const hash = await hashed(cardKey(card), caller);
  return transaction(async (db) => {
    await db.query('SELECT FROM classes WHERE id = $1 FOR UPDATE', [of]);
    // Those who wait take nobody's place.
    const { rows } = await db.query<{ count: number }>(
      'SELECT count(*)::int AS count FROM accounts WHERE class = $1 AND waiting = $2',
      [of, waiting],
    );
    if (rows[0]!.count >= MOST_LEARNERS)
      throw waiting
        ? new ApiError(409, 'class-full', `${MOST_LEARNERS} wait to be let into this class; try again later.`)
        : new ApiError(409, 'class-full', `A class has ${MOST_LEARNERS} learners at the most.`);
    const made = await db.query<{ id: string }>(
      `INSERT INTO accounts (name, class, card, letters, seen_at, waiting)
       VALUES ($1, $2, $3, false, CASE WHEN $4 THEN now() END, $5)
       ON CONFLICT (class, lower(name)) WHERE class IS NOT NULL DO NOTHING RETURNING id`,
      [name, of, hash, here, waiting],
    );
    return made.rows[0]?.id;
  });
}

export interface Card {
  readonly learner: string;
  readonly name: string;
  readonly card: string;
}

/** Puts learners into a class before they come, each with a card. @throws 404; 409 where a name is taken: none is put in then */
export async function addLearners(who: Who, id: string, names: readonly string[]): Promise<Card[]> {
  await classFor(who, id);
  const keys = names.map((name) => name.toLowerCase());
  const double = names.find((_, i) => keys.indexOf(keys[i]!) !== i);
  if (double !== undefined) throw wrongValue('names', `"${double}" stands there twice; add a letter to one of them.`);
  const cards = await transaction(async () => {
    const made: Card[] = [];
    for (const name of names) {
      const card = newCard();
      const learner = await insertLearner(id, name, card, { here: false });
      if (learner === undefined) throw taken(name);
      made.push({ learner, name, card });
    }
    return made;
  });
  await tellClass(id);
  return cards;
}

async function learnerFor(who: Who, of: string, id: string): Promise<{ name: string }> {
  await classFor(who, of);
  const [row] = await query<{ name: string }>('SELECT name FROM accounts WHERE class = $1 AND id::text = $2', [of, id]);
  if (!row) throw new ApiError(404, 'not-found', 'There is no such learner in this class.');
  return row;
}

/** Another name, which then stands in the titles of their works. @throws 404, 409 */
export async function renameLearner(who: Who, of: string, id: string, name: string): Promise<void> {
  await learnerFor(who, of, id);
  const done = await query(
    `UPDATE accounts SET name = $2 WHERE id::text = $1 AND NOT EXISTS
       (SELECT FROM accounts o WHERE o.class = accounts.class AND lower(o.name) = lower($2) AND o.id <> accounts.id) RETURNING id`,
    [id, name],
  );
  if (done.length === 0) throw taken(name);
  const works = await query<{ chart: string; revision: number; title: string }>(
    `SELECT w.chart, c.revision, t.title FROM works w JOIN charts c ON c.id = w.chart JOIN tasks t ON t.id = w.task
      WHERE w.learner::text = $1`,
    [id],
  );
  for (const { chart, revision, title } of works)
    await inNameOf(who, () =>
      changeChart(who, chart, { base: revision, change: { type: 'rename', title: titleFor(title, name) } }),
    );
  await retitleShown(who, of);
  await tellClass(of);
}

/** Gives a learner a card, in place of any before. @returns its words */
export async function giveCard(id: string): Promise<string> {
  const card = newCard();
  await query('UPDATE accounts SET card = $2 WHERE id::text = $1', [id, await hashed(cardKey(card))]);
  return card;
}

/** Another card for a learner, in place of the one before; where they are signed in they are no more. */
export async function resetLearner(who: Who, of: string, id: string): Promise<Card> {
  const { name } = await learnerFor(who, of, id);
  const card = await giveCard(id);
  await endSessions(id);
  // Guesses at the card before say nothing of this one.
  await forgetAttempts('card', attemptOf(of, name));
  await tellClass(of);
  return { learner: id, name, card };
}

/** Lets a learner try their card again at once, whoever guessed at it. @throws 404 */
export async function unlockLearner(who: Who, of: string, id: string): Promise<void> {
  const { name } = await learnerFor(who, of, id);
  await forgetAttempts('card', attemptOf(of, name));
  await tellClass(of);
}

/** Lets in those who wait. Ids of nobody who waits are left out. */
export async function letIn(who: Who, of: string, ids: readonly string[]): Promise<void> {
  await classFor(who, of);
  const rows = await query<{ id: string }>(
    'UPDATE accounts SET waiting = false WHERE class = $1 AND id::text = ANY ($2) AND waiting RETURNING id',
    [of, ids],
  );
  for (const { id } of rows) await told({ account: id });
  await tellClass(of);
}

/** Removes learners with all their works, in one step. Ids of nobody in the class are left out. @returns how many */
export async function removeLearners(who: Who, of: string, ids: readonly string[]): Promise<number> {
  await classFor(who, of);
  const { charts, learners } = await transaction(async (db) => {
    const { rows } = await db.query<{ id: string }>(
      'SELECT id FROM accounts WHERE class = $1 AND id::text = ANY ($2) FOR UPDATE',
      [of, ids],
    );
    const some = rows.map(({ id }) => id);
    const gone = await db.query<{ id: string }>(
      `DELETE FROM charts WHERE id IN (SELECT chart FROM works WHERE learner = ANY ($1)
         UNION SELECT shown FROM works WHERE learner = ANY ($1) AND shown IS NOT NULL) RETURNING id`,
      [some],
    );
    await db.query('DELETE FROM accounts WHERE id = ANY ($1)', [some]);
    return { charts: gone.rows, learners: some };
  });
  for (const account of learners) await told({ account });
  for (const chart of charts) await told({ id: chart.id, access: true });
  await tellClass(of);
  return learners.length;
}

/** Removes a learner with all their works. @throws 404 */
export async function removeLearner(who: Who, of: string, id: string): Promise<void> {
  await learnerFor(who, of, id);
  await removeLearners(who, of, [id]);
}
