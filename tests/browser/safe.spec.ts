/** No request spoils a chart, no secret is guessed in bulk, nobody keeps others out: asked over HTTP, as a script would. */
import { spawn } from 'node:child_process';
import { type AddressInfo, createServer } from 'node:net';
import { classOf, joined, okOf } from './class-people';
import { freePort, inDatabase } from './other-server';
import { BOSS, peopleServer, somebody, type World } from './people-server';
import { type APIRequestContext, expect, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');
test.describe.configure({ mode: 'serial' });

const LOOKER = somebody('Edda Tye');
let world: World;
let boss: APIRequestContext;
test.beforeAll(async () => {
  world = await peopleServer(database!, `safe_${process.pid}`);
  boss = await world.as(BOSS);
  // Before the address that all of this comes from is one that guesses.
  await world.as(LOOKER);
});
test.afterAll(() => world?.end());

const LIST = 'Ann\n\tBo\n\tCy\n';
const made = async (kind = 'org', list = LIST) =>
  (await okOf<{ id: string }>(boss.post('/api/charts', { data: { kind, title: 'Safe', list } }), 201)).id;
const status = async (answer: Promise<{ status(): number }>) => (await answer).status();
const problemOf = async (answer: Promise<{ status(): number; json(): Promise<unknown> }>) => {
  const got = await answer;
  const { problems = [], detail } = (await got.json()) as {
    detail: string;
    problems?: { field: string; code: string }[];
  };
  return { status: got.status(), detail, field: problems[0]?.field, code: problems[0]?.code };
};
/** A chart can be read, listed and drawn. */
async function isReadable(id: string, as = boss): Promise<number> {
  const { revision } = await okOf<{ revision: number }>(as.get(`/api/charts/${id}`));
  for (const path of ['list', 'picture?as=svg', 'views', 'history'])
    expect(await status(as.get(`/api/charts/${id}/${path}`)), path).toBe(200);
  return revision;
}

/** Names that every object has, and others that are no ids. */
const HOSTILE = [
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'valueOf',
  '%00',
  '..%2f',
  'x'.repeat(900),
  '%20',
  '漢',
];

test('what is written can be read: requests that would spoil a chart are refused, and change nothing', async () => {
  const id = await made();
  const at = `/api/charts/${id}`;
  const change = (one: object) => boss.patch(`${at}/changes`, { data: { base: 0, changes: [one] } });
  expect(
    await problemOf(boss.post(`${at}/views`, { data: { name: 'w', shows: { sets: ['no such'] } } })),
  ).toMatchObject({
    status: 422,
    field: 'shows.sets',
  });
  for (const name of HOSTILE)
    expect(await status(boss.patch(`${at}/views/${name}`, { data: { name: 'x' } })), name).toBe(404);
  expect(await problemOf(change({ type: 'set-kind', kind: 'nope' }))).toMatchObject({ status: 422, field: 'kind' });
  expect(await problemOf(boss.post(`${at}/views/each`, { data: { field: 'constructor' } }))).toMatchObject({
    status: 422,
  });
  expect(await status(boss.post('/api/compose', { data: { constructor: [{ constructor: ':' }, '~'] } }))).toBe(422);
  expect(
    await status(
      boss.post('/api/compose', {
        data: JSON.stringify({ constructor: [{ constructor: ':' }, '~'] }),
        headers: { 'content-type': 'text/plain' },
      }),
    ),
  ).toBeLessThan(500);
  expect(await isReadable(id)).toBe(0);
});

test('requests are strict: a key that is not known is named, with the nearest one', async () => {
  const id = await made();
  const { items } = (await okOf<{ chart: { items: Record<string, { id: string }> } }>(boss.get(`/api/charts/${id}`)))
    .chart;
  const [ann] = Object.keys(items);
  const sent = (change: object) =>
    problemOf(boss.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [change] } }));
  const unknown = await sent({ type: 'set-item', id: ann, look: { shape: 'star' } });
  expect(unknown).toMatchObject({ status: 422, code: 'unknown-key', field: 'changes.0.look' });
  expect(unknown.detail).toContain('style');
  expect((await sent({ type: 'set-item', id: ann, styles: {} })).detail).toContain('did you mean "style"?');
  expect(
    (await problemOf(boss.post('/api/charts', { data: { kind: 'org', titel: 'x', title: 'x' } }))).detail,
  ).toContain('did you mean "title"?');
  expect(await isReadable(id)).toBe(0);
});

test('a change that changes nothing makes no revision, whoever else changed something meanwhile', async () => {
  const id = await made();
  const rename = (title: string, key?: string) =>
    okOf<{ revision: number; unchanged?: true }>(
      boss.patch(`/api/charts/${id}/changes`, {
        data: { base: 0, changes: [{ type: 'rename', title }] },
        ...(key && { headers: { 'idempotency-key': key } }),
      }),
    );
  expect(await rename('Safe', 'same')).toEqual({ revision: 0, unchanged: true });
  expect(await rename('Other')).toEqual({ revision: 1 });
  expect(await rename('Other')).toEqual({ revision: 1, unchanged: true });
  // Sent again it is answered as before.
  expect(await rename('Safe', 'same')).toEqual({ revision: 0, unchanged: true });
});

test('no random run of requests leaves a chart that can not be read', async () => {
  test.slow();
  const ids = await Promise.all([made(), made('concept', 'Tide - brings -> Mud\n'), made('venn', 'A: x, y\nB: y\n')]);
  // The same run each time: a small generator with a fixed seed (Numerical Recipes, "ranqd1").
  let seed = 20_261_201;
  const next = (count: number) => {
    seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
    return seed % count;
  };
  const one = <T>(of: readonly T[]): T => of[next(of.length)]!;
  const names = [...HOSTILE.map((name) => decodeURIComponent(name).replaceAll('\0', '')), 'Ann', 'Bo', '', 'A', 'nope'];
  const body = (): object =>
    one<() => object>([
      () => ({ name: one(names), shows: { branches: [one(names)] } }),
      () => ({ name: one(names), shows: { sets: [one(names)] }, house: one(names) }),
      () => ({ name: one(names), shows: { from: { way: one(names), items: [one(names)] } } }),
      () => ({ field: one(names) }),
      () => ({ tier: next(9) }),
      () => ({ base: 0, changes: [{ type: 'set-kind', kind: one(['org', 'venn', 'family', ...names]) }] }),
      () => ({ base: 0, changes: [{ type: 'set-arrangement', arrangement: { [one(names)]: one([1, true, 'x']) } }] }),
      () => ({ base: 0, changes: [{ type: 'set-role', role: one(names), look: {} }] }),
      () => ({ base: 0, changes: [{ type: 'settle', keys: { [one(names)]: true } }] }),
      () => ({ base: 0, changes: [{ type: 'set-columns', columns: { [one(names)]: { type: 'date' } } }] }),
      () => ({
        base: 0,
        changes: [{ type: 'set-entries', gone: { items: [one(names)] }, settings: { kind: one(names) } }],
      }),
      () => ({ base: 0, changes: [{ type: 'carry', put: { [one(names)]: 'x' }, remove: [one(names)] }] }),
      () => ({ name: one(names), at: next(5) }),
      () => ({ revision: next(6), items: [one(names)] }),
      () => ({ only: [one(names)], take: { [one(names)]: 'real' } }),
      () => ({ list: one([LIST, 'constructor,__proto__\nx,y\n', 'Name,toString\nAnn,1\n', '{"constructor":[1]}']) }),
    ])();
  const paths = (): readonly [string, string] =>
    one<readonly [string, string]>([
      ['POST', 'views'],
      ['POST', 'views/each'],
      ['PATCH', `views/${one(HOSTILE)}`],
      ['DELETE', `views/${one(HOSTILE)}`],
      ['PATCH', 'changes'],
      ['PATCH', 'changes'],
      ['POST', 'back-to'],
      ['POST', 'save-points'],
      ['POST', 'trials'],
      ['PUT', 'list'],
    ]);
  for (let i = 0; i < 240; i++) {
    const id = one(ids);
    const [method, path] = paths();
    const answer = await boss.fetch(`/api/charts/${id}/${path}`, { method, data: body() });
    expect(answer.status(), `${method} ${path}`).toBeLessThan(500);
    if (i % 8 === 0) await isReadable(id);
  }
  for (const id of ids) await isReadable(id);
});

test('a chart that can not be read is shown as far as it can be, and goes back to when it could', async ({
  browser,
}) => {
  const id = await made();
  await okOf(
    boss.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [{ type: 'rename', title: 'Before' }] } }),
  );
  // As a defect of an earlier version would have left it: written past the checks, with its entry in the log.
  await inDatabase(world.url, async (client) => {
    await client.query(
      `INSERT INTO chart_parts (chart, part, id, value) VALUES ($1, 'views', 'w', '{"id":"w","name":"w","order":"a0","shows":{"sets":["no such"]}}')`,
      [id],
    );
    await client.query(
      `INSERT INTO changes (chart, revision, base, change, inverse, origin, account)
       SELECT id, 2, 1, '{"type":"group","changes":[]}', '{"type":"set-views","put":[],"remove":["w"]}', 'do', owner FROM charts WHERE id = $1`,
      [id],
    );
    await client.query('UPDATE charts SET revision = 2 WHERE id = $1', [id]);
  });
  expect(await status(boss.get(`/api/charts/${id}/list`))).toBe(422);
  const found = await okOf<{ readable: boolean; items: number; lost: { field: string }[]; last: { revision: number } }>(
    boss.get(`/api/charts/${id}/mend`),
  );
  expect(found).toMatchObject({ readable: false, items: 3, last: { revision: 1 } });
  expect(found.lost[0]!.field).toContain('views.w');
  expect((await boss.get(`/api/charts/${id}/stored`)).ok()).toBe(true);
  const context = await browser.newContext({ baseURL: world.server.at, storageState: await boss.storageState() });
  const page = await context.newPage();
  await page.goto(`/chart/${id}`);
  await expect(page.getByRole('heading', { name: "can't be opened" })).toBeVisible();
  await expect(page.getByText('3 rows can be read')).toBeVisible();
  await page.getByRole('button', { name: 'Go back to' }).click();
  await expect(page.getByText('Cy').first()).toBeVisible();
  await context.close();
  expect(await isReadable(id)).toBe(3);
  expect((await okOf<{ chart: { title: string } }>(boss.get(`/api/charts/${id}`))).chart.title).toBe('Before');
  expect(await status(boss.post(`/api/charts/${id}/mend`))).toBe(422);
});

/** How many of many answers have each status. */
const counts = (all: readonly number[]) =>
  Object.fromEntries([...new Set(all)].sort().map((one) => [one, all.filter((other) => other === one).length]));

test('of six hundred guesses at once a handful is compared, and the right one comes too late', async () => {
  const who = somebody('Suda Welk');
  await world.as(who);
  const teacher = await world.as(somebody('Maud Tye'));
  const { id, code } = await classOf(teacher, 'Guessed at');
  const { card } = await joined(world, code, 'Vic Hall');
  expect(card.split(' ')).toHaveLength(3);
  const thief = await world.with();
  const many = async (count: number, send: (i: number) => Promise<{ status(): number }>) =>
    counts(await Promise.all(Array.from({ length: count }, (_, i) => status(send(i)))));
  const cards = await many(600, (i) =>
    thief.post('/api/classes/join', { data: { code, name: 'Vic Hall', card: i === 599 ? card : `oak elm ${i}` } }),
  );
  expect(cards['403'] ?? 0).toBeLessThanOrEqual(8);
  expect(cards['429']).toBeGreaterThan(500);
  expect(cards['200'] ?? 0).toBe(0);
  const passwords = await many(400, (i) =>
    thief.post('/api/sign-in', { data: { email: who.email, password: i === 399 ? who.password : `guess ${i}` } }),
  );
  expect(passwords['401'] ?? 0).toBeLessThanOrEqual(8);
  expect(passwords['200'] ?? 0).toBe(0);
  // A browser that signed in before is not held up by it; nor is one that opens a link.
  const own = await world.as(who);
  expect(await status(own.post('/api/sign-in', { data: { email: who.email, password: who.password } }))).toBe(200);
  const chart = await made();
  const { url } = await okOf<{ url: string }>(
    boss.post(`/api/charts/${chart}/shares`, { data: { link: true, may: 'look', password: 'quay wall' } }),
    201,
  );
  expect(await status(thief.post(`/api/links/${url.split('/').at(-1)}`, { data: { password: 'quay wall' } }))).toBe(
    200,
  );
  // The teacher sees who is locked, and lets them try again.
  const { people } = await okOf<{ people: { id: string; locked: boolean }[] }>(teacher.get(`/api/classes/${id}`));
  expect(people[0]!.locked).toBe(true);
  await okOf(teacher.patch(`/api/classes/${id}/learners/${people[0]!.id}`, { data: { locked: false } }));
  const back = await world.with();
  expect(await status(back.post('/api/classes/join', { data: { code, name: 'vic hall', card } }))).toBe(200);
});

test('guesses at everything else that is secret are slowed down as well', async () => {
  const thief = await world.with();
  const burst = async (count: number, send: (i: number) => Promise<{ status(): number }>) =>
    counts(await Promise.all(Array.from({ length: count }, (_, i) => status(send(i)))));
  const chart = await made();
  const { url } = await okOf<{ url: string }>(
    boss.post(`/api/charts/${chart}/shares`, { data: { link: true, may: 'look', password: 'nine terns' } }),
    201,
  );
  const link = await burst(60, (i) =>
    thief.post(`/api/links/${url.split('/').at(-1)}`, { data: { password: `${i}` } }),
  );
  expect(link['403']).toBeLessThanOrEqual(8);
  const letters = await burst(60, () => thief.post('/api/recovery', { data: { email: BOSS.email } }));
  expect(letters['204']).toBeLessThanOrEqual(8);
  // The second factor of an account, whose password is known.
  const who = somebody('Ulla Sallow');
  const own = await world.as(who);
  const { secret } = await okOf<{ secret: string }>(own.post('/api/me/second-factor'));
  const { Secret, TOTP } = await import('otpauth');
  const totp = new TOTP({ secret: Secret.fromBase32(secret) });
  await okOf(own.put('/api/me/second-factor', { data: { code: totp.generate() } }));
  const seconds = await burst(60, (i) =>
    thief.post('/api/sign-in', { data: { ...who, name: undefined, code: String(100_000 + i) } }),
  );
  expect(seconds['401']).toBeLessThanOrEqual(8);
  expect(seconds['200'] ?? 0).toBe(0);
});

test('thirty-five learners join and come back from one address within a minute; three hundred strangers do not', async () => {
  const teacher = await world.as(somebody('Hedda Quill'));
  const { id, code } = await classOf(teacher, 'A whole class');
  const begun = Date.now();
  const all = await Promise.all(Array.from({ length: 35 }, (_, i) => joined(world, code, `Learner ${i}`)));
  const back = await Promise.all(
    all.map(async ({ card }, i) =>
      status((await world.with()).post('/api/classes/join', { data: { code, name: `Learner ${i}`, card } })),
    ),
  );
  expect(counts(back)).toEqual({ 200: 35 });
  expect(Date.now() - begun).toBeLessThan(60_000);
  const stranger = await world.with();
  const flood = counts(
    await Promise.all(
      Array.from({ length: 300 }, (_, i) =>
        status(stranger.post('/api/classes/join', { data: { code, name: `Nobody ${i}` } })),
      ),
    ),
  );
  expect(flood['201']).toBeLessThanOrEqual(30);
  expect(flood['429']).toBeGreaterThanOrEqual(270);
  // Those who came are seen, and removed in one step; then the class is closed.
  const { people } = await okOf<{ people: { id: string; name: string }[] }>(teacher.get(`/api/classes/${id}`));
  const strangers = people.filter(({ name }) => name.startsWith('Nobody')).map((one) => one.id);
  expect(strangers).toHaveLength(flood['201']!);
  expect(await okOf(teacher.delete(`/api/classes/${id}/learners`, { data: { learners: strangers } }))).toEqual({
    removed: strangers.length,
  });
  await okOf(teacher.patch(`/api/classes/${id}`, { data: { open: false } }));
  expect(await status(stranger.post('/api/classes/join', { data: { code, name: 'Late' } }))).toBe(403);
});

test('where the teacher approves, whoever joined sees nothing until then', async () => {
  const teacher = await world.as(somebody('Piet Vann'));
  const { id, code, model } = await classOf(teacher, 'By approval');
  await okOf(teacher.patch(`/api/classes/${id}`, { data: { approve: true } }));
  await okOf(teacher.post(`/api/classes/${id}/tasks`, { data: { title: 'The marsh', chart: model } }), 201);
  const { as, id: learner } = await joined(world, code, 'Dot Quay');
  const mine = () => okOf<{ waiting: boolean; tasks: { id: string }[] }>(as.get('/api/classes/mine'));
  expect(await mine()).toMatchObject({ waiting: true, tasks: [] });
  expect(await status(as.get(`/api/charts/${model}`))).toBe(403);
  expect(await status(as.post('/api/compose', { data: { kind: 'org', list: 'x' } }))).toBe(403);
  expect(
    await status(teacher.patch(`/api/classes/${id}/learners`, { data: { learners: [learner], waiting: false } })),
  ).toBe(204);
  const { waiting, tasks } = await mine();
  expect([waiting, tasks.length]).toEqual([false, 1]);
  await okOf(as.post(`/api/tasks/${tasks[0]!.id}/works`), 201);
});

test('while strangers fail to sign in by the hundred, whoever is signed in is answered', async () => {
  await okOf(boss.get('/api/charts'));
  const strangers = await Promise.all(Array.from({ length: 4 }, () => world.with()));
  const flood = Promise.all(
    Array.from({ length: 600 }, (_, i) =>
      strangers[i % 4]!.post('/api/sign-in', { data: { email: `nobody${i}@saltmarsh.example`, password: 'x' } }),
    ),
  );
  const times: number[] = [];
  for (let i = 0; i < 20; i++) {
    const begun = performance.now();
    await okOf(boss.get('/api/charts'));
    times.push(performance.now() - begun);
  }
  await flood;
  // How fast it is is measured in bench/siege; here the callers take most of the machine. Before, it was 11 s.
  expect(times.sort((a, b) => a - b)[18]!).toBeLessThan(5_000);
});

test('a published page is drawn once, may be kept by caches, and is gone within a second of being taken back', async () => {
  const id = await made();
  const share = (data: object) =>
    okOf<{ id: string; with: { page: string } }>(boss.post(`/api/charts/${id}/shares`, { data }), 201);
  const { id: page, with: at } = await share({ page: true, may: 'look' });
  const reader = await world.with();
  const first = await reader.get(at.page);
  expect(first.headers()['cache-control']).toBe('public, max-age=0, s-maxage=1, must-revalidate');
  expect(first.headers()['content-encoding']).toBe('br');
  const etag = first.headers()['etag']!;
  const again = await Promise.all(Array.from({ length: 40 }, () => reader.get(at.page)));
  expect(new Set(again.map((one) => one.status()))).toEqual(new Set([200]));
  expect(await (await reader.get(at.page)).text()).toBe(await first.text());
  expect((await reader.get(at.page, { headers: { 'if-none-match': etag } })).status()).toBe(304);
  await inDatabase(world.url, async (client) => {
    const { rows } = await client.query('SELECT count(*)::int AS count FROM drawn WHERE chart = $1', [id]);
    expect(rows[0].count).toBe(1);
  });
  // A change is seen at once, or nearly.
  await okOf(
    boss.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [{ type: 'rename', title: 'Newer' }] } }),
  );
  await expect
    .poll(async () => (await (await reader.get(at.page)).text()).includes('Newer'), { timeout: 5_000 })
    .toBe(true);
  // With fields kept out nobody on the way keeps it.
  await okOf(boss.patch(`/api/charts/${id}/shares/${page}`, { data: { without: ['phone'] } }));
  expect((await reader.get(at.page)).headers()['cache-control']).toBe('private, no-store');
  await boss.delete(`/api/charts/${id}/shares/${page}`);
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  expect(await status(reader.get(at.page))).toBe(404);
});

test('a share that is taken back ends its stream', async () => {
  const id = await made();
  const as = await world.as(LOOKER);
  const share = await okOf<{ id: string }>(
    boss.post(`/api/charts/${id}/shares`, { data: { who: LOOKER.email, may: 'look' } }),
    201,
  );
  const { cookies } = await as.storageState();
  const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  const stream = await fetch(`${world.server.at}/api/charts/${id}/events`, { headers: { cookie } });
  const told = stream.text();
  expect(await status(boss.delete(`/api/charts/${id}/shares/${share.id}`))).toBe(204);
  expect(await told).toContain('"gone":true');
});

test('a page with a broken address is no error of the server', async () => {
  for (const path of [
    '/chart/%00',
    '/works/%00',
    '/tasks/%00',
    '/classes/%00',
    '/chart/constructor',
    '/chart/%E0%A4%A',
  ])
    expect(await status(boss.get(path)), path).toBeLessThan(500);
  const nobody = await world.with();
  expect(await (await nobody.get('/sign-in?why=Call+0123')).text()).not.toContain('Call 0123');
  expect(await status(nobody.get('/metrics'))).toBe(403);
});

test('codes of classes are not found by trying', async () => {
  const thief = await world.with();
  const codes = counts(
    await Promise.all(
      Array.from({ length: 600 }, (_, i) =>
        status(thief.post('/api/classes/join', { data: { code: `NONE${i}`, name: 'x' } })),
      ),
    ),
  );
  expect(codes['404']).toBeLessThanOrEqual(210);
  expect(codes['429']).toBeGreaterThan(300);
});

test('a page without a connection raises no error that nobody hears', async ({ browser }) => {
  const id = await made();
  const context = await browser.newContext({ baseURL: world.server.at, storageState: await boss.storageState() });
  const page = await context.newPage();
  const raised: string[] = [];
  page.on('pageerror', (error) => raised.push(error.message));
  // Once it is off before all of the page is there, once after.
  await page.goto(`/chart/${id}`);
  await context.setOffline(true);
  await page.waitForTimeout(1_500);
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByText('Cy').first()).toBeVisible();
  await context.setOffline(true);
  for (const key of ['1', '2', '3', '4', '5', '6', '7', '8']) await page.keyboard.press(`Alt+${key}`);
  await page.waitForTimeout(3_000);
  expect(raised).toEqual([]);
  await context.close();
});

test('it says that it lives while its database takes questions and never answers', async () => {
  const silent = createServer(() => undefined);
  await new Promise<void>((done) => silent.listen(0, '127.0.0.1', done));
  const port = await freePort();
  const child = spawn(process.execPath, ['scripts/app.mjs'], {
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      PEOPLE: 'on',
      DATABASE_URL: `postgresql://a:b@127.0.0.1:${(silent.address() as AddressInfo).port}/x`,
    },
    stdio: 'ignore',
  });
  const ask = async (path: string) =>
    (await fetch(`http://127.0.0.1:${port}${path}`, { signal: AbortSignal.timeout(15_000) }).catch(() => undefined))
      ?.status;
  try {
    await expect.poll(() => ask('/api/health'), { timeout: 60_000 }).toBe(200);
    expect(await ask('/api/ready')).toBe(503);
    expect(await ask('/api/health')).toBe(200);
  } finally {
    child.kill('SIGKILL');
    silent.close();
  }
});
