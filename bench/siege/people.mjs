// node bench/siege/people.mjs [crowd|sign-in|guesses|memory]: what a crowd of strangers does to those who work. Readers of a
// published page, wrong sign-ins and guesses, all from this machine beside the server; with `memory` ten minutes of work, and how
// much the server holds. `SECONDS` shortens each part. Figures are of this machine.
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import http from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { output, root } from '../../scripts/lib/run.mjs';
import { freePort } from '../../scripts/lib/serve.mjs';

const only = process.argv.slice(2);
const wants = (name) => only.length === 0 || only.includes(name);
const seconds = Number(process.env.SECONDS ?? 15);
const DATABASE = { DB_CLUSTER: `people-${process.pid}`, DB_FAST: '1' };
const databaseUrl = output('bash', [`${root}scripts/db.sh`, 'start'], DATABASE);
const port = await freePort();
let logged = '';
const server = spawn(process.execPath, ['scripts/app.mjs'], {
  cwd: root,
  env: {
    ...process.env,
    HOST: '127.0.0.1',
    PORT: String(port),
    DATABASE_URL: databaseUrl,
    PEOPLE: 'on',
    // Each stranger comes from an address of their own.
    TRUST_PROXY: '1',
    METRICS_TOKEN: 'figures for the siege',
    // As `npm start` sets it.
    MALLOC_ARENA_MAX: '2',
    NODE_ENV: 'production',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
server.stdout.on('data', (chunk) => {
  logged += chunk;
});

const agent = new http.Agent({ keepAlive: true, maxSockets: 2_000 });
/** One request over kept connections. @returns status, headers, size of the body, milliseconds */
const ask = (method, path, { body, headers = {}, keep = false } = {}) =>
  new Promise((done) => {
    const begun = performance.now();
    const sent = body === undefined ? undefined : Buffer.from(JSON.stringify(body));
    const end = (status, more = {}) => done({ status, headers: {}, bytes: 0, ms: performance.now() - begun, ...more });
    const req = http.request(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        agent,
        headers: { ...(sent && { 'content-type': 'application/json', 'content-length': sent.length }), ...headers },
      },
      (res) => {
        const chunks = [];
        let bytes = 0;
        res.on('data', (chunk) => {
          bytes += chunk.length;
          if (keep) chunks.push(chunk);
        });
        res.on('end', () =>
          end(res.statusCode, { headers: res.headers, bytes, text: keep ? Buffer.concat(chunks).toString() : '' }),
        );
        res.on('error', () => end(0));
      },
    );
    req.setTimeout(60_000, () => req.destroy());
    req.on('error', () => end(0));
    req.end(sent);
  });
const json = async (method, path, body, headers) => {
  const answer = await ask(method, path, { body, headers, keep: true });
  if (answer.status >= 400 || answer.status === 0)
    throw new Error(`${method} ${path}: ${answer.status} ${answer.text}`);
  return { value: answer.text ? JSON.parse(answer.text) : undefined, headers: answer.headers };
};
const at = (sorted, part) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0;
const figures = (times) => {
  const sorted = [...times].sort((a, b) => a - b);
  return `median ${at(sorted, 0.5).toFixed(0)} ms, 95 % ${at(sorted, 0.95).toFixed(0)} ms, longest ${at(sorted, 1).toFixed(0)} ms`;
};
const counts = (all) =>
  [...new Set(all)]
    .sort()
    .map((one) => `${one}: ${all.filter((other) => other === one).length}`)
    .join(', ');
/** Megabytes that a process holds (proc(5), status). */
const resident = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

try {
  for (let i = 0; (await ask('GET', '/api/ready')).status !== 200; i++) {
    if (i > 300) throw new Error('the server did not get ready');
    await wait(200);
  }
  while (!/\/first#([\w-]+)/.test(logged)) await wait(100);
  const person = { name: 'Oriel Tansley', email: 'oriel@saltmarsh.example', password: 'nine terns on a post' };
  const first = await json('POST', '/api/accounts/first', { token: /\/first#([\w-]+)/.exec(logged)[1], ...person });
  const me = { cookie: first.headers['set-cookie'].map((one) => one.split(';')[0]).join('; ') };
  const list = Array.from({ length: 120 }, (_, i) =>
    i === 0 ? 'Oriel Tansley | Director' : `${i % 7 === 1 ? '\t' : '\t\t'}Person Number ${i} | Keeper of bed ${i}`,
  ).join('\n');
  const { id } = (await json('POST', '/api/charts', { kind: 'org', title: 'Garden', list }, me)).value;
  const page = (await json('POST', `/api/charts/${id}/shares`, { page: true, may: 'look' }, me)).value.with.page;
  const own = (await json('POST', '/api/charts', { kind: 'org', title: 'Own', list }, me)).value.id;
  const item = Object.keys((await json('GET', `/api/charts/${own}`, undefined, me)).value.chart.items)[5];

  /** Somebody who edits another chart all the while. */
  async function editing(until) {
    const times = [];
    for (let n = 0; !until.done; n++) {
      const body = {
        base: 0,
        changes: [{ type: 'edit-fields', id: item, fields: { name: `Name ${n} ${Date.now()}` } }],
      };
      const { ms, status } = await ask('PATCH', `/api/charts/${own}/changes`, { body, headers: me });
      if (status === 200) times.push(ms);
      else times.push(60_000);
      await wait(100);
    }
    return times;
  }
  /** So many a second, whether or not those before are answered. */
  async function crowd(rate, name, init) {
    const times = [];
    const states = [];
    let bytes = 0;
    const until = { done: false };
    const editor = editing(until);
    const open = [];
    const begun = performance.now();
    for (let sent = 0; sent < rate * seconds; ) {
      const due = Math.min(rate * seconds, Math.floor(((performance.now() - begun) / 1_000) * rate));
      for (; sent < due; sent++)
        open.push(
          ask('GET', page, init(sent)).then((answer) => {
            times.push(answer.ms);
            states.push(answer.status);
            bytes = Math.max(bytes, answer.bytes);
          }),
        );
      await wait(5);
    }
    await Promise.all(open);
    const took = (performance.now() - begun) / 1_000;
    until.done = true;
    console.log(
      `${name}: ${(states.length / took).toFixed(0)} a second (${counts(states)}; ${(bytes / 1_000).toFixed(0)} kB): ${figures(times)}`,
    );
    console.log(`  an editor beside them: ${figures(await editor)}`);
  }
  if (wants('crowd')) {
    const packed = { headers: { 'accept-encoding': 'br' } };
    const { headers } = await ask('GET', page, packed);
    const known = { headers: { ...packed.headers, 'if-none-match': headers.etag } };
    await crowd(Number(process.env.RATE ?? 1_000), 'readers of an unchanged page', () => packed);
    await crowd(2 * Number(process.env.RATE ?? 1_000), 'nine of ten have it already', (i) =>
      i % 10 === 0 ? packed : known,
    );
  }
  if (wants('sign-in'))
    for (const many of [600, 1_200]) {
      await wait(2_000);
      await ask('GET', '/api/charts', { headers: me });
      const flood = Promise.all(
        Array.from({ length: many }, (_, i) =>
          ask('POST', '/api/sign-in', {
            body: { email: `nobody${i}@saltmarsh.example`, password: 'x' },
            headers: { 'x-forwarded-for': `10.0.${i % 200}.${Math.floor(i / 200)}` },
          }),
        ),
      );
      const over = { done: false };
      void flood.then(() => {
        over.done = true;
      });
      const times = [];
      const signedIn = new http.Agent({ keepAlive: true });
      do {
        const begun = performance.now();
        await new Promise((done) =>
          http
            .get({ host: '127.0.0.1', port, path: '/api/charts', headers: me, agent: signedIn }, (res) =>
              res.resume().on('end', done),
            )
            .on('error', done),
        );
        times.push(performance.now() - begun);
        await wait(20);
      } while (!over.done);
      console.log(
        `${many} wrong sign-ins at once (${counts((await flood).map(({ status }) => status))}): the list of charts ${figures(times)}`,
      );
    }
  if (wants('guesses')) {
    const { id: klass, code } = (await json('POST', '/api/classes', { name: 'Year 7' }, me)).value;
    const joined = await json('POST', '/api/classes/join', { code, name: 'Vic Hall' });
    const cards = await Promise.all(
      Array.from({ length: 600 }, (_, i) =>
        ask('POST', '/api/classes/join', {
          body: { code, name: 'Vic Hall', card: i < 599 ? `oak elm ${i}` : joined.value.card },
        }),
      ),
    );
    console.log(`600 guesses at a card at once (403: compared): ${counts(cards.map(({ status }) => status))}`);
    const words = await Promise.all(
      Array.from({ length: 400 }, (_, i) =>
        ask('POST', '/api/sign-in', {
          body: { email: person.email, password: i < 399 ? `guess ${i}` : person.password },
        }),
      ),
    );
    console.log(`400 guesses at a password at once (401: compared): ${counts(words.map(({ status }) => status))}`);
    const flood = await Promise.all(
      Array.from({ length: 300 }, (_, i) => ask('POST', '/api/classes/join', { body: { code, name: `Nobody ${i}` } })),
    );
    console.log(`300 joins at once (201: joined): ${counts(flood.map(({ status }) => status))}; class ${klass}`);
  }
  if (wants('memory')) {
    const minutes = Number(process.env.MINUTES ?? 10);
    const until = performance.now() + minutes * 60_000;
    let [most, n] = [0, 0];
    const look = setInterval(() => {
      most = Math.max(most, resident(server.pid));
    }, 500);
    const worker = async (k) => {
      while (performance.now() < until) {
        n++;
        const made = (
          await json(
            'POST',
            '/api/charts',
            { kind: ['org', 'concept', 'venn'][n % 3], title: `Chart ${n}`, list: n % 9 === 0 ? list.repeat(6) : list },
            me,
          )
        ).value.id;
        for (let i = 0; i < 4; i++)
          await ask('PATCH', `/api/charts/${made}/changes`, {
            body: { base: 0, changes: [{ type: 'rename', title: `Chart ${n} ${i}` }] },
            headers: me,
          });
        const stream = http.get({ host: '127.0.0.1', port, path: `/api/charts/${made}/events`, headers: me }, (res) =>
          res.resume(),
        );
        stream.on('error', () => undefined);
        for (const as of ['svg', 'png', 'pdf', 'pptx', 'docx', 'html'])
          await ask('GET', `/api/charts/${made}/picture?as=${as}`, { headers: me });
        await ask('GET', `/api/charts/${made}/list?as=xlsx`, { headers: me });
        await ask('POST', `/api/charts/${made}/fit`, { body: {}, headers: me });
        stream.destroy();
        await ask('DELETE', `/api/charts/${made}`, { headers: me });
        if (k === 0 && n % 20 < 4)
          console.log(
            `  ${((until - performance.now()) / 60_000).toFixed(1)} min left, ${n} charts: ${resident(server.pid).toFixed(0)} MB`,
          );
      }
    };
    await Promise.all([0, 1, 2, 3].map(worker));
    clearInterval(look);
    await wait(30_000);
    const told = await ask('GET', '/metrics', {
      headers: { authorization: 'Bearer figures for the siege' },
      keep: true,
    });
    for (const line of told.text.split('\n'))
      if (/^(nodejs_heap_size_(total|used)|nodejs_external|cache_bytes|nodejs_heap_space_size_total)/.test(line))
        console.log(`  ${line}`);
    console.log(
      `${minutes} minutes of making, editing, drawing and streams, ${n} charts: at most ${most.toFixed(0)} MB, ${resident(server.pid).toFixed(0)} MB half a minute later`,
    );
  }
} finally {
  server.kill('SIGTERM');
  await Promise.race([new Promise((done) => server.once('exit', done)), wait(12_000)]);
  output('bash', [`${root}scripts/db.sh`, 'reset'], DATABASE);
  agent.destroy();
}
process.exit(0);
