/** Stored charts: rows of `charts`. Every query carries the owner. */
import type { Chart } from '../../core/chart';
import { ACCENTS, folded } from '../../core/list';
import { query, transaction } from '../db';
import { BROKEN } from '../http/broken';
import { ApiError } from '../http/problem';
import type { Who } from '../who';
import { kept } from './kept';
import { type FoundValue, findValue, insertChart, readValue } from './parts';

export interface StoredChart {
  readonly id: string;
  readonly revision: number;
  readonly chart: Chart;
  readonly changedAt: string;
}
export interface ChartHead {
  readonly revision: number;
  readonly items: number;
  readonly title: string;
  readonly changedAt: string;
}
export interface ChartCard {
  readonly id: string;
  readonly kind: string;
  readonly title: string;
  readonly revision: number;
  readonly items: number;
  readonly changedAt: string;
  readonly binnedAt: string | null;
  readonly folder: string | null;
}

/** Days a chart stays in the bin. */
export const BIN_DAYS = 30;

export const notThere = () => new ApiError(404, 'not-found', 'There is no such chart; it may have been removed.');

export const createChart = (who: Who, id: string, chart: Chart): Promise<void> =>
  transaction((client) => insertChart(client, who.account, id, chart));

/**
 * @param head where it is known already: it is not asked for again
 * @throws 404 where the account has no such chart, or it is in the bin; 422 where what is stored can't be read
 */
export async function getChart(who: Who, id: string, head?: ChartHead): Promise<StoredChart> {
  const known = kept.last(id);
  if (known) {
    const { revision, changedAt } = head ?? (await getHead(who, id));
    if (revision === known.revision) return { id, chart: known.value, revision, changedAt };
  }
  const found = await getValue(who, id);
  const chart = await readValue(id, found.stored);
  kept.put(id, { revision: found.revision, value: chart });
  return { id, chart, revision: found.revision, changedAt: found.changedAt };
}

/** A chart as it is stored, also where it can't be read. @throws 404 */
export async function getValue(who: Who, id: string): Promise<FoundValue> {
  const found = await findValue(query, id, who.account);
  if (!found) throw notThere();
  return found;
}

/** What is known of a chart without reading it. @throws 404 where the account has no such chart, or it is in the bin */
export async function getHead(who: Who, id: string): Promise<ChartHead> {
  const [row] = await query<Omit<ChartHead, 'changedAt'> & { changed_at: Date }>(
    'SELECT revision, items, title, changed_at FROM charts WHERE id = $1 AND owner = $2 AND binned_at IS NULL',
    [id, who.account],
  );
  if (!row) throw notThere();
  const { changed_at, ...head } = row;
  return { ...head, changedAt: changed_at.toISOString() };
}

/** @throws 404 where the account has no such chart, or it is in the bin */
export const getRevision = async (who: Who, id: string): Promise<number> => (await getHead(who, id)).revision;

export const SORTS = ['changed', 'opened', 'title'] as const;
export type Sort = (typeof SORTS)[number];
/** What each order goes by, and whether the largest comes first. */
const ORDERS: Readonly<Record<Sort, { readonly by: string; readonly as: string; readonly down: boolean }>> = {
  changed: { by: 'c.changed_at', as: 'timestamptz', down: true },
  opened: { by: 'c.opened_at', as: 'timestamptz', down: true },
  title: { by: 'c.title COLLATE "en-x-icu"', as: 'text', down: false },
};

/** A title as words are compared: without accents, points and short vowels, and in small letters (as `folded` does). */
const FOLDED_TITLE = `lower(normalize(regexp_replace(normalize(c.title, NFKD), '${ACCENTS.source}', '', 'g'), NFC) COLLATE "und-x-icu")`;

export interface ListQuery {
  readonly kind?: string | undefined;
  /** Words that the title holds. */
  readonly q?: string | undefined;
  readonly cursor?: string | undefined;
  readonly binned?: boolean | undefined;
  readonly sort?: Sort | undefined;
  /** Only what is in this folder. */
  readonly folder?: string | undefined;
}

const PER_PAGE = 60;

/** Cards of charts, in an order of `SORTS`, the latest changed first where none is asked for; `next` is the cursor of the next page. */
export async function listCharts(
  who: Who,
  { kind, q, cursor, binned = false, sort = 'changed', folder }: ListQuery,
): Promise<{ charts: ChartCard[]; next: string | null }> {
  const { by, as, down } = ORDERS[sort];
  const [before, beforeId] = cursor ? decodeCursor(cursor, as) : [null, null];
  const rows = await query<{
    id: string;
    kind: string;
    title: string;
    revision: number;
    items: number;
    changed_at: Date;
    exact: string;
    binned_at: Date | null;
    folder: string | null;
  }>(
    `SELECT c.id, c.kind, c.title, c.revision, c.changed_at, (${by})::text AS exact, c.binned_at, c.folder, c.items
       FROM charts c
      WHERE c.owner = $1
        AND (c.binned_at IS NOT NULL) = $2
        AND ($3::text IS NULL OR c.kind = $3)
        AND ($4::text IS NULL OR ${FOLDED_TITLE} LIKE '%' || $4 || '%')
        AND ($5::${as} IS NULL OR (${by}, c.id) ${down ? '<' : '>'} ($5::${as}, $6::text))
        AND ($8::text IS NULL OR c.folder = $8)
      ORDER BY ${by} ${down ? 'DESC' : 'ASC'}, c.id ${down ? 'DESC' : 'ASC'}
      LIMIT $7`,
    [
      who.account,
      binned,
      kind ?? null,
      q ? folded(q).replace(/[\\%_]/g, '\\$&') : null,
      before,
      beforeId,
      PER_PAGE + 1,
      folder ?? null,
    ],
  );
  const more = rows.length > PER_PAGE;
  const shown = rows.slice(0, PER_PAGE);
  const last = shown.at(-1);
  return {
    charts: shown.map((row) => ({
      id: row.id,
      kind: row.kind,
      title: row.title,
      revision: row.revision,
      items: row.items,
      changedAt: row.changed_at.toISOString(),
      binnedAt: row.binned_at?.toISOString() ?? null,
      folder: row.folder,
    })),
    next: more && last ? Buffer.from(JSON.stringify([last.exact, last.id])).toString('base64url') : null,
  };
}

/** As PostgreSQL writes a timestamptz in UTC. */
const isTimestamp = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d \d\d:\d\d:\d\d(\.\d{1,6})?\+00$/.test(text) &&
  !Number.isNaN(Date.parse(text.replace(' ', 'T').replace('+00', 'Z')));

function decodeCursor(cursor: string, as: string): [string, string] {
  try {
    const value: unknown = JSON.parse(Buffer.from(cursor, 'base64url').toString());
    if (
      Array.isArray(value) &&
      typeof value[0] === 'string' &&
      typeof value[1] === 'string' &&
      !BROKEN.test(value[0] + value[1]) &&
      (as === 'text' || isTimestamp(value[0]))
    )
      return [value[0], value[1]];
  } catch {
    // Said below, as any other cursor that is none of ours.
  }
  throw new ApiError(422, 'bad-cursor', 'The cursor is not one that an earlier answer gave.', [
    { code: 'bad-cursor', message: 'Take "next" of the answer before.', field: 'cursor' },
  ]);
}

/** To the bin; charts that have been there too long are removed for good. */
export async function binChart({ account: owner }: Who, id: string): Promise<void> {
  const rows = await query(
    'UPDATE charts SET binned_at = now() WHERE id = $1 AND owner = $2 AND binned_at IS NULL RETURNING id',
    [id, owner],
  );
  if (rows.length === 0) throw notThere();
  await query(`DELETE FROM charts WHERE owner = $1 AND binned_at < now() - make_interval(days => $2)`, [
    owner,
    BIN_DAYS,
  ]);
}

export async function restoreChart(who: Who, id: string): Promise<void> {
  const rows = await query(
    'UPDATE charts SET binned_at = NULL WHERE id = $1 AND owner = $2 AND binned_at IS NOT NULL RETURNING id',
    [id, who.account],
  );
  if (rows.length === 0) throw notThere();
}

/** Notes that a chart was opened just now. */
export async function chartOpened(who: Who, id: string): Promise<void> {
  await query('UPDATE charts SET opened_at = now() WHERE id = $1 AND owner = $2', [id, who.account]);
}

/** Puts a chart into a folder, or out of any. */
export async function putInFolder(who: Who, id: string, folder: string | null): Promise<void> {
  const rows = await query(
    'UPDATE charts SET folder = $3 WHERE id = $1 AND owner = $2 AND binned_at IS NULL RETURNING id',
    [id, who.account, folder],
  );
  if (rows.length === 0) throw notThere();
}

export interface Folder {
  readonly name: string;
  readonly charts: number;
}

/** The folders that have charts in them, by name. */
export const listFolders = (who: Who): Promise<Folder[]> =>
  query<{ name: string; charts: number }>(
    `SELECT folder AS name, count(*)::int AS charts FROM charts
      WHERE owner = $1 AND binned_at IS NULL AND folder IS NOT NULL
      GROUP BY folder ORDER BY folder COLLATE "en-x-icu"`,
    [who.account],
  );
