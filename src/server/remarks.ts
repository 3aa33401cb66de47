/** Remarks: pinned to something of a chart, answered, settled and reopened; rows of `remarks`. */

import { atLeast } from '../core/may';
import { type Pin, pinIsGone } from '../core/remarks';
import { chartFor } from './access';
import { getChart } from './charts';
import { told } from './charts/told';
import { asServer, query, transaction } from './db';
import { ApiError } from './http';
import { newId } from './ids';
import { settings } from './settings.mjs';
import type { Who } from './who';

export interface Answer {
  readonly id: string;
  readonly text: string;
  /** Who wrote it; their name as it was then. */
  readonly name: string;
  /** Whoever asks wrote it. */
  readonly mine: boolean;
  readonly mentions: readonly string[];
  readonly at: string;
  readonly changedAt: string | null;
}
export interface Remark extends Answer {
  readonly number: number;
  readonly on: Pin;
  /** What it was pinned to is not there any more. */
  readonly gone: boolean;
  /** Who settled it; null while it is open. */
  readonly settled: string | null;
  readonly answers: readonly Answer[];
}

interface Row {
  readonly id: string;
  readonly number: number | null;
  readonly thread: string | null;
  readonly pin: Pin | null;
  readonly words: string;
  readonly name: string;
  readonly author: string | null;
  readonly visit: string | null;
  readonly mentions: readonly string[];
  readonly made_at: Date;
  readonly changed_at: Date | null;
  readonly settled_at: Date | null;
  readonly settled_by: string | null;
}

/** Remarks of one chart, with all their answers. */
const MOST = 2_000;
const COLUMNS = `id, number, thread, pin, words, name, author, encode(visit, 'hex') AS visit, mentions::text[], made_at, changed_at, settled_at, settled_by`;

const alone = () => new ApiError(404, 'not-found', 'There are no remarks: whoever reaches this is alone.');
const gone = () => new ApiError(404, 'not-found', 'There is no such remark; it may have been removed.');

const isMine = ({ account, visit }: Who, row: Row): boolean =>
  row.author !== null ? row.author === account : visit !== undefined && row.visit === visit;

const answerOf = (who: Who, row: Row): Answer => ({
  id: row.id,
  text: row.words,
  name: row.name,
  mine: isMine(who, row),
  mentions: row.mentions,
  at: row.made_at.toISOString(),
  changedAt: row.changed_at?.toISOString() ?? null,
});

/** Oldest first. @throws 404 */
export async function listRemarks(who: Who, id: string): Promise<Remark[]> {
  if (!settings().people) throw alone();
  const head = await chartFor(who, id);
  const { chart } = await getChart(who, id, head);
  const rows = await query<Row & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM remarks WHERE chart = $1 ORDER BY made_at, id LIMIT ${MOST}`,
    [id],
  );
  return rows.flatMap((row) =>
    row.pin === null || row.number === null
      ? []
      : [
          {
            ...answerOf(who, row),
            number: row.number,
            on: row.pin,
            gone: pinIsGone(chart, row.pin),
            settled: row.settled_at && (row.settled_by ?? ''),
            answers: rows.filter(({ thread }) => thread === row.id).map((own) => answerOf(who, own)),
          },
        ],
  );
}

export interface NewRemark {
  readonly on?: Pin | undefined;
  /** What it answers, instead of what it is pinned to. */
  readonly answerTo?: string | undefined;
  readonly text: string;
  /** E-mail addresses of people who are to be told. */
  readonly mentions?: readonly string[] | undefined;
  /** What whoever came by a link calls themselves. */
  readonly name?: string | undefined;
}

/** People who are mentioned: those who may see the chart. @throws 422 */
async function mentioned(id: string, emails: readonly string[], asked: Who): Promise<string[]> {
  const people = await asServer(() =>
    query<{ id: string }>('SELECT id FROM accounts WHERE lower(email) = ANY ($1)', [
      emails.map((email) => email.toLowerCase()),
    ]),
  );
  const seeing: string[] = [];
  for (const { id: account } of people) {
    const sees = await asServer(() =>
      chartFor({ account, caller: asked.caller, request: asked.request }, id).then(
        () => true,
        () => false,
      ),
    );
    if (sees) seeing.push(account);
  }
  if (seeing.length < new Set(emails.map((email) => email.toLowerCase())).size)
    throw new ApiError(422, 'unknown-person', 'Somebody you mention has no account here, or may not see this chart.', [
      { code: 'unknown-person', message: 'Share it with them first.', field: 'mentions' },
    ]);
  return seeing;
}

/** @throws 404; 403 for those who may not remark; 422 where what it is pinned to is not there */
export async function addRemark(who: Who, id: string, asked: NewRemark): Promise<Remark | Answer> {
  if (!settings().people) throw alone();
  const head = await chartFor(who, id, 'remark');
  const { chart } = await getChart(who, id, head);
  if (asked.on && pinIsGone(chart, asked.on))
    throw new ApiError(422, 'not-there', 'What it is to be pinned to is not in this chart.', [
      { code: 'not-there', message: 'It may have been removed.', field: 'on' },
    ]);
  // Who has an account here is not for those who came by a link.
  if ((who.account === '' || who.person?.class) && asked.mentions?.length)
    throw new ApiError(403, 'session-only', 'Sign in to mention somebody.');
  const mentions = asked.mentions?.length ? await mentioned(id, asked.mentions, who) : [];
  const name = who.person?.name ?? (who.account === '' ? asked.name?.trim() || 'Somebody with the link' : '');
  const own = newId();
  await transaction(async (db) => {
    // Numbers of a chart are given one after the other.
    await db.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`remarks ${id}`]);
    if (asked.answerTo !== undefined) {
      const there = await db.query('SELECT FROM remarks WHERE id = $1 AND chart = $2 AND thread IS NULL', [
        asked.answerTo,
        id,
      ]);
      if (there.rowCount === 0) throw gone();
    }
    await db.query(
      `INSERT INTO remarks (id, chart, number, thread, pin, words, author, name, visit, mentions)
       SELECT $1, $2, CASE WHEN $3::text IS NULL THEN (SELECT coalesce(max(number), 0) + 1 FROM remarks WHERE chart = $2) END,
              $3, $4, $5, $6, coalesce(nullif($7, ''), (SELECT a.name FROM accounts a WHERE a.id = $6)), decode($8, 'hex'), $9::uuid[]`,
      [
        own,
        id,
        asked.answerTo ?? null,
        asked.on ? JSON.stringify(asked.on) : null,
        asked.text,
        who.account === '' ? null : who.account,
        name,
        who.account === '' ? (who.visit ?? null) : null,
        mentions,
      ],
    );
    // An answer to what was settled opens it again.
    if (asked.answerTo !== undefined)
      await db.query('UPDATE remarks SET settled_at = NULL, settled_by = NULL WHERE id = $1', [asked.answerTo]);
  });
  await told({ id, remarks: true });
  const all = await listRemarks(who, id);
  return all.find((one) => one.id === own) ?? all.flatMap(({ answers }) => answers).find((one) => one.id === own)!;
}

async function rowOf(id: string, remark: string): Promise<Row> {
  const [row] = await query<Row & Record<string, unknown>>(
    `SELECT ${COLUMNS} FROM remarks WHERE chart = $1 AND id = $2`,
    [id, remark],
  );
  if (!row) throw gone();
  return row;
}

/** Other words, by whoever wrote it; settled or open again, by whoever may remark. @throws 404, 403, 422 */
export async function changeRemark(
  who: Who,
  id: string,
  remark: string,
  { text, settled, on }: { text?: string | undefined; settled?: boolean | undefined; on?: Pin | undefined },
): Promise<Remark | Answer> {
  if (!settings().people) throw alone();
  const head = await chartFor(who, id, 'remark');
  const row = await rowOf(id, remark);
  if (text !== undefined && !isMine(who, row))
    throw new ApiError(403, 'not-yours', 'Only whoever wrote a remark changes its words.');
  if ((settled !== undefined || on !== undefined) && row.thread !== null)
    throw new ApiError(422, 'not-a-thread', 'It is the remark that is settled or pinned, not an answer to it.');
  if (on && pinIsGone((await getChart(who, id, head)).chart, on))
    throw new ApiError(422, 'not-there', 'What it is to be pinned to is not in this chart.');
  const name = who.person?.name ?? row.name;
  await query(
    `UPDATE remarks SET words = coalesce($2, words), changed_at = CASE WHEN $2 IS NULL THEN changed_at ELSE now() END,
            pin = coalesce($3, pin),
            settled_at = CASE WHEN $4::boolean IS NULL THEN settled_at WHEN $4 THEN now() END,
            settled_by = CASE WHEN $4::boolean IS NULL THEN settled_by WHEN $4 THEN $5 END
      WHERE id = $1`,
    [remark, text ?? null, on ? JSON.stringify(on) : null, settled ?? null, name],
  );
  await told({ id, remarks: true });
  const all = await listRemarks(who, id);
  return (
    all.find((one) => one.id === remark) ?? all.flatMap(({ answers }) => answers).find((one) => one.id === remark)!
  );
}

/** By whoever wrote it, or whose the chart is; its answers go with it. @throws 404, 403 */
export async function removeRemark(who: Who, id: string, remark: string): Promise<void> {
  if (!settings().people) throw alone();
  const { may } = await chartFor(who, id, 'remark');
  const row = await rowOf(id, remark);
  if (!isMine(who, row) && !atLeast(may, 'own'))
    throw new ApiError(403, 'not-yours', 'A remark is removed by whoever wrote it, or whose the chart is.');
  await asServer(() => query('DELETE FROM remarks WHERE id = $1 AND chart = $2', [remark, id]));
  await told({ id, remarks: true });
}
