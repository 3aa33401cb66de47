/** Where people have accounts: the first administrator, signing in and out, sessions, and that nobody sees what is not theirs. */

import { inDatabase, newDatabase, type Started, started } from './other-server';
import { newChart, open, violations } from './support';
import { type APIRequestContext, type BrowserContext, expect, type Page, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');
test.describe.configure({ mode: 'serial' });

const name = `people_${process.pid}`;
const BOSS = { name: 'Oriel Tansley', email: 'oriel@saltmarsh.example', password: 'thrift on the quay wall' };
const MAUD = { name: 'Maud Ferrow', email: 'maud@saltmarsh.example', password: 'eleven wet field days' };
let server: Started;
let alone: Started;

test.beforeAll(async () => {
  const url = await newDatabase(database!, name);
  // First somebody is alone here and makes a chart; then the same database is served to people.
  alone = await started(url);
  const made = await fetch(`${alone.at}/api/charts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ kind: 'org', title: 'From when I was alone', list: 'Ann\n\tBo\n' }),
  });
  expect(made.status).toBe(201);
  await alone.end();
  server = await started(url, { PEOPLE: 'on' });
});
test.afterAll(async () => {
  await server?.end();
  await inDatabase(database!, (client) => client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`));
});

const at = (path: string) => server.at + path;
const signIn = (request: APIRequestContext, { email, password }: { email: string; password: string }) =>
  request.post(at('/api/sign-in'), { data: { email, password } });
const cookies = async (context: BrowserContext) =>
  (await context.cookies(server.at)).filter(({ name }) => name === 'dendrotax');

/** Fails the test where a script breaks; that something was refused is written into the console too, and is meant here. */
const broken = (page: Page) =>
  page.on('pageerror', (error) => {
    throw error;
  });

/** Fills in a form by its labels and sends it. */
async function fill(page: Page, values: Readonly<Record<string, string>>, button: string): Promise<void> {
  for (const [label, value] of Object.entries(values)) await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByRole('button', { name: button, exact: true }).click();
}

test('without signing in there is the door, and nothing behind it', async ({ page, request }) => {
  for (const path of [
    '/api/charts',
    '/api/me',
    '/api/sessions',
    '/api/accounts',
    '/api/house-styles',
    '/api/openapi.json',
  ]) {
    const refused = await request.get(at(path));
    expect(refused.status(), path).toBe(401);
    expect((await refused.json()).type).toContain('sign-in-first');
  }
  expect((await request.post(at('/api/compose'), { data: { list: 'Ann\n' } })).status()).toBe(401);
  for (const path of ['/api/health', '/api/ready']) expect((await request.get(at(path))).status()).toBe(200);
  await page.goto(at('/chart/any?x=1'));
  await expect(page).toHaveURL(at('/sign-in?to=%2Fchart%2Fany%3Fx%3D1'));
  expect(await violations(page)).toEqual([]);
});

test('the first administrator signs up by the link that the log has, once, and has what was there', async ({
  page,
  context,
}) => {
  broken(page);
  const link = /"link":"([^"]+)"/.exec(server.logged())![1]!;
  expect(link).toMatch(/\/first#[\w-]{43}$/);
  await page.goto(link);
  await fill(page, { Name: BOSS.name, 'E-mail address': BOSS.email, Password: 'password123' }, 'Sign up');
  await expect(page.getByRole('alert')).toContainText('known from leaks');
  expect(await violations(page)).toEqual([]);
  await fill(page, { Password: BOSS.password }, 'Sign up');
  await expect(page.getByText('From when I was alone')).toBeVisible();
  await expect(page.getByRole('link', { name: BOSS.name })).toBeVisible();
  const [cookie] = await cookies(context);
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax', path: '/' });
  // RFC 6265: it lasts, but not for ever.
  expect(cookie!.expires - Date.now() / 1_000).toBeGreaterThan(13 * 86_400);
  await context.clearCookies();
  await page.goto(link);
  await fill(page, { Name: 'Other', 'E-mail address': 'o@saltmarsh.example', Password: BOSS.password }, 'Sign up');
  await expect(page.getByRole('alert')).toContainText('not good any more');
});

test('an administrator adds somebody, who signs in and sees only their own', async ({ page, browser, request }) => {
  broken(page);
  await page.goto(at('/people'));
  await fill(page, { 'E-mail address': BOSS.email.toUpperCase(), Password: BOSS.password }, 'Sign in');
  await expect(page).toHaveURL(at('/people'));
  const people = page.getByRole('region', { name: 'People' });
  await expect(people.getByText(BOSS.email)).toBeVisible();
  for (const [label, value] of Object.entries({
    Name: MAUD.name,
    'E-mail address': MAUD.email,
    'Password (none: they are written to, and sign in by a link)': MAUD.password,
  }))
    await people.getByLabel(label, { exact: true }).fill(value);
  await people.getByRole('button', { name: 'Add somebody' }).click();
  await expect(people.getByRole('status')).toContainText('Maud Ferrow can sign in now');
  await expect(people.getByText('0 charts')).toBeVisible();
  expect(await violations(page)).toEqual([]);

  const other = await browser.newContext();
  const hers = await other.newPage();
  await hers.goto(at('/'));
  await fill(hers, { 'E-mail address': MAUD.email, Password: 'not this one' }, 'Sign in');
  await expect(hers.getByRole('alert')).toHaveText('The e-mail address or the password is not right.');
  await fill(hers, { Password: MAUD.password }, 'Sign in');
  await expect(hers.getByRole('link', { name: MAUD.name })).toBeVisible();
  await expect(hers.getByText('From when I was alone')).toHaveCount(0);
  // Neither by its address, nor by any of what is had of it; and no account is looked after but by administrators.
  await signIn(request, BOSS);
  const { charts } = await (await request.get(at('/api/charts'))).json();
  const [{ id }] = charts.filter(({ title }: { title: string }) => title === 'From when I was alone');
  for (const path of ['', '/picture', '/list', '/changes', '/description', '/pages', '/bundle', '/stored'])
    expect((await other.request.get(at(`/api/charts/${id}${path}`))).status(), path).toBe(404);
  expect((await other.request.delete(at(`/api/charts/${id}`))).status()).toBe(404);
  expect(
    (await other.request.post(at(`/api/charts/${id}/worksheet`), { data: { blank: { tiers: [1] } } })).status(),
  ).toBe(404);
  expect((await other.request.get(at('/api/accounts'))).status()).toBe(403);
  expect((await other.request.post(at('/api/accounts'), { data: MAUD })).status()).toBe(403);
  const made = await other.request.post(at('/api/charts'), { data: { kind: 'org', title: 'Hers', list: 'Cy\n' } });
  expect(made.status()).toBe(201);
  expect((await request.get(at(`/api/charts/${(await made.json()).id}`))).status()).toBe(404);
  await other.close();
});

test('sessions are listed and ended, one or all; another password ends all others', async ({
  page,
  browser,
  request,
}) => {
  const contexts = [await browser.newContext(), await browser.newContext()];
  for (const { request: own } of contexts) expect((await signIn(own, MAUD)).status()).toBe(200);
  await signIn(request, MAUD);
  const { sessions } = await (await request.get(at('/api/sessions'))).json();
  expect(sessions.length).toBeGreaterThanOrEqual(3);
  expect(sessions.filter(({ current }: { current: boolean }) => current)).toHaveLength(1);

  await page.goto(at('/account'));
  await fill(page, { 'E-mail address': MAUD.email, Password: MAUD.password }, 'Sign in');
  await expect(page.getByText('This browser')).toBeVisible();
  await expect(page.getByRole('region', { name: 'People' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Sign out everywhere else' }).click();
  await expect(page.getByRole('button', { name: 'Sign out there' })).toHaveCount(0);
  for (const { request: own } of [...contexts, { request }]) expect((await own.get(at('/api/me'))).status()).toBe(401);

  await signIn(request, MAUD);
  const next = 'a tide table by heart';
  await fill(page, { 'The password you have': 'wrong', 'The new one': next }, 'Another password');
  await expect(page.getByRole('alert')).toContainText('is not right');
  await fill(page, { 'The password you have': MAUD.password, 'The new one': next }, 'Another password');
  await expect(page.getByText('The password was changed.')).toBeVisible();
  expect((await request.get(at('/api/me'))).status()).toBe(401);
  expect((await signIn(request, MAUD)).status()).toBe(401);
  expect((await signIn(request, { ...MAUD, password: next })).status()).toBe(200);
  expect(await (await request.get(at('/api/me'))).json()).toMatchObject({
    how: 'session',
    name: MAUD.name,
    administrator: false,
  });

  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page).toHaveURL(at('/sign-in'));
  await page.goto(at('/'));
  await expect(page).toHaveURL(/\/sign-in\?to=/);
  for (const context of contexts) await context.close();
});

test('a session that ends while somebody works leads to the door, and back', async ({ page, context }) => {
  await signIn(context.request, BOSS);
  await page.goto(at('/'));
  await expect(page.getByText('From when I was alone')).toBeVisible();
  await context.clearCookies();
  await page.getByRole('searchbox').fill('alone');
  await expect(page).toHaveURL(at('/sign-in?to=%2F'));
  // Nobody is led away from here by what an address says.
  await page.goto(at('/sign-in?to=%2F%2Felsewhere.example%2F'));
  await fill(page, { 'E-mail address': BOSS.email, Password: BOSS.password }, 'Sign in');
  await expect(page).toHaveURL(at('/'));
});

test('who guesses waits longer and longer; what is kept tells nobody how to sign in', async ({ request }) => {
  const guess = { email: 'nobody@saltmarsh.example', password: 'a guess' };
  for (let i = 0; i < 5; i++) expect((await signIn(request, guess)).status()).toBe(401);
  const waits = await signIn(request, guess);
  expect(waits.status()).toBe(429);
  expect(Number(waits.headers()['retry-after'])).toBeGreaterThan(0);
  const url = new URL(database!);
  url.pathname = `/${name}`;
  await signIn(request, BOSS);
  const [cookie] = (await request.storageState()).cookies.filter(({ name }) => name === 'dendrotax');
  await inDatabase(url.href, async (client) => {
    const accounts = JSON.stringify((await client.query('SELECT * FROM accounts')).rows);
    expect(accounts).toContain('$argon2id$v=19$m=19456,t=2,p=1$');
    expect(accounts).not.toContain(BOSS.password);
    const sessions = await client.query(
      "SELECT encode(token, 'base64') AS token, encode(token, 'escape') AS said FROM sessions",
    );
    for (const { token, said } of sessions.rows) expect([token, said]).not.toContain(cookie!.value);
    const failed = JSON.stringify((await client.query("SELECT encode(of, 'escape') AS of FROM attempts")).rows);
    expect(failed).not.toContain('nobody@');
  });
});

test('somebody who is alone notices none of it', async ({ page, request }) => {
  expect(await (await request.get('/api/me')).json()).toEqual({ how: 'alone' });
  expect((await request.post('/api/sign-in', { data: BOSS })).status()).toBe(404);
  expect((await request.get('/api/accounts')).status()).toBe(403);
  for (const path of ['/sign-in', '/first', '/account', '/people', '/by-link', '/recover', '/confirm', '/link/x']) {
    await page.goto(path);
    await expect(page).toHaveURL('/');
  }
  await expect(page.getByText(/sign (in|out)/i)).toHaveCount(0);
  await expect(page.getByText(/share/i)).toHaveCount(0);
  // Nor in the editor; and nothing of it is asked for behind it.
  const asked: string[] = [];
  page.on('request', (sent) => asked.push(new URL(sent.url()).pathname));
  const id = await newChart(request);
  await open(page, id);
  await page.getByRole('tab', { name: 'Deliver' }).click();
  await expect(page.getByRole('button', { name: 'PDF' }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /share|remarks/i })).toHaveCount(0);
  expect(asked.filter((path) => /remarks|here|shares|people|keys/.test(path))).toEqual([]);
  for (const path of [`/api/charts/${id}/shares`, `/api/charts/${id}/remarks`, '/published/x'])
    expect((await request.get(path)).status(), path).toBe(404);
  expect((await request.post('/api/keys', { data: { name: 'k', scope: 'read' } })).status()).toBe(404);
});
