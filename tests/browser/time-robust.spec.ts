/** Time on two servers at once: nothing half adopted whatever dies, old letters folded, what is set for a day carried out. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { inDatabase, newDatabase, type Started, started } from './other-server';
import { expect, test } from './test';

const base = process.env['DATABASE_URL'];
test.skip(base === undefined, 'needs DATABASE_URL');
test.describe.configure({ mode: 'serial' });

const name = `time_${process.pid}`;
let url: string;
let server: Started;

test.beforeAll(async () => {
  url = await newDatabase(base!, name);
  server = await started(url);
});
test.afterAll(async () => {
  await server?.end();
  await inDatabase(base!, (client) => client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`));
});

const call = async <T>(
  at: string,
  method: string,
  path: string,
  body?: object,
): Promise<{ status: number; value: T }> => {
  const answer = await fetch(at + path, {
    method,
    ...(body && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  const text = await answer.text();
  return { status: answer.status, value: (text ? JSON.parse(text) : undefined) as T };
};
interface Stored {
  readonly revision: number;
  readonly chart: { readonly items: Record<string, { fields: Record<string, string> }> };
}
const chartOf = async (id: string, at = server.at) => (await call<Stored>(at, 'GET', `/api/charts/${id}`)).value;
const made = async (list: string) =>
  (await call<{ id: string }>(server.at, 'POST', '/api/charts', { kind: 'org', title: 'Trust', list })).value.id;
const change = async (id: string, changes: object[], at = server.at) => {
  const { revision } = await chartOf(id, at);
  return call(at, 'PATCH', `/api/charts/${id}/changes`, { base: revision, changes });
};
const trialWith = async (id: string, count: number, day?: string) => {
  const { value } = await call<{ id: string }>(server.at, 'POST', `/api/charts/${id}/trials`, {
    name: 'More',
    ...(day && { day }),
  });
  const items = Array.from({ length: count }, (_, i) => ({ id: `t${i}`, parent: null, fields: { name: `New ${i}` } }));
  await change(value.id, [{ type: 'add-items', items }]);
  return value.id;
};
const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

test('whatever moment a server is killed at while it adopts, all is adopted or nothing', async () => {
  const id = await made('Ann\n\tBo\n');
  for (const wait of [0, 3, 8, 15, 25, 40, 70, 120]) {
    const before = Object.keys((await chartOf(id)).chart.items).length;
    const { value } = await call<{ id: string }>(server.at, 'POST', `/api/charts/${id}/trials`, {
      name: `Try ${wait}`,
    });
    const trial = value.id;
    const items = Array.from({ length: 40 }, (_, i) => ({
      id: `w${wait}n${i}`,
      parent: null,
      fields: { name: `New ${i}` },
    }));
    await change(trial, [{ type: 'add-items', items }]);
    const port = await freePort();
    const other = spawn(process.execPath, ['scripts/app.mjs'], {
      env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', DATABASE_URL: url },
      stdio: 'ignore',
      detached: true,
    });
    const ended = new Promise((resolve) => other.once('exit', resolve));
    await expect
      .poll(async () => (await fetch(`http://127.0.0.1:${port}/api/ready`).catch(() => undefined))?.status, {
        timeout: 60_000,
      })
      .toBe(200);
    // It has looked at both before, so that what is left to do is short.
    await call(`http://127.0.0.1:${port}`, 'GET', `/api/charts/${trial}/differences`);
    const asked = fetch(`http://127.0.0.1:${port}/api/charts/${trial}/adopt`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    }).catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, wait));
    process.kill(-other.pid!, 'SIGKILL');
    await ended;
    await asked;
    // Locks of the dead server's connection go when the database notices.
    await expect.poll(async () => (await call(server.at, 'GET', `/api/charts/${id}`)).status).toBe(200);
    const now = await chartOf(id);
    const added = Object.keys(now.chart.items).length - before;
    const inBin = (await call(server.at, 'GET', `/api/charts/${trial}`)).status === 404;
    expect([0, 40]).toContain(added);
    expect(inBin).toBe(added === 40);
    const { value: history } = await call<{ entries: { note: string | null }[] }>(
      server.at,
      'GET',
      `/api/charts/${id}/history`,
    );
    expect(history.entries.some(({ note }) => note === `All of the trial “Try ${wait}” adopted`)).toBe(added === 40);
    // Another server adopts what was not, once.
    if (added === 0) {
      expect((await call(server.at, 'POST', `/api/charts/${trial}/adopt`, {})).status).toBe(200);
      expect(Object.keys((await chartOf(id)).chart.items).length - before).toBe(40);
    }
  }
});

test('two servers that adopt the same trial at once adopt it once', async () => {
  const other = await started(url);
  try {
    const id = await made('Ann\n\tBo\n');
    const trial = await trialWith(id, 10);
    const answers = await Promise.all(
      [server.at, other.at].map((at) => call(at, 'POST', `/api/charts/${trial}/adopt`, {})),
    );
    expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThanOrEqual(1);
    expect(Object.keys((await chartOf(id)).chart.items)).toHaveLength(12);
    const { value } = await call<{ entries: { words: string }[] }>(other.at, 'GET', `/api/charts/${id}/history`);
    expect(value.entries.filter(({ words }) => words.includes('10'))).toHaveLength(1);
    // Edits of two people on two servers, while a third adopts: nothing is lost.
    const second = await trialWith(id, 0);
    await change(second, [{ type: 'add-items', items: [{ id: 'x', parent: null, fields: { name: 'X' } }] }]);
    const ids = Object.keys((await chartOf(id)).chart.items);
    const edits = ids.map((item, i) =>
      change(id, [{ type: 'edit-fields', id: item, fields: { post: `P${i}` } }], i % 2 ? server.at : other.at),
    );
    const adopted = call(server.at, 'POST', `/api/charts/${second}/adopt`, {});
    const done = [...(await Promise.all(edits)), await adopted];
    expect(done.map(({ status }) => status).filter((status) => status !== 200)).toEqual([]);
    const { chart } = await chartOf(id);
    expect(ids.map((item, i) => chart.items[item]!.fields['post'] === `P${i}`)).toEqual(ids.map(() => true));
    expect(chart.items['x']).toBeDefined();
  } finally {
    await other.end();
  }
});

test('letters of one word are one entry after a day, and every moment that matters is as it was', async () => {
  const id = await made('Ann\n\tBo\n');
  const { chart: start } = await chartOf(id);
  const bo = Object.keys(start.items).find((item) => start.items[item]!.fields['name'] === 'Bo')!;
  for (const word of ['Bob', 'Bobb', 'Bobby'])
    await change(id, [{ type: 'edit-fields', id: bo, fields: { name: word } }]);
  await call(server.at, 'POST', `/api/charts/${id}/save-points`, { name: 'Bobby' });
  for (const word of ['Bobby T', 'Bobby Ty', 'Bobby Tye'])
    await change(id, [{ type: 'edit-fields', id: bo, fields: { name: word } }]);
  const moments = new Map<number, object>();
  for (const revision of [0, 3, 6])
    moments.set(revision, (await call<Stored>(server.at, 'GET', `/api/charts/${id}?at=${revision}`)).value.chart);
  await inDatabase(url, (client) =>
    client.query("UPDATE changes SET at = at - interval '2 days' WHERE chart = $1", [id]),
  );
  // A server that begins does what is due.
  const other = await started(url);
  try {
    const revisions = () =>
      inDatabase(url, async (client) =>
        (await client.query('SELECT revision FROM changes WHERE chart = $1 ORDER BY revision', [id])).rows.map((row) =>
          Number(row.revision),
        ),
      );
    await expect.poll(revisions).toEqual([3, 6]);
    for (const [revision, chart] of moments)
      expect((await call<Stored>(other.at, 'GET', `/api/charts/${id}?at=${revision}`)).value.chart).toEqual(chart);
    const { value } = await call<{ entries: { words: string }[] }>(other.at, 'GET', `/api/charts/${id}/history`);
    expect(value.entries.map(({ words }) => words)).toEqual(['Bobby renamed “Bobby Tye”', 'Bo renamed “Bobby”']);
    // Whoever was in between is brought up, and undo takes back the word.
    const { value: missed } = await call<{ revision: number; changes: { revision: number }[] }>(
      other.at,
      'GET',
      `/api/charts/${id}/changes?since=4`,
    );
    expect(missed.changes.map(({ revision }) => revision)).toEqual([6]);
    const { value: steps } = await call<{ steps: { inverse: object }[] }>(
      other.at,
      'GET',
      `/api/charts/${id}/changes?steps=1`,
    );
    await change(id, [steps.steps.at(-1)!.inverse]);
    expect((await chartOf(id)).chart.items[bo]!.fields['name']).toBe('Bobby');
  } finally {
    await other.end();
  }
});

test('what is set for a day is carried out on it, with a note; what clashes waits and says so', async () => {
  const id = await made('Ann\n\tBo\n');
  const bo = Object.entries((await chartOf(id)).chart.items).find(([, { fields }]) => fields['name'] === 'Bo')![0];
  const trial = await trialWith(id, 2, '2999-01-01');
  const clashing = (
    await call<{ id: string }>(server.at, 'POST', `/api/charts/${id}/trials`, { name: 'Clashing', day: '2999-01-02' })
  ).value.id;
  await change(clashing, [{ type: 'edit-fields', id: bo, fields: { name: 'Bo Trial' } }]);
  await change(id, [{ type: 'edit-fields', id: bo, fields: { name: 'Bo Real' } }]);
  // The day comes.
  await inDatabase(url, (client) =>
    client.query('UPDATE charts SET trial_day = current_date WHERE id = ANY ($1)', [[trial, clashing]]),
  );
  const other = await started(url);
  try {
    await expect.poll(async () => Object.keys((await chartOf(id)).chart.items).length).toBe(4);
    const { value } = await call<{ entries: { note: string | null }[] }>(server.at, 'GET', `/api/charts/${id}/history`);
    expect(value.entries[0]!.note).toMatch(/^From .*: More$/);
    await expect
      .poll(async () =>
        (
          await call<{ trials: { said: string | null }[] }>(server.at, 'GET', `/api/charts/${id}/trials`)
        ).value.trials.map(({ said }) => said),
      )
      .toEqual(['The chart and the trial did different things to the same; say of each which is taken.']);
    expect((await chartOf(id)).chart.items[bo]!.fields['name']).toBe('Bo Real');
  } finally {
    await other.end();
  }
});
