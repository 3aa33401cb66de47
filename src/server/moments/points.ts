/** Save points: moments of a chart that have a name. */
import { chartFor } from '../access';
import { type Client, query } from '../db';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import type { Who } from '../who';
import { noMoment } from './at';

export interface SavePoint {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly note: string;
  readonly byItself: boolean;
  readonly at: string;
  readonly by: string | null;
}

/** Before what a save point is made by itself, and what that is called. */
export const BEFORE = {
  'newer-list': 'Before a newer list',
  repair: 'Before repairs',
  fit: 'Before fitting to the page',
} as const;
export type Before = keyof typeof BEFORE;

/** Of those that are made by themselves so many are kept of each chart; those with a name of their own stay. */
const MOST_BY_ITSELF = 100;

/** Within the transaction of what it is before. */
export async function pointBefore(
  db: Client,
  id: string,
  revision: number,
  what: Before,
  account: string,
): Promise<void> {
  await db.query(
    `INSERT INTO save_points (id, chart, revision, name, by_itself, account) VALUES ($1, $2, $3, $4, true, $5)`,
    [newId(), id, revision, BEFORE[what], account],
  );
  await db.query(
    `DELETE FROM save_points WHERE chart = $1 AND by_itself AND id NOT IN
       (SELECT id FROM save_points WHERE chart = $1 AND by_itself ORDER BY revision DESC, made_at DESC LIMIT ${MOST_BY_ITSELF})`,
    [id],
  );
}

const SELECT = `SELECT p.id, p.revision, p.name, p.note, p.by_itself AS "byItself", p.made_at AS at,
  (SELECT a.name FROM accounts a WHERE a.id = p.account) AS by FROM save_points p`;

/** The latest first. */
export const pointsOf = (id: string): Promise<SavePoint[]> =>
  query<SavePoint & Record<string, unknown>>(`${SELECT} WHERE p.chart = $1 ORDER BY p.revision DESC, p.made_at DESC`, [
    id,
  ]);

const gone = () => new ApiError(404, 'not-found', 'There is no such save point; it may have been removed.');

async function pointOf(id: string, point: string): Promise<SavePoint> {
  const [found] = await query<SavePoint & Record<string, unknown>>(`${SELECT} WHERE p.chart = $1 AND p.id = $2`, [
    id,
    point,
  ]);
  if (!found) throw gone();
  return found;
}

/** @param at the revision; the present one where absent */
export async function makePoint(
  who: Who,
  id: string,
  {
    name,
    note = '',
    at,
  }: { readonly name: string; readonly note?: string | undefined; readonly at?: number | undefined },
): Promise<SavePoint> {
  const { revision } = await chartFor(who, id, 'edit');
  if (at !== undefined && at > revision) throw noMoment(at);
  const point = newId();
  await query('INSERT INTO save_points (id, chart, revision, name, note, account) VALUES ($1, $2, $3, $4, $5, $6)', [
    point,
    id,
    at ?? revision,
    name,
    note,
    who.account,
  ]);
  return pointOf(id, point);
}

export async function changePoint(
  who: Who,
  id: string,
  point: string,
  { name, note }: { readonly name?: string | undefined; readonly note?: string | undefined },
): Promise<SavePoint> {
  await chartFor(who, id, 'edit');
  // What somebody gave a name is kept.
  const changed = await query(
    `UPDATE save_points SET name = coalesce($3, name), note = coalesce($4, note), by_itself = false
      WHERE chart = $1 AND id = $2 RETURNING id`,
    [id, point, name ?? null, note ?? null],
  );
  if (changed.length === 0) throw gone();
  return pointOf(id, point);
}

export async function removePoint(who: Who, id: string, point: string): Promise<void> {
  await chartFor(who, id, 'edit');
  const removed = await query('DELETE FROM save_points WHERE chart = $1 AND id = $2 RETURNING id', [id, point]);
  if (removed.length === 0) throw gone();
}
