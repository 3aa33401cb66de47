// Three ways to store a chart that is changed letter by letter, measured in PostgreSQL itself: the whole value anew each time, a
// row for each entry, and a log of changes on snapshots. What it says of each is why charts are stored as rows.
import { build as bundle } from 'esbuild';
import { output, root } from '../../scripts/lib/run.mjs';
import { packages, postgres } from '../../scripts/lib/setup.mjs';
import { at, listOf, logOf, postgresClient } from './parts.mjs';

/** A snapshot is written after so many changes. */
const SNAPSHOT = 200;
const LETTERS = 400;
const DATABASE = { DB_CLUSTER: `storage-${process.pid}` };

await packages();
await postgres();
const { outputFiles } = await bundle({
  stdin: {
    contents: `export { apply } from './src/core/chart'; export { kindOf } from './src/core/kinds'; export { chartOfList, readList } from './src/core/read';`,
    resolveDir: root,
  },
  bundle: true,
  write: false,
  platform: 'node',
  format: 'esm',
  banner: { js: `import { createRequire as of } from 'node:module'; const require = of('${root}package.json');` },
});
const { apply, kindOf, chartOfList, readList } = await import(
  `data:text/javascript;base64,${Buffer.from(outputFiles[0].text).toString('base64')}`
);
const db = await postgresClient(output('bash', [`${root}scripts/db.sh`, 'start'], DATABASE));

try {
  await db.query(`CREATE TABLE whole (id text PRIMARY KEY, value jsonb NOT NULL);
    ALTER TABLE whole ALTER COLUMN value SET COMPRESSION lz4;
    CREATE TABLE rows (chart text, part text, id text, value jsonb NOT NULL, PRIMARY KEY (chart, part, id)) WITH (fillfactor = 90);
    CREATE TABLE log (chart text, revision integer, change jsonb NOT NULL, PRIMARY KEY (chart, revision));`);
  for (const lines of [40, 1_000, 10_000]) {
    const read = readList(kindOf('org'), listOf(lines));
    const chart = chartOfList(kindOf('org'), 'Stored', read.list);
    const ids = Object.keys(chart.items);
    const id = String(lines);
    await db.query('INSERT INTO whole VALUES ($1, $2)', [id, JSON.stringify(chart)]);
    await db.query("INSERT INTO rows SELECT $1, 'items', e.key, e.value FROM jsonb_each($2::jsonb) e", [
      id,
      JSON.stringify(chart.items),
    ]);
    const ways = { whole: [], rows: [], 'log and snapshots': [] };
    let value = chart;
    for (let n = 0; n < LETTERS; n++) {
      const change = { type: 'edit-fields', id: ids[n % ids.length], fields: { post: `Letter ${n}` } };
      value = apply(value, change).chart;
      const item = value.items[change.id];
      for (const [way, write] of Object.entries({
        whole: () => db.query('UPDATE whole SET value = $2 WHERE id = $1', [id, JSON.stringify(value)]),
        rows: () =>
          db.query("UPDATE rows SET value = $3 WHERE chart = $1 AND part = 'items' AND id = $2", [
            id,
            change.id,
            JSON.stringify(item),
          ]),
        'log and snapshots': async () => {
          await db.query('INSERT INTO log VALUES ($1, $2, $3)', [id, n, JSON.stringify(change)]);
          if (n % SNAPSHOT === SNAPSHOT - 1)
            await db.query('UPDATE whole SET value = $2 WHERE id = $1', [id, JSON.stringify(value)]);
        },
      }))
        ways[way].push(await logOf(db, write));
    }
    const timed = async (open) => {
      const times = [];
      for (let i = 0; i < 9; i++) {
        const begun = performance.now();
        await open();
        times.push(performance.now() - begun);
      }
      return at(times, 0.5).toFixed(0);
    };
    const snapshot = async () => (await db.query('SELECT value FROM whole WHERE id = $1', [id])).rows[0].value;
    const opened = {
      whole: await timed(snapshot),
      rows: await timed(async () => {
        const items = {};
        for (const row of (await db.query("SELECT id, value FROM rows WHERE chart = $1 AND part = 'items'", [id])).rows)
          items[row.id] = row.value;
      }),
      // At the worst, just before the next snapshot.
      'log and snapshots': await timed(async () => {
        let now = await snapshot();
        const { rows } = await db.query('SELECT change FROM log WHERE chart = $1 ORDER BY revision LIMIT $2', [
          id,
          SNAPSHOT - 1,
        ]);
        for (const { change } of rows) now = apply(now, change).chart;
      }),
    };
    for (const [way, bytes] of Object.entries(ways)) {
      const mean = bytes.reduce((sum, one) => sum + one, 0) / bytes.length;
      console.log(
        `${lines} lines, ${way}: ${(at(bytes, 0.5) / 1000).toFixed(2)} kB a letter (median), ${(mean / 1000).toFixed(1)} kB (mean), ${(at(bytes, 1) / 1000).toFixed(0)} kB at the most; opened in ${opened[way]} ms`,
      );
    }
  }
} finally {
  await db.end();
  output('bash', [`${root}scripts/db.sh`, 'reset'], DATABASE);
}
