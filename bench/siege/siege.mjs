// npm run siege: what takes it down? Kills of the database and of the server while people write, many editors of one chart,
// hostile requests. `--short` does a little of each; the figures are of this machine. Exits with 1 where anything was lost.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { build } from '../../scripts/lib/build.mjs';
import { noteFailure } from '../../scripts/lib/failures.mjs';
import { output, root } from '../../scripts/lib/run.mjs';
import { freePort, launch } from '../../scripts/lib/serve.mjs';
import { packages, postgres } from '../../scripts/lib/setup.mjs';
import { fuzz } from './fuzz.mjs';
import { silencer } from './half-open.mjs';
import { besiegeStart } from './start.mjs';

const short = process.argv.includes('--short');
const only = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const wants = (name) => only.length === 0 || only.includes(name);
const DATABASE = { DB_CLUSTER: `siege-${process.pid}` };
let failed = 0;
const told = (ok, words) => {
  if (!ok) {
    failed++;
    noteFailure(words);
  }
  console.log(`${ok ? 'ok  ' : 'FAIL'} ${words}`);
};

await packages({ all: true });
await postgres();
await build();
const databaseUrl = output('bash', [`${root}scripts/db.sh`, 'start'], DATABASE);
const database = new URL(databaseUrl);
const port = await freePort();
const base = `http://127.0.0.1:${port}`;
let server = launch({ host: '127.0.0.1', port, databaseUrl });
let starts = 1;
let stopping = false;

const ask = async (path, init = {}, ms = 20_000, at = base) => {
  const { signal } = AbortSignal.timeout ? { signal: AbortSignal.timeout(ms) } : {};
  const response = await fetch(at + path, { ...init, signal });
  const text = await response.text();
  return {
    status: response.status,
    body: text && /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text,
  };
};
const ready = async (seconds = 60, at = base) => {
  for (let i = 0; i < seconds * 10; i++) {
    if ((await ask('/api/ready', {}, 3_000, at).catch(() => undefined))?.status === 200) return true;
    await wait(100);
  }
  return false;
};
const send = (method, path, body, headers = {}) =>
  ask(path, { method, body: JSON.stringify(body), headers: { 'content-type': 'application/json', ...headers } });
const chartOf = async (items) => {
  const list = Array.from({ length: items }, (_, i) => (i === 0 ? 'Top | Head' : `\tPerson ${i} | Post ${i}`)).join(
    '\n',
  );
  const made = await send('POST', '/api/charts', { title: `Siege ${items}`, kind: 'org', list });
  const { chart } = (await ask(`/api/charts/${made.body.id}`)).body;
  return { id: made.body.id, items: Object.keys(chart.items) };
};

/** Whoever writes: each change has its key, and is sent until it is acknowledged. */
async function writer(chart, who, until, acknowledged, times, pause) {
  let n = 0;
  let base = 0;
  while (!until.done) {
    const key = `${chart.id}-${who}-${n}`;
    const body = {
      base,
      changes: [{ type: 'edit-fields', id: chart.items[(who * 7 + n) % chart.items.length], fields: { siege: key } }],
    };
    const begun = performance.now();
    for (;;) {
      const answer = await send('PATCH', `/api/charts/${chart.id}/changes`, body, { 'idempotency-key': key }).catch(
        () => undefined,
      );
      if (answer?.status === 200) {
        acknowledged.set(key, answer.body.revision);
        base = answer.body.revision;
        times?.push(performance.now() - begun);
        break;
      }
      if (answer && answer.status < 500)
        throw new Error(`${answer.status} ${JSON.stringify(answer.body).slice(0, 300)}`);
      if (answer?.status === 500) until.broken = (until.broken ?? 0) + 1;
      if (until.done) return;
      await wait(150);
    }
    n++;
    if (pause) await wait(Math.max(0, pause - (performance.now() - begun)));
  }
}

/** Every acknowledged change is in the log once, at its revision. */
async function nothingLost(chart, acknowledged, what) {
  const log = [];
  for (let since = 0; ; ) {
    const { changes } = (await ask(`/api/charts/${chart.id}/changes?since=${since}`)).body;
    log.push(...changes);
    if (changes.length === 0) break;
    since = changes.at(-1).revision;
  }
  const times = new Map();
  for (const { key, revision } of log) times.set(key, [...(times.get(key) ?? []), revision]);
  const lost = [...acknowledged].filter(([key, revision]) => !times.get(key)?.includes(revision));
  const doubled = [...times].filter(([, revisions]) => revisions.length > 1);
  const gaps = log.filter(({ revision }, i) => revision !== i + 1);
  told(
    lost.length + doubled.length + gaps.length === 0,
    `${what}: ${acknowledged.size} acknowledged changes, ${lost.length} lost, ${doubled.length} doubled, ${gaps.length} gaps`,
  );
}

/** Number of the database server's process, from the file it keeps beside its data. */
const postmaster = () => {
  const folder = /\((.*)\)/.exec(output('bash', [`${root}scripts/db.sh`, 'status'], DATABASE))[1];
  return Number(readFileSync(`${folder}/postmaster.pid`, 'utf8').split('\n')[0]);
};
const databaseDies = async (how) => {
  if (how === 'restart') spawnSync('bash', [`${root}scripts/db.sh`, 'stop'], { env: { ...process.env, ...DATABASE } });
  else process.kill(postmaster(), how);
  await wait(150);
  output('bash', [`${root}scripts/db.sh`, 'start'], { ...DATABASE, DB_PORT: database.port });
};

server.on('exit', () => undefined);
try {
  if (!(await ready())) throw new Error('the server did not get ready');

  if (wants('database')) {
    const chart = await chartOf(40);
    const until = { done: false };
    const acknowledged = new Map();
    const pid = server.pid;
    let died = false;
    server.once('exit', () => {
      died = !stopping;
    });
    const writers = Array.from({ length: 12 }, (_, who) => writer(chart, who, until, acknowledged));
    const streams = new AbortController();
    for (let i = 0; i < 6; i++) void follow(chart, streams.signal);
    const kills = short ? 6 : 60;
    for (let i = 0; i < kills && !died; i++) {
      await wait(200 + Math.random() * 500);
      await databaseDies(['SIGKILL', 'SIGQUIT', 'restart'][i % 3]);
    }
    const back = await ready();
    await wait(1_000);
    until.done = true;
    await Promise.all(writers);
    streams.abort();
    told(
      !died && back && server.pid === pid,
      `the server process survives ${kills} kills and restarts of its database`,
    );
    told(!until.broken, `${until.broken ?? 0} answers of 500 meanwhile`);
    if (!died) await nothingLost(chart, acknowledged, 'kills of the database');
  }

  if (wants('server')) {
    const chart = await chartOf(40);
    const until = { done: false };
    const acknowledged = new Map();
    const writers = Array.from({ length: 12 }, (_, who) => writer(chart, who, until, acknowledged));
    const kills = short ? 3 : 20;
    for (let i = 0; i < kills; i++) {
      await wait(300 + Math.random() * 500);
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      await ended;
      server = launch({ host: '127.0.0.1', port, databaseUrl });
      starts++;
      await ready();
    }
    await wait(500);
    until.done = true;
    await Promise.all(writers);
    await nothingLost(chart, acknowledged, `${kills} kills of the server`);
  }

  if (wants('ending')) {
    const chart = await chartOf(40);
    const asked = Array.from({ length: 8 }, (_, i) =>
      send('PATCH', `/api/charts/${chart.id}/changes`, { base: 0, changes: [{ type: 'rename', title: `T${i}` }] }).then(
        ({ status }) => status,
        () => 'cut off',
      ),
    );
    const slow = ask(`/api/charts/${chart.id}/picture?as=pdf`).then(
      ({ status }) => status,
      () => 'cut off',
    );
    const streams = new AbortController();
    void follow(chart, streams.signal);
    await wait(60);
    const ended = new Promise((resolve) => server.once('exit', resolve));
    const begun = performance.now();
    server.kill('SIGTERM');
    const answers = await Promise.all([...asked, slow]);
    await ended;
    told(
      answers.every((status) => status === 200),
      `ended in ${((performance.now() - begun) / 1000).toFixed(1)} s with 9 requests and a stream in flight, answered ${answers.join(' ')}`,
    );
    server = launch({ host: '127.0.0.1', port, databaseUrl });
    await ready();
  }

  if (wants('twice')) {
    const other = await freePort();
    const second = launch({ host: '127.0.0.1', port: other, databaseUrl });
    await ready(60, `http://127.0.0.1:${other}`);
    const keys = short ? 10 : 60;
    let doubled = 0;
    const wrong = [];
    for (let i = 0; i < keys; i++) {
      const init = {
        method: 'POST',
        body: JSON.stringify({ title: `Twice ${i}`, kind: 'org', list: 'Ann\n\tBo\n' }),
        headers: { 'content-type': 'application/json', 'idempotency-key': `twice-${process.pid}-${i}` },
      };
      const answers = await Promise.all([
        ask('/api/charts', init),
        ask('/api/charts', init, 20_000, `http://127.0.0.1:${other}`),
      ]);
      wrong.push(...answers.filter(({ status }) => status !== 201).map(({ status }) => status));
      if (new Set(answers.map(({ body }) => body.id)).size > 1) doubled++;
    }
    second.kill('SIGTERM');
    told(
      doubled + wrong.length === 0,
      `${keys} keys sent to two servers at once: ${doubled} made two charts, ${wrong.length} other answers`,
    );
  }

  if (wants('half-open')) {
    const line = await silencer(database);
    const other = await freePort();
    const at = `http://127.0.0.1:${other}`;
    const second = launch({ host: '127.0.0.1', port: other, databaseUrl: line.url });
    await ready(60, at);
    const chart = await chartOf(3);
    const streams = new AbortController();
    const reader = { revision: 0 };
    void follow(chart, streams.signal, at, reader);
    const rename = (title) =>
      send('PATCH', `/api/charts/${chart.id}/changes`, { base: 0, changes: [{ type: 'rename', title }] });
    await wait(1_000);
    await rename('Heard');
    await wait(1_000);
    const before = reader.revision;
    const silent = line.silence();
    await rename('After the silence');
    const begun = performance.now();
    while (reader.revision < 2 && performance.now() - begun < 60_000) await wait(200);
    const took = (performance.now() - begun) / 1_000;
    told(
      before === 1 && silent > 0 && reader.revision === 2,
      `${silent} lines to the database gone silent: readers hear of changes again after ${took.toFixed(1)} s`,
    );
    streams.abort();
    second.kill('SIGKILL');
    line.close();
  }

  for (const items of wants('editors') ? [40, 2_000] : []) {
    const chart = await chartOf(items);
    const people = short ? 20 : 50;
    const seconds = short ? 6 : 30;
    const until = { done: false };
    const acknowledged = new Map();
    const times = [];
    const streams = new AbortController();
    const readers = Array.from({ length: people }, () => ({ revision: 0 }));
    for (const reader of readers) void follow(chart, streams.signal, base, reader);
    await wait(500);
    const writers = Array.from({ length: people }, async (_, who) => {
      await wait((1_000 / people) * who);
      return writer(chart, who, until, acknowledged, times, 1_000);
    });
    await wait(seconds * 1_000);
    until.done = true;
    await Promise.all(writers);
    const behindNow = () => readers.filter(({ revision }) => revision < acknowledged.size).length;
    // The short run is on a machine of any speed: it sees to it that nothing is lost, not to how soon.
    const patience = performance.now() + (short ? 20_000 : 500);
    while (behindNow() > 0 && performance.now() < patience) await wait(50);
    const behind = behindNow();
    streams.abort();
    const sorted = times.sort((a, b) => a - b);
    const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
    const expected = people * seconds;
    told(
      (short || (at(0.95) < 150 && acknowledged.size > expected * 0.9)) && acknowledged.size > 0 && behind === 0,
      `${people} editors of ${items} items at a change a second: ${acknowledged.size} of ${expected} in ${seconds} s, half under ${at(0.5).toFixed(0)} ms, 95 % under ${at(0.95).toFixed(0)} ms, most ${at(1).toFixed(0)} ms; ${behind} streams behind`,
    );
    await nothingLost(chart, acknowledged, 'editors');
  }

  if (wants('fuzz')) {
    const count = short ? 500 : 10_000;
    const { wrong, statuses } = await fuzz(base, count);
    told(wrong.length === 0, `${count} requests made from the API's description: ${JSON.stringify(statuses)}`);
    for (const words of wrong.slice(0, 30)) console.log(`     ${words}`);
  }

  if (wants('start')) await besiegeStart(told);

  if (wants('memory')) {
    const rss = Number(readFileSync(`/proc/${server.pid}/status`, 'utf8').match(/VmRSS:\s+(\d+)/)?.[1] ?? 0) / 1024;
    told(rss < 1_500, `the server has ${rss.toFixed(0)} MB at the end; it was started ${starts} times`);
  }
} finally {
  stopping = true;
  server.kill('SIGKILL');
  spawnSync('bash', [`${root}scripts/db.sh`, 'reset'], { env: { ...process.env, ...DATABASE } });
}
console.log(failed === 0 ? 'nothing took it down' : `${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

/**
 * Hears of a chart until it is over, coming back where the stream ends.
 * @param heard holds the revision heard last
 * @returns that revision
 */
async function follow(chart, signal, at = base, heard = { revision: 0 }) {
  while (!signal.aborted) {
    try {
      const response = await fetch(`${at}/api/events?chart=${chart.id}`, { signal });
      const decoder = new TextDecoder();
      let rest = '';
      for await (const chunk of response.body) {
        rest += decoder.decode(chunk, { stream: true });
        for (const found of rest.matchAll(/"revision":(\d+)/g))
          heard.revision = Math.max(heard.revision, Number(found[1]));
        rest = rest.slice(-40);
      }
    } catch {
      // Asked again below.
    }
    await wait(200).catch(() => undefined);
  }
  return heard.revision;
}
