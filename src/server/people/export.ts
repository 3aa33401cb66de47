/** All that somebody has here, as one archive: what is known of them, their charts whole, their remarks. */
import { Zip, ZipDeflate } from 'fflate';
import { fileName } from '../../core/file-name';
import { getChart } from '../charts';
import { inNameOf, query } from '../db';
import { answerError } from '../http/endpoint';
import { packedChart } from '../item-pictures';
import type { Who } from '../who';
import { note } from './events';
import { keysOf } from './keys';
import { passkeysOf } from './passkeys';
import { type Person, sessionsOf } from './sessions';

/** What is known of somebody; no secrets, which are of use to nobody but who steals them. */
async function aboutOf({ account }: Person) {
  const rows = <T extends Record<string, unknown>>(sql: string) => query<T>(sql, [account]);
  return {
    account: (
      await rows('SELECT name, email, created_at, administrator, letters, subject FROM accounts WHERE id = $1')
    )[0],
    sessions: await sessionsOf(account),
    keys: await keysOf(account),
    passkeys: await passkeysOf(account),
    groups: await rows('SELECT g.name FROM members m JOIN groups g ON g.id = m."group" WHERE m.account = $1'),
    remarks: await rows(
      `SELECT r.words, r.made_at, r.chart, c.title FROM remarks r JOIN charts c ON c.id = r.chart WHERE r.author = $1 ORDER BY r.made_at`,
    ),
    shares: await rows(
      `SELECT chart, folder, style, may, without, everybody, account IS NOT NULL AS person, "group" IS NOT NULL AS "group",
              token IS NOT NULL AS link, address, ends_at, made_at FROM shares WHERE owner = $1`,
    ),
    houseStyles: await rows('SELECT name, spec FROM house_styles WHERE owner = $1'),
    columnRoles: await rows('SELECT kind, roles FROM column_roles WHERE owner = $1'),
    events: await rows('SELECT at, what, about, address FROM events WHERE account = $1 ORDER BY id'),
  };
}

/** Charts are written one after the other, so that there may be any number of them. Each can be opened here again. */
export function exportOf(person: Person, who: Who): Response {
  let charts: { id: string; title: string }[] | undefined;
  const names = new Set<string>();
  const text = new TextEncoder();
  let zip: Zip;
  const add = (name: string, words: string) => {
    const entry = new ZipDeflate(name, { level: 6 });
    zip.add(entry);
    entry.push(text.encode(words), true);
  };
  const unused = (title: string): string => {
    for (let i = 1; ; i++) {
      const name = `charts/${fileName(i === 1 ? title : `${title} ${i}`, 'json')}`;
      if (names.has(name)) continue;
      names.add(name);
      return name;
    }
  };
  const next = async () => {
    if (!charts) {
      add('about-you.json', `${JSON.stringify(await aboutOf(person), null, 2)}\n`);
      charts = await query<{ id: string; title: string }>(
        // What learners made is not theirs to take along.
        'SELECT id, title FROM charts WHERE owner = $1 AND task IS NULL AND binned_at IS NULL ORDER BY title, id',
        [person.account],
      );
      await note('export', person.account);
      return;
    }
    const chart = charts.shift();
    if (!chart) return zip.end();
    const packed = await inNameOf(who, async () => packedChart(who, (await getChart(who, chart.id)).chart)).catch(
      async (error: unknown) => answerError(error).text(),
    );
    add(unused(chart.title), `${packed}\n`);
  };
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        zip = new Zip((error, chunk, final) => {
          if (error) controller.error(error);
          else controller.enqueue(chunk);
          if (final && !error) controller.close();
        });
      },
      pull: next,
      cancel() {
        zip.terminate();
      },
    },
    { highWaterMark: 1 },
  );
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': 'attachment; filename="dendrotax-yours.zip"',
      'cache-control': 'no-store',
    },
  });
}
