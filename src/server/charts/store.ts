/** Stored charts: rows of `charts`. Who may see and do what is asked of `access`, before anything is read. */
import { type Chart, withoutFields } from '../../core/chart';
import { ACCENTS, folded } from '../../core/list';
import type { May } from '../../core/may';
import { type ChartHead, chartFor, mayWrite, notThere, sharedWith, withAccount } from '../access';
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
export interface ChartCard {
  readonly id: string;
  readonly kind: string;
  readonly title: string;
  readonly revision: number;
  readonly items: number;
  readonly changedAt: string;
  readonly binnedAt: string | null;
  readonly folder: string | null;
  /** What it is called as a trial, where it is one. */
  readonly trial?: string;
  /** Whose it is, where it is another's. */
  readonly by?: string;
  /** And what whoever asks may do with it. */
  readonly may?: May;
}

/** Days a chart stays in the bin. */
export const BIN_DAYS = 30;

export const createChart = (who: Who, id: string, { trial: _, ...chart }: Chart): Promise<void> => {
  mayWrite(who);
  // Made of a trial's file it is a chart like any other.
  return transaction((client) => insertChart(client, who.account, id, chart));
};

/**
 * A chart as whoever asks may see it: without the fields that are kept from them.
 * @param head where it is known already: it is not asked for again
 * @throws 404 where there is none for them, or it is in the bin; 422 where what is stored can't be read
 */
export async function getChart(who: Who, id: string, head?: ChartHead): Promise<StoredChart> {
  const { revision, changedAt, without } = head ?? (await chartFor(who, id));
  const known = kept.last(id);
  if (known?.revision === revision) return { id, chart: withoutFields(known.value, without), revision, changedAt };
  const found = await findValue(query, id);
  if (!found) throw notThere();
  const chart = await readValue(id, found.stored);
  kept.put(id, { revision: found.revision, value: chart });
  return { id, chart: withoutFields(chart, without), revision: found.revision, changedAt: found.changedAt };
}

/** A chart as it is stored, also where it can't be read. @throws 404; 403 for those who may not edit it */
export async function getValue(who: Who, id: string): Promise<FoundValue> {
  await chartFor(who, id, 'edit');
  const found = await findValue(query, id);
  if (!found) throw notThere();
  return found;
}

/** @throws 404 where there is none for whoever asks, or it is in the bin */
export const getRevision = async (who: Who, id: string): Promise<number> => (await chartFor(who, id)).revision;

export const SORTS = ['changed', 'opened', 'title'] as const;
export type Sort = (typeof SORTS)[number];
/** Of one's own in the chart itself, by which they are indexed; of others' charts beside them. */
const OPENED = `CASE WHEN c.owner = $1 THEN c.opened_at
  ELSE coalesce((SELECT o.at FROM openings o WHERE o.account = $1 AND o.chart = c.id), c.changed_at) END`;
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
  /** Only one's own, or only what others share; else both. */
  readonly of?: 'own' | 'others' | undefined;
}

const PER_PAGE = 60;

/** Cards of charts, in an order of `SORTS`, the latest changed first where none is asked for; `next` is the cursor of the next page. */
export async function listCharts(
  who: Who,
  { kind, q, cursor, binned = false, sort = 'changed', folder, of }: ListQuery,
): Promise<{ charts: ChartCard[]; next: string | null }> {
  withAccount(who);
  const { as, down } = ORDERS[sort];
  const [before, beforeId] = cursor ? decodeCursor(cursor, as) : [null, null];
  // The bin and folders are one's own.
  const others = binned || folder !== undefined || of === 'own' ? new Map<string, May>() : await sharedWith(who);
  const shared = [...others.keys()];
  const by = sort === 'opened' && shared.length > 0 ? OPENED : ORDERS[sort].by;
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
    trial: string | null;
    by: string | null;
  }>(
    `SELECT c.id, c.kind, c.title, c.revision, c.changed_at, (${by})::text AS exact, c.binned_at,
            CASE WHEN c.owner = $1 THEN c.folder END AS folder, c.items,
            c.settings ->> 'trial' AS trial,
            CASE WHEN c.owner <> $1 THEN (SELECT a.name FROM accounts a WHERE a.id = c.owner) END AS by
       FROM charts c
      WHERE (${shared.length > 0 ? `(c.owner = $1 AND $10 <> 'others') OR c.id = ANY ($9)` : `c.owner = $1 AND $10 <> 'others' AND cardinality($9::text[]) = 0`})
        AND ($11::text[] IS NULL OR c.id = ANY ($11))
        AND c.task IS NULL
        AND (c.trial_of IS NULL OR c.owner <> $1 OR $2)
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
      shared,
      of ?? '',
      who.only ?? null,
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
      ...(row.trial !== null && { trial: row.trial }),
      ...(row.by !== null && { by: row.by, may: others.get(row.id) ?? 'look' }),
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
export async function binChart(who: Who, id: string): Promise<void> {
  const { owner } = await chartFor(who, id, 'own');
  const rows = await query(
    'UPDATE charts SET binned_at = now() WHERE id = $1 AND binned_at IS NULL AND task IS NULL RETURNING id',
    [id],
  );
  if (rows.length === 0)
    throw new ApiError(409, 'is-work', 'It is the work of a learner: it goes with its task, or with the learner.');
  await query(`DELETE FROM charts WHERE owner = $1 AND binned_at < now() - make_interval(days => $2)`, [
    owner,
    BIN_DAYS,
  ]);
}

export async function restoreChart(who: Who, id: string): Promise<void> {
  await chartFor(who, id, 'own', { binned: true });
  const rows = await query('UPDATE charts SET binned_at = NULL WHERE id = $1 AND binned_at IS NOT NULL RETURNING id', [
    id,
  ]);
  if (rows.length === 0) throw notThere();
}

/** Notes that a chart was opened just now. */
export async function chartOpened(who: Who, id: string): Promise<void> {
  const { owner } = await chartFor(who, id);
  if (owner === who.account) await query('UPDATE charts SET opened_at = now() WHERE id = $1', [id]);
  else if (who.account !== '')
    await query(
      `INSERT INTO openings (account, chart) VALUES ($1, $2)
       ON CONFLICT (account, chart) DO UPDATE SET at = now()`,
      [who.account, id],
    );
}

/** Puts a chart into a folder, or out of any: its owner's, whose folders they are. */
export async function putInFolder(who: Who, id: string, folder: string | null): Promise<void> {
  const { owner } = await chartFor(who, id, 'own');
  if (owner !== who.account)
    throw new ApiError(403, 'not-your-folder', 'Only whoever a chart belongs to puts it into their folders.');
  const rows = await query(
    'UPDATE charts SET folder = $2 WHERE id = $1 AND binned_at IS NULL AND task IS NULL RETURNING id',
    [id, folder],
  );
  if (rows.length === 0) throw notThere();
}

export interface Folder {
  readonly name: string;
  readonly charts: number;
}

/** The folders that have charts in them, by name. */
export async function listFolders(who: Who): Promise<Folder[]> {
  withAccount(who);
  return query<{ name: string; charts: number }>(
    `SELECT folder AS name, count(*)::int AS charts FROM charts
      WHERE owner = $1 AND task IS NULL AND trial_of IS NULL AND binned_at IS NULL AND folder IS NOT NULL AND ($2::text[] IS NULL OR id = ANY ($2))
      GROUP BY folder ORDER BY folder COLLATE "en-x-icu"`,
    [who.account, who.only ?? null],
  );
}
