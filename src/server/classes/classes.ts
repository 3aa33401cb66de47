/** Classes: whose they are, who is in them, and their end. */
import { told } from '../charts/told';
import { query, transaction } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import type { Who } from '../who';
import { newCode } from './cards';
import { lockedIn } from './guesses';

export interface ClassCard {
  readonly id: string;
  readonly name: string;
  readonly code: string;
  /** Learners may join still. */
  readonly open: boolean;
  /** Whoever joins waits until they are let in. */
  readonly approve: boolean;
  /** Learners see the names of others where their works are shown. */
  readonly names: boolean;
  readonly learners: number;
  readonly tasks: number;
}

export interface Learner {
  readonly id: string;
  readonly name: string;
  /** They have a card, by which they come back. */
  readonly card: boolean;
  /** To within a few minutes. */
  readonly seenAt: string | null;
  readonly joinedAt: string;
  /** Not let in yet. */
  readonly waiting: boolean;
  /** Their card was guessed at: each further try waits, up to a minute. */
  readonly locked: boolean;
}

const gone = () => new ApiError(404, 'not-found', 'There is no such class, or it is not yours.');

/** What is heard by whoever looks at a class. */
export const classTopic = (id: string): string => `class:${id}`;
/** Something of a class has changed: who is in it, its tasks, what was handed in. */
export const tellClass = (id: string): Promise<unknown> => told({ id: classTopic(id), work: true });

const COLUMNS = `c.id, c.name, c.code, c.open, c.approve, c.names,
  (SELECT count(*)::int FROM accounts a WHERE a.class = c.id) AS learners,
  (SELECT count(*)::int FROM tasks t WHERE t.class = c.id) AS tasks`;

/** The classes of whoever asks, the newest first. */
export const listClasses = ({ account }: Who): Promise<ClassCard[]> =>
  query<ClassCard & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM classes c WHERE c.teacher = $1 ORDER BY c.made_at DESC, c.id LIMIT 500`,
    [account],
  );

/** @throws 404 for all but the teacher */
export async function classFor({ account }: Who, id: string): Promise<ClassCard> {
  const [row] = await query<ClassCard & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM classes c WHERE c.id = $2 AND c.teacher = $1`,
    [account, id],
  );
  if (!row) throw gone();
  return row;
}

/** Tries at a code that nobody has; the first is good but for one in billions. */
const TRIES = 5;

async function withCode<T>(work: (code: string) => Promise<T | undefined>): Promise<T> {
  for (let i = 0; i < TRIES; i++) {
    const done = await work(newCode());
    if (done !== undefined) return done;
  }
  throw new ApiError(503, 'no-code', 'No code was found; try again.');
}

export const makeClass = ({ account }: Who, name: string): Promise<{ id: string; code: string }> =>
  withCode(async (code) => {
    const [made] = await query<{ id: string; code: string }>(
      'INSERT INTO classes (id, teacher, name, code) VALUES ($1, $2, $3, $4) ON CONFLICT (code) DO NOTHING RETURNING id, code',
      [newId(), account, name, code],
    );
    return made;
  });

export interface ClassChange {
  readonly name?: string | undefined;
  readonly open?: boolean | undefined;
  readonly approve?: boolean | undefined;
  readonly names?: boolean | undefined;
  /** Another code: with the one before nobody joins any more. */
  readonly code?: 'new' | undefined;
}

export async function changeClass(
  who: Who,
  id: string,
  { name, open, approve, names, code }: ClassChange,
): Promise<ClassCard> {
  await classFor(who, id);
  await query(
    `UPDATE classes SET name = coalesce($2, name), open = coalesce($3, open), names = coalesce($4, names),
            approve = coalesce($5, approve) WHERE id = $1`,
    [id, name ?? null, open ?? null, names ?? null, approve ?? null],
  );
  if (code)
    await withCode(async (next) => {
      const [taken] = await query('SELECT FROM classes WHERE code = $1', [next]);
      if (taken) return undefined;
      await query('UPDATE classes SET code = $2 WHERE id = $1', [id, next]);
      return next;
    });
  await tellClass(id);
  return classFor(who, id);
}

/** Removes a class with all of it: learners, tasks, works, marks, remarks. @throws 404 */
export async function removeClass(who: Who, id: string): Promise<void> {
  await classFor(who, id);
  const { learners, charts } = await transaction(async (db) => {
    const known = await db.query<{ id: string }>('SELECT id FROM accounts WHERE class = $1', [id]);
    const made = await db.query<{ id: string }>(
      'SELECT c.id FROM charts c JOIN tasks t ON t.id = c.task WHERE t.class = $1',
      [id],
    );
    await db.query('DELETE FROM classes WHERE id = $1', [id]);
    return { learners: known.rows, charts: made.rows };
  });
  for (const { id: account } of learners) await told({ account });
  for (const { id: chart } of charts) await told({ id: chart, access: true });
  await tellClass(id);
}

/** Who is in a class, by name; those who wait to be let in first. */
export async function learnersOf(id: string): Promise<Learner[]> {
  const rows = await query<Omit<Learner, 'locked'> & Record<string, unknown>>(
    `SELECT a.id, a.name, a.card IS NOT NULL AS card, a.created_at AS "joinedAt", a.waiting,
            greatest(a.seen_at, (SELECT max(s.used_at) FROM sessions s WHERE s.account = a.id)) AS "seenAt"
       FROM accounts a WHERE a.class = $1 ORDER BY a.waiting DESC, lower(a.name), a.id`,
    [id],
  );
  const locked = await lockedIn(
    id,
    rows.map(({ name }) => name),
  );
  return rows.map((row) => ({ ...row, locked: locked.has(row.name) }));
}
