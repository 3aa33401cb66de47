// npm run load: what the server carries, measured over HTTP on this machine. Figures only; nothing here passes or fails.
// Words choose parts: beside, editors, streams, log, first. `--note FILE` writes the figures as JSON.
import { writeFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { gzipSync } from 'node:zlib';
import { chromium } from 'playwright-core';
import { build } from '../../scripts/lib/build.mjs';
import { output, root } from '../../scripts/lib/run.mjs';
import { freePort, launch } from '../../scripts/lib/serve.mjs';
import { packages, postgres } from '../../scripts/lib/setup.mjs';
import { asking, at, followers, listOf, logOf, postgresClient, ready } from './parts.mjs';

const short = process.argv.includes('--short');
const noteAt = process.argv.indexOf('--note');
const note = noteAt < 0 ? undefined : process.argv[noteAt + 1];
const only = process.argv.slice(2).filter((word) => !word.startsWith('--') && word !== note);
const wants = (name) => only.length === 0 || only.includes(name);
const DATABASE = { DB_CLUSTER: `load-${process.pid}` };
const figures = {};
const told = (name, words, value) => {
  figures[name] = value ?? words;
  console.log(`${name}: ${words}`);
};
const ms = (value) => (value < 10 ? value.toFixed(1) : value.toFixed(0));
const spread = (times) =>
  `half under ${ms(at(times, 0.5))} ms, 95 % under ${ms(at(times, 0.95))} ms, most ${ms(at(times, 1))} ms`;

await packages();
await postgres();
await build();
const databaseUrl = output('bash', [`${root}scripts/db.sh`, 'start'], DATABASE);
const ports = [await freePort(), await freePort()];
const bases = ports.map((port) => `http://127.0.0.1:${port}`);
const first = launch({ host: '127.0.0.1', port: ports[0], databaseUrl });
let second;
const { ask, chartOf, edit } = asking(bases[0]);

try {
  await ready(bases[0]);
  const db = await postgresClient(databaseUrl);

  if (wants('log')) {
    for (const lines of short ? [40, 1_000] : [40, 1_000, 10_000, 30_000]) {
      const chart = await chartOf(lines, 'Log');
      await edit(chart, 0, 'warm');
      const bytes = [];
      const times = [];
      const sizeOf = async () =>
        Number((await db.query('SELECT pg_database_size(current_database()) AS size')).rows[0].size);
      const before = await sizeOf();
      // Whole pages are logged after a checkpoint: the median is without them.
      for (let i = 0; i < (short ? 10 : 100); i++) {
        bytes.push(
          await logOf(db, async () => {
            const begun = performance.now();
            await edit(chart, i, `letter ${i}`);
            times.push(performance.now() - begun);
          }),
        );
      }
      const grown = (await sizeOf()) - before;
      const opened = [];
      for (let i = 0; i < 11; i++) {
        const begun = performance.now();
        await ask(`/api/charts/${chart.id}`);
        opened.push(performance.now() - begun);
      }
      told(
        `log ${lines}`,
        `${(at(bytes, 0.5) / 1000).toFixed(1)} kB of WAL a letter, ${spread(times)}, ${(grown / 1e6).toFixed(1)} MB grown in ${times.length} edits, opened in ${ms(at(opened, 0.5))} ms`,
      );
    }
  }

  if (wants('beside')) {
    const chart = await chartOf(40, 'Beside');
    const heavyBody = JSON.stringify({ list: listOf(12_000), kind: 'org' });
    for (const heavy of [0, 2]) {
      const until = { done: false };
      let composed = 0;
      const busy = Array.from({ length: heavy }, async () => {
        while (!until.done) {
          // Not parsed: that would keep this program from hearing of the edits.
          const answer = await fetch(`${bases[0]}/api/compose`, {
            method: 'POST',
            body: heavyBody,
            headers: { 'content-type': 'application/json' },
            signal: AbortSignal.timeout(300_000),
          });
          await answer.arrayBuffer();
          if (answer.status === 200) composed++;
          else await wait(200);
        }
      });
      if (heavy) await wait(1_000);
      const times = [];
      const health = [];
      for (let i = 0; i < (short ? 20 : 100); i++) {
        let begun = performance.now();
        await edit(chart, i, `beside ${heavy} ${i}`);
        times.push(performance.now() - begun);
        begun = performance.now();
        await ask('/api/health', {}, 120_000);
        health.push(performance.now() - begun);
        await wait(200);
      }
      until.done = true;
      await Promise.all(busy);
      told(
        `beside ${heavy}`,
        `an edit beside ${heavy} lists of 12,000 lines: ${spread(times)}; health 95 % under ${ms(at(health, 0.95))} ms; ${composed} composed`,
      );
    }
  }

  if (wants('editors'))
    for (const charts of [1, 50]) {
      const people = 50;
      const seconds = short ? 6 : 60;
      const own = await Promise.all(Array.from({ length: charts }, (_, i) => chartOf(40, `Editors ${i}`)));
      const times = [];
      const begun = performance.now();
      let sent = 0;
      const acknowledged = new Map();
      await Promise.all(
        Array.from({ length: people }, async (_, who) => {
          await wait((1_000 / people) * who);
          for (let n = 0; performance.now() - begun < seconds * 1_000; n++) {
            const from = performance.now();
            sent++;
            const chart = own[who % charts];
            const key = `${who} ${n}`;
            const revision = await edit(chart, who * 31 + n, key);
            acknowledged.set(`${chart.id} ${revision}`, key);
            times.push(performance.now() - from);
            await wait(Math.max(0, 1_000 - (performance.now() - from)));
          }
        }),
      );
      // What is stored is what the log says, carried out on what was there before.
      let wrong = 0;
      for (const chart of own) {
        const fields = structuredClone(chart.fields);
        let revision = 0;
        for (;;) {
          const { changes } = (await ask(`/api/charts/${chart.id}/changes?since=${revision}`)).body;
          if (changes.length === 0) break;
          for (const one of changes) {
            revision = one.revision;
            Object.assign(fields[one.change.id], one.change.fields);
            if (acknowledged.get(`${chart.id} ${revision}`) !== one.change.fields.siege) wrong++;
          }
        }
        const { chart: value, revision: now } = (await ask(`/api/charts/${chart.id}`)).body;
        if (now !== revision) wrong++;
        for (const [id, item] of Object.entries(value.items))
          if (JSON.stringify(Object.entries(item.fields).sort()) !== JSON.stringify(Object.entries(fields[id]).sort()))
            wrong++;
      }
      told(
        `editors ${charts}`,
        `${people} people at one edit a second on ${charts} ${charts === 1 ? 'chart' : 'charts'} for ${seconds} s: ${times.length} of ${sent}, ${spread(times)}; ${wrong} differ from the log`,
      );
    }

  if (wants('streams')) {
    second = launch({ host: '127.0.0.1', port: ports[1], databaseUrl });
    await ready(bases[1]);
    const chart = await chartOf(40, 'Streams');
    const many = short ? 60 : 500;
    const heard = followers(ports, chart.id, many);
    await heard.ready;
    const times = [];
    const there = [asking(bases[0]), asking(bases[1])];
    // Not counted: the second instance has only just begun.
    for (let i = 0; i < 6; i++) {
      const begun = performance.now();
      await heard.of(await there[i % 2].edit(chart, i, `warm ${i}`), begun);
      await wait(300);
    }
    for (let i = 0; i < (short ? 5 : 30); i++) {
      const begun = performance.now();
      const revision = await there[i % 2].edit(chart, i, `stream ${i}`);
      times.push(...(await heard.of(revision, begun)));
      await wait(400);
    }
    heard.end();
    told(
      'streams',
      `${many} streams on two instances: ${times.length} heard, half within ${ms(at(times, 0.5))} ms, 99 % within ${ms(at(times, 0.99))} ms, most ${ms(at(times, 1))} ms`,
    );
  }

  if (wants('first')) {
    const browser = await chromium.launch({
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
      args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
    });
    const chart = await chartOf(500, 'First');
    // As after the home page, which shows it.
    await ask(`/api/charts/${chart.id}/picture?as=svg`);
    for (const [name, path, seen] of [
      ['home', '/', 'main'],
      ['editor', `/chart/${chart.id}`, 'svg [data-item]'],
    ]) {
      const times = [];
      const looked = [];
      const bytes = { scripts: 0, packed: 0, gzip: 0, fonts: 0, files: 0 };
      for (let run = 0; run < (short ? 1 : 5); run++) {
        const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
        const page = await context.newPage();
        const answers = [];
        page.on('response', (response) => answers.push(response));
        const begun = performance.now();
        await page.goto(bases[0] + path, { waitUntil: 'commit' });
        await page.waitForSelector(seen);
        times.push(performance.now() - begun);
        // The picture of the server stands until the page draws its own: from when it is here, and anything is painted.
        const pictured = await page.evaluate(() => {
          const picture = performance.getEntriesByType('resource').find(({ name }) => name.includes('/picture?'));
          const painted = performance.getEntriesByName('first-contentful-paint')[0];
          return picture && painted ? Math.max(picture.responseEnd, painted.startTime) : null;
        });
        looked.push(pictured ?? times.at(-1));
        if (run === 0) {
          const at = [...answers];
          for (const response of at) {
            const type = response.headers()['content-type'] ?? '';
            const { responseBodySize } = await response
              .request()
              .sizes()
              .catch(() => ({ responseBodySize: 0 }));
            if (/javascript/.test(type)) {
              const body = await response.body().catch(() => Buffer.alloc(0));
              bytes.scripts += body.length;
              bytes.gzip += gzipSync(body, { level: 9 }).length;
              bytes.packed += responseBodySize;
              bytes.files++;
            } else if (/font/.test(type)) bytes.fonts += responseBodySize;
          }
        }
        await context.close();
      }
      told(
        `first ${name}`,
        `${(bytes.scripts / 1000).toFixed(0)} kB of script in ${bytes.files} files until it is seen, ${(bytes.gzip / 1000).toFixed(0)} kB with gzip, ${(bytes.packed / 1000).toFixed(0)} kB as sent; fonts ${(bytes.fonts / 1000).toFixed(0)} kB; a picture after ${ms(at(looked, 0.5))} ms, its own after ${ms(at(times, 0.5))} ms (medians of ${times.length})`,
      );
    }
    await browser.close();
  }
  await db.end();
} finally {
  first.kill('SIGTERM');
  second?.kill('SIGTERM');
  await wait(1_500);
  output('bash', [`${root}scripts/db.sh`, 'reset'], DATABASE);
}
if (note) writeFileSync(note, JSON.stringify(figures, null, 2));
process.exit(0);
