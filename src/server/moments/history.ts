/** The log of a chart as people read it: what was done, by whom, when. */
import { apply, type Change, type Chart, type Origin } from '../../core/chart';
import { isSilent, tell } from '../../core/history';
import type { Kind } from '../../core/kinds';
import { chartFor } from '../access';
import { query } from '../db';
import { kindFor } from '../lists';
import type { Who } from '../who';
import { chartAt } from './at';
import { pointsOf, type SavePoint } from './points';

export interface Told {
  readonly revision: number;
  readonly at: string;
  /** Name of whoever did it, and their account. */
  readonly who: string | null;
  readonly of: string;
  readonly words: string;
  /** Lines of the list that it is about. */
  readonly items: readonly string[];
  /** Why, where it was not done by hand. */
  readonly note: string | null;
}
export interface HistoryAsked {
  /** Only what was done after this revision. */
  readonly since?: number | undefined;
  /** Only what was done before this one. */
  readonly before?: number | undefined;
  /** Only what is about this line, those of this tier, what this account did. */
  readonly item?: string | undefined;
  readonly tier?: number | undefined;
  readonly by?: string | undefined;
  readonly limit?: number | undefined;
}
export interface History {
  readonly revision: number;
  /** The latest first. */
  readonly entries: readonly Told[];
  /** Ask again with `before`: there is more. Null: that is all. */
  readonly next: number | null;
  readonly points: readonly SavePoint[];
  /** Who did anything at all. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
}

interface Row extends Record<string, unknown> {
  readonly revision: number;
  readonly change: Change;
  readonly inverse: Change;
  readonly origin: Origin;
  readonly at: Date;
  readonly account: string;
  readonly who: string | null;
  readonly note: string | null;
}

const INITIAL = 60;
/** Entries looked through for one answer, however few are found among them. */
const MOST_LOOKED = 2_000;
const AT_ONCE = 200;

function rowsBefore(id: string, before: number, { since = 0, item, by }: HistoryAsked): Promise<Row[]> {
  return query<Row>(
    `SELECT c.revision, c.change, c.inverse, c.origin, c.at, c.account, c.note, a.name AS who
       FROM changes c LEFT JOIN accounts a ON a.id = c.account
      WHERE c.chart = $1 AND c.revision < $2 AND c.revision > $3
        AND ($4::uuid IS NULL OR c.account = $4)
        AND ($5::text IS NULL OR strpos(c.change::text, $5) > 0 OR strpos(c.inverse::text, $5) > 0)
      ORDER BY c.revision DESC LIMIT ${AT_ONCE}`,
    [id, before, since, by ?? null, item === undefined ? null : JSON.stringify(item)],
  );
}

const isOnTier = (kind: Kind, before: Chart, after: Chart, items: readonly string[], tier: number): boolean =>
  [before, after].some((chart) => {
    const { tierOf } = kind.structure(chart);
    return items.some((id) => tierOf.get(id) === tier);
  });

/** @throws 404, 403 for those who do not edit the chart */
export async function historyOf(who: Who, id: string, asked: HistoryAsked): Promise<History> {
  const { revision } = await chartFor(who, id, 'edit');
  const { item, tier, limit = INITIAL } = asked;
  const entries: Told[] = [];
  let before = Math.min(asked.before ?? revision + 1, revision + 1);
  let looked = 0;
  let more = true;
  /** Where nothing is left out each entry follows the one before: the chart after the next is known. */
  const inRow = item === undefined && asked.by === undefined;
  let known: Chart | undefined;
  while (more && entries.length < limit && looked < MOST_LOOKED) {
    const rows = await rowsBefore(id, before, asked);
    more = rows.length === AT_ONCE;
    for (const row of rows) {
      if (entries.length >= limit) {
        more = true;
        break;
      }
      looked++;
      before = row.revision;
      const after = known ?? (await chartAt(id, row.revision, revision));
      const undone = apply(after, row.inverse);
      if (!undone.ok) continue;
      known = inRow ? undone.chart : undefined;
      if (isSilent(row.change)) continue;
      const kind = kindFor(after.kind);
      const told = tell(kind, undone.chart, after, row.change, row.origin);
      if (item !== undefined && !told.items.includes(item)) continue;
      if (tier !== undefined && !isOnTier(kind, undone.chart, after, told.items, tier)) continue;
      entries.push({
        revision: row.revision,
        at: row.at.toISOString(),
        who: row.who,
        of: row.account,
        note: row.note,
        ...told,
      });
    }
  }
  const people = await query<{ id: string; name: string }>(
    `SELECT a.id, a.name FROM accounts a WHERE EXISTS (SELECT FROM changes c WHERE c.chart = $1 AND c.account = a.id) ORDER BY a.name`,
    [id],
  );
  return { revision, entries, next: more ? before : null, points: await pointsOf(id), people };
}
