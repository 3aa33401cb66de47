/** What earlier versions stored, and what can't be read. */
import { readdirSync, readFileSync } from 'node:fs';
import { inDatabase, type Started, started } from './other-server';
import { newChart } from './support';
import { expect, test } from './test';

const database = process.env['DATABASE_URL'];
// Without the database's address, as when a server that runs is tried, there is nothing to look into.
test.skip(database === undefined, 'needs DATABASE_URL');

/** A chart as it was stored before its parts were rows of their own. */
const { settings, parts } = JSON.parse(readFileSync('tests/stored/version-1.json', 'utf8'));
const OLD = { ...settings, ...parts, title: 'From before', style: { id: 'own', name: 'Ours' } };
const ITEM = Object.keys(OLD.items)[1]!;

test('a database of an earlier version is taken on with all that is in it', async () => {
  const name = `upgrade_${process.pid}`;
  await inDatabase(database!, (client) => client.query(`CREATE DATABASE ${name}`));
  const url = new URL(database!);
  url.pathname = `/${name}`;
  let server: Started | undefined;
  try {
    const owner = await inDatabase(url.href, async (client) => {
      await client.query('CREATE TABLE migrations (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())');
      const before = readdirSync('db/migrations')
        .filter((file) => file < '008')
        .sort();
      for (const file of before) {
        await client.query(readFileSync(`db/migrations/${file}`, 'utf8'));
        await client.query('INSERT INTO migrations (name) VALUES ($1)', [file]);
      }
      const { rows } = await client.query("INSERT INTO accounts (name) VALUES ('Local account') RETURNING id");
      await client.query(
        'INSERT INTO charts (id, owner, kind, title, value, revision) VALUES ($1, $2, $3, $4, $5, 1)',
        ['old-chart', rows[0].id, 'org', OLD.title, JSON.stringify(OLD)],
      );
      await client.query(
        "INSERT INTO changes (chart, revision, change, inverse, origin, account) VALUES ('old-chart', 1, $1, $2, 'do', $3)",
        [
          JSON.stringify({ type: 'rename', title: OLD.title }),
          JSON.stringify({ type: 'rename', title: '-' }),
          rows[0].id,
        ],
      );
      await client.query("INSERT INTO done_once (what) VALUES ('demo data')");
      return rows[0].id as string;
    });
    server = await started(url.href);
    const { at } = server;
    const get = async (path: string) => (await fetch(at + path)).json();
    const { chart, revision } = await get('/api/charts/old-chart');
    expect(revision).toBe(1);
    expect(chart).toEqual(OLD);
    expect((await get('/api/charts?q=From')).charts[0]).toMatchObject({ title: OLD.title, items: 40 });
    // It is changed, taken back and drawn as any other.
    const changed = await fetch(`${at}/api/charts/old-chart/changes`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ base: 1, changes: [{ type: 'edit-fields', id: ITEM, fields: { name: 'Bo Velde' } }] }),
    });
    expect(await changed.json()).toEqual({ revision: 2 });
    expect((await get('/api/charts/old-chart')).chart.items[ITEM].fields.name).toBe('Bo Velde');
    expect((await get('/api/charts/old-chart/changes?since=0')).changes).toHaveLength(2);
    await inDatabase(url.href, async (client) => {
      const { rows } = await client.query('SELECT name FROM migrations WHERE checksum IS NULL');
      expect(rows).toEqual([]);
      expect(
        (await client.query('SELECT owner, what FROM done_once WHERE what = $1', ['demo data'])).rows[0].owner,
      ).toBe(owner);
    });
  } finally {
    await server?.end();
    await inDatabase(database!, (client) => client.query(`DROP DATABASE ${name} WITH (FORCE)`));
  }
});

test('a chart that can not be read is left as it is, said, and handed out', async ({ page, request, site }) => {
  const id = await newChart(request);
  // Changed behind the back of the server, which knows the chart as it was: as if another version had written it.
  await inDatabase(site.database!, (client) =>
    client.query(`UPDATE charts SET settings = settings || '{"version": 99}', revision = 7 WHERE id = $1`, [id]),
  );
  const answer = await request.get(`/api/charts/${id}`);
  expect(answer.status()).toBe(422);
  expect((await answer.json()).type).toContain('later-version');
  const kept = await (await request.get(`/api/charts/${id}/stored`)).json();
  expect(kept.settings.version).toBe(99);
  expect(Object.keys(kept.parts.items)).toHaveLength(6);
  // The list of charts is not held up by it, and the page says what there is to do.
  expect((await request.get('/api/charts')).status()).toBe(200);
  await page.goto(`/chart/${id}`);
  await expect(page.getByRole('alert')).toContainText('later version of Dendrotax');
  await expect(page.getByRole('link', { name: 'Download everything that is stored' })).toBeVisible();
});

test('a house style that was not carried through when its server ended is by the next', async ({ request, site }) => {
  const id = await newChart(request);
  const { chart, revision } = await (await request.get(`/api/charts/${id}`)).json();
  const style = await (await request.post('/api/house-styles', { data: { name: 'Ours', chart: id } })).json();
  const follows = { type: 'set-style', style: { id: style.id, name: 'Ours' } };
  const done = await request.patch(`/api/charts/${id}/changes`, { data: { base: revision, changes: [follows] } });
  expect(done.status()).toBe(200);
  expect(chart.brand).toBeUndefined();
  // As a server leaves it that was killed after the style was stored and before its charts took it on.
  await inDatabase(site.database!, (client) =>
    client.query(
      `UPDATE house_styles SET spec = spec || '{"brand": "#335577"}', pending = 'change', changed_at = now() - interval '3 minutes'
        WHERE id = $1`,
      [style.id],
    ),
  );
  const other = await started(site.database!);
  try {
    const brand = async () => (await (await request.get(`/api/charts/${id}`)).json()).chart.brand;
    await expect.poll(brand).toBe('#335577');
    const left = () =>
      inDatabase(site.database!, (client) =>
        client.query('SELECT pending FROM house_styles WHERE id = $1', [style.id]),
      );
    await expect.poll(async () => (await left()).rows[0].pending).toBeNull();
  } finally {
    await other.end();
  }
});
