/**
 * Who may do what with a chart or a house style: decided here, for every door alike, and a second time by the database's own
 * policies (`db/migrations/010_sharing.sql`), row by row.
 */
import { WORK_PARTS, type WorkPart } from '../../core/chart';
import { type May, mayOf, rankOf } from '../../core/may';
import { asServer, query } from '../db';
import { ApiError } from '../http/problem';
import { log } from '../log';
import { settings } from '../settings.mjs';
import type { Who } from '../who';

export interface Access {
  readonly may: May;
  /** Whose it is. */
  readonly owner: string;
  /** Fields that are kept from whoever asks. */
  readonly without: readonly string[];
  /** Of whoever may edit: the only parts that they may change; absent: all. */
  readonly parts?: readonly WorkPart[] | undefined;
}
/** What is known of a chart without reading it. */
export interface ChartHead extends Access {
  readonly revision: number;
  readonly items: number;
  readonly title: string;
  readonly changedAt: string;
}

export const notThere = () => new ApiError(404, 'not-found', 'There is no such chart; it may have been removed.');

const SAID: Readonly<Record<May, string>> = {
  look: 'look at',
  remark: 'remark on',
  edit: 'change',
  own: 'share, move or remove',
};
export const mayNot = (least: May) =>
  new ApiError(403, 'may-not', `You may not ${SAID[least]} this; ask whoever it belongs to.`);

interface Shared {
  readonly may: number;
  readonly without: readonly string[];
  readonly parts?: readonly WorkPart[] | null;
}

/** Rights add up: the most that any share gives, without only what all of them keep back, and nothing from those who edit. */
export function summed(shares: readonly Shared[]): Pick<Access, 'without' | 'parts'> & { rank: number } {
  const rank = Math.max(0, ...shares.map(({ may }) => may));
  if (rank >= rankOf('edit') || shares.length === 0) {
    const edits = shares.filter(({ may }) => may === rank).map(({ parts }) => parts ?? WORK_PARTS);
    const parts = WORK_PARTS.filter((part) => edits.some((some) => some.includes(part)));
    return { rank, without: [], ...(rank === rankOf('edit') && parts.length < WORK_PARTS.length && { parts }) };
  }
  const [first, ...rest] = shares;
  return { rank, without: first!.without.filter((field) => rest.every(({ without }) => without.includes(field))) };
}

/** Shares that hold for whoever asks: $1 the account, $2 links. Learners are not among everybody. */
const HELD = `(s.account = $1 OR s.class = (SELECT l.class FROM accounts l WHERE l.id = $1 AND NOT l.waiting)
  OR (s.everybody AND $1::uuid IS NOT NULL AND NOT EXISTS (SELECT FROM accounts l WHERE l.id = $1 AND l.class IS NOT NULL))
  OR s."group" IN (SELECT m."group" FROM members m WHERE m.account = $1)
  OR (s.id = ANY ($2) AND (s.ends_at IS NULL OR s.ends_at > now())))`;
const SHARES = `coalesce(json_agg(json_build_object('may', s.may, 'without', s.without, 'parts', s.parts)) FILTER (WHERE s.id IS NOT NULL), '[]')`;

const askedAs = ({ account, links = [] }: Who) => [account === '' ? null : account, links];

interface Row {
  readonly revision: number;
  readonly items: number;
  readonly title: string;
  readonly changed_at: Date;
  readonly owner: string;
  readonly binned: boolean;
  readonly shares: readonly Shared[];
}

const HEAD = 'c.revision, c.items, c.title, c.changed_at, c.owner, c.binned_at IS NOT NULL AS binned';
/** Whoever is alone has one account and no shares: what is another's is not there. */
const ALONE = `SELECT ${HEAD}, '[]'::json AS shares FROM charts c WHERE c.owner = $1 AND c.id = $2`;
const AMONG_PEOPLE = `SELECT ${HEAD}, ${SHARES} AS shares
   FROM charts c LEFT JOIN shares s ON (s.chart = c.id OR (s.owner = c.owner AND s.folder = c.folder)) AND ${HELD}
  WHERE c.id = $3 GROUP BY c.id`;

/** No more than a key gives, and only for its charts. */
function limited({ key, only }: Who, id: string, rank: number): number {
  if (only && !only.includes(id)) return 0;
  if (!key) return rank;
  return Math.min(rank, { read: rankOf('look'), write: rankOf('edit'), share: rankOf('own') }[key.scope]);
}

/**
 * A chart's head, for whoever may do so much with it at least.
 * @throws 404 where it is not there, in the bin, or nothing that whoever asks may know of; 403 where they may look but not that
 */
export async function chartFor(who: Who, id: string, least: May = 'look', { binned = false } = {}): Promise<ChartHead> {
  const { people } = settings();
  const row = await asServer(async () =>
    people
      ? (await query<Row & Record<string, unknown>>(AMONG_PEOPLE, [...askedAs(who), id]))[0]
      : (await query<Row & Record<string, unknown>>(ALONE, [who.account, id]))[0],
  );
  if (!row || row.binned !== binned) throw notThere();
  const { owner, shares, changed_at, revision, items, title } = row;
  const {
    rank: given,
    without,
    parts,
  } = owner === who.account ? { rank: rankOf('own'), without: [], parts: undefined } : summed(shares);
  const rank = limited(who, id, given);
  // What is in the bin is there for those whose it is.
  if (rank === 0 || (binned && rank < rankOf('own'))) throw notThere();
  if (people && (await query('SELECT FROM charts WHERE id = $1', [id])).length === 0) {
    log().error({ chart: id, request: who.request }, 'the database refuses what was taken for allowed');
    throw notThere();
  }
  if (rank < rankOf(least)) throw mayNot(least);
  return { revision, items, title, changedAt: changed_at.toISOString(), may: mayOf(rank), owner, without, parts };
}

export const noStyle = () => new ApiError(404, 'not-found', 'There is no such house style; it may have been removed.');

/** @throws 404, 403 as for charts */
export async function styleFor(who: Who, id: string, least: May = 'look'): Promise<Access> {
  const [row] = await asServer(() =>
    query<Pick<Row, 'owner' | 'shares'> & Record<string, unknown>>(
      `SELECT h.owner, ${SHARES} AS shares FROM house_styles h LEFT JOIN shares s ON s.style = h.id AND ${HELD}
        WHERE h.id = $3 GROUP BY h.id`,
      [...askedAs(who), id],
    ),
  );
  if (!row) throw noStyle();
  const own = row.owner === who.account;
  const rank = limited({ ...who, only: undefined }, id, own ? rankOf('own') : summed(row.shares).rank);
  if (rank === 0 || who.only) throw noStyle();
  if (rank < rankOf(least)) throw mayNot(least);
  return { may: mayOf(rank), owner: row.owner, without: [] };
}

/**
 * Charts of others that are shared with whoever asks, by themselves or in a folder.
 * @param links those that hold for the request, where what they lead to counts too
 */
export async function sharedWith(who: Who, links: readonly string[] = []): Promise<ReadonlyMap<string, May>> {
  if (!settings().people) return new Map();
  const [account] = askedAs(who);
  const rows = await asServer(() =>
    query<{ id: string; may: number }>(
      `SELECT c.id, max(s.may) AS may FROM shares s JOIN charts c ON s.chart = c.id OR (s.owner = c.owner AND s.folder = c.folder)
        WHERE ${HELD} AND c.owner IS DISTINCT FROM $1 AND ($3::text[] IS NULL OR c.id = ANY ($3))
        GROUP BY c.id`,
      [account, links, who.only ?? null],
    ),
  );
  return new Map(rows.map(({ id, may }) => [id, mayOf(limited(who, id, may))]));
}

/** When the first of the links that hold for a request ends, in milliseconds since 1970; undefined where none does. */
export async function linkEnd({ links = [] }: Who): Promise<number | undefined> {
  if (links.length === 0) return undefined;
  const [row] = await asServer(() =>
    query<{ ends: Date | null }>('SELECT min(ends_at) AS ends FROM shares WHERE id = ANY ($1)', [links]),
  );
  return row?.ends?.getTime();
}

/** House styles of others that are shared with whoever asks, and what they may do with each. */
export async function stylesSharedWith(who: Who): Promise<ReadonlyMap<string, May>> {
  if (!settings().people || who.account === '' || who.only) return new Map();
  const rows = await asServer(() =>
    query<{ id: string; may: number }>(
      `SELECT s.style AS id, max(s.may) AS may FROM shares s
        WHERE s.style IS NOT NULL AND s.owner <> $1 AND ${HELD} GROUP BY s.style`,
      [who.account, []],
    ),
  );
  return new Map(rows.map(({ id, may }) => [id, mayOf(may)]));
}

/** Whether a key lets do more than look: what is not of one chart alone. @throws 403 */
export function mayWrite({ account, key, only }: Who): void {
  withAccount({ account });
  if (key?.scope === 'read' || only) throw new ApiError(403, 'key-may-not', 'This key is not for that; make another.');
}

/** What there is for accounts only: a link is good for one chart. @throws 403 */
export function withAccount({ account }: Pick<Who, 'account'>): void {
  if (account === '') throw new ApiError(403, 'session-only', 'A link is good for one chart; sign in for more.');
}

/** What is done by people themselves and by no key or link. @throws 403 */
export function bySession({ key, account }: Who): void {
  if (key || account === '')
    throw new ApiError(403, 'session-only', 'That is done by somebody who signed in, not by a key or a link.');
}
