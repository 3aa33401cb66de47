// Parts of the load bench: asking a server, and following a chart by many streams.
import { get } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import pg from 'pg';

/** The value below which a share of some values lies. */
export function at(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}

/** A list of posts, ten under each. */
export function listOf(lines) {
  const level = (i) => (i === 0 ? 0 : 1 + level(Math.floor((i - 1) / 10)));
  const out = [];
  const walk = (i) => {
    out.push(`${'\t'.repeat(level(i))}Person ${i} | Post ${i}`);
    for (let child = i * 10 + 1; child <= i * 10 + 10 && child < lines; child++) walk(child);
  };
  walk(0);
  return out.join('\n');
}

export async function postgresClient(connectionString) {
  const client = new pg.Client({ connectionString });
  await client.connect();
  return client;
}

/** Bytes of the database's log that some work writes. */
export async function logOf(db, work) {
  const from = (await db.query('SELECT pg_current_wal_insert_lsn() AS at')).rows[0].at;
  await work();
  const { rows } = await db.query('SELECT pg_wal_lsn_diff(pg_current_wal_insert_lsn(), $1) AS bytes', [from]);
  return Number(rows[0].bytes);
}

export function asking(base) {
  const ask = async (path, init = {}, limit = 60_000) => {
    const response = await fetch(base + path, { ...init, signal: AbortSignal.timeout(limit) });
    const text = await response.text();
    return {
      status: response.status,
      body: /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text,
    };
  };
  const send = (method, path, body) =>
    ask(path, { method, body: JSON.stringify(body), headers: { 'content-type': 'application/json' } });
  const chartOf = async (lines, title) => {
    const made = await send('POST', '/api/charts', { title, kind: 'org', list: listOf(lines) });
    if (made.status !== 201) throw new Error(`${made.status} ${JSON.stringify(made.body)}`);
    const { chart } = (await ask(`/api/charts/${made.body.id}`)).body;
    const fields = Object.fromEntries(Object.entries(chart.items).map(([id, item]) => [id, { ...item.fields }]));
    return { id: made.body.id, items: Object.keys(chart.items), fields };
  };
  /** One field of one item. @returns the revision */
  const edit = async (chart, n, text) => {
    const { status, body } = await send('PATCH', `/api/charts/${chart.id}/changes`, {
      base: 0,
      changes: [{ type: 'edit-fields', id: chart.items[n % chart.items.length], fields: { siege: text } }],
    });
    if (status !== 200) throw new Error(`${status} ${JSON.stringify(body)}`);
    return body.revision;
  };
  return { ask, send, chartOf, edit };
}

export async function ready(base) {
  for (let i = 0; i < 600; i++) {
    const answer = await fetch(`${base}/api/ready`).catch(() => undefined);
    if (answer?.ok) return;
    await wait(100);
  }
  throw new Error(`${base} did not get ready`);
}

/** Many streams of one chart, shared out to some ports. */
export function followers(ports, id, many) {
  const hearing = Array.from({ length: many }, () => ({ revision: -1, told: undefined }));
  const requests = [];
  const opened = hearing.map(
    (one, i) =>
      new Promise((open, fail) => {
        const request = get(
          { host: '127.0.0.1', port: ports[i % ports.length], path: `/api/events?chart=${id}`, agent: false },
          (answer) => {
            answer.setEncoding('utf8');
            answer.on('data', (text) => {
              for (const found of text.matchAll(/"revision":(\d+)/g))
                one.revision = Math.max(one.revision, Number(found[1]));
              if (one.revision >= 0) open();
              one.told?.();
            });
          },
        );
        request.on('error', fail);
        requests.push(request);
      }),
  );
  return {
    ready: Promise.all(opened),
    /** How long each took to hear of a revision, in ms. */
    of: (revision, begun) =>
      Promise.all(
        hearing.map(
          (one) =>
            new Promise((done) => {
              const look = () => one.revision >= revision && done(performance.now() - begun);
              one.told = look;
              look();
            }),
        ),
      ),
    end: () => {
      for (const request of requests) request.destroy();
    },
  };
}
