/** Remarks told by e-mail: one letter a day at most, to those who want them. */
import { query, transaction } from '../db';
import { settings } from '../settings.mjs';
import { write } from './letters';

interface Told {
  readonly account: string;
  readonly email: string;
  readonly chart: string;
  readonly title: string;
  readonly name: string;
  readonly words: string;
  readonly mentioned: boolean;
}

/**
 * Remarks since somebody was last told, that are for them: on charts of theirs (not on works of a class, whose learners no letter
 * names), in threads that they wrote in, and where they
 * are mentioned; none of their own, and none on charts that they may not see any more.
 */
const FOR_THEM = `
  SELECT a.id AS account, a.email, c.id AS chart, c.title, r.name, r.words, a.id = ANY (r.mentions) AS mentioned
    FROM remarks r JOIN charts c ON c.id = r.chart AND c.binned_at IS NULL AND c.task IS NULL
    JOIN accounts a ON a.id = ANY ($1)
   WHERE r.made_at > a.told_until AND r.author IS DISTINCT FROM a.id
     AND (c.owner = a.id OR a.id = ANY (r.mentions)
       OR EXISTS (SELECT FROM remarks o WHERE o.author = a.id AND coalesce(o.thread, o.id) = coalesce(r.thread, r.id)))
     AND (c.owner = a.id OR EXISTS (
       SELECT FROM shares s WHERE (s.chart = c.id OR (s.owner = c.owner AND s.folder = c.folder))
         AND (s.account = a.id OR s.everybody OR s."group" IN (SELECT m."group" FROM members m WHERE m.account = a.id))))
   ORDER BY a.id, c.title, r.made_at LIMIT 5000`;

const MOST = 100;

function letterOf(remarks: readonly Told[]): string {
  const parts: string[] = [];
  let chart = '';
  for (const { chart: id, title, name, words, mentioned } of remarks.slice(0, MOST)) {
    if (id !== chart) parts.push(`${title}\n${settings().address}/chart/${id}\n`);
    chart = id;
    parts.push(`  ${name}${mentioned ? ' (mentions you)' : ''}: ${words.replace(/\s+/g, ' ').slice(0, 400)}`);
  }
  const more = remarks.length > MOST ? [`\nand ${remarks.length - MOST} more`] : [];
  return [
    ...parts,
    ...more,
    '',
    `You get one such letter a day at most; turn it off at ${settings().address}/account.`,
    '',
  ].join('\n');
}

/** Writes the letters that are due. @returns how many */
export async function tellRemarks(): Promise<number> {
  if (!settings().people) return 0;
  return transaction(async (db) => {
    // By one server at a time; nobody is told twice.
    const lock = await db.query<{ own: boolean }>('SELECT pg_try_advisory_xact_lock(7461925) AS own');
    if (!lock.rows[0]?.own) return 0;
    const due = await query<{ id: string }>(
      `SELECT id FROM accounts WHERE letters AND email IS NOT NULL AND told_until < now() - interval '1 day' LIMIT 500`,
    );
    if (due.length === 0) return 0;
    const ids = due.map(({ id }) => id);
    const found = await query<Told & Record<string, unknown>>(FOR_THEM, [ids]);
    const byAccount = new Map<string, Told[]>();
    for (const one of found) byAccount.set(one.account, [...(byAccount.get(one.account) ?? []), one]);
    for (const remarks of byAccount.values())
      await write({
        to: remarks[0]!.email,
        subject: `${remarks.length} ${remarks.length === 1 ? 'remark' : 'remarks'} since you were last told`,
        words: letterOf(remarks),
      });
    // Whoever had none is told as soon as there is one: their day begins with it.
    await query('UPDATE accounts SET told_until = now() WHERE id = ANY ($1)', [[...byAccount.keys()]]);
    return byAccount.size;
  });
}
