/**
 * Ways in beside a password, against real parts that stand in: an SMTP server, an OpenID provider, the browser's virtual
 * authenticator, and codes by time made by the package that apps use too.
 */
import { createServer, type Server } from 'node:http';
import { unzipSync } from 'fflate';
import Provider from 'oidc-provider';
import { Secret, TOTP } from 'otpauth';
import { SMTPServer } from 'smtp-server';
import { inDatabase, started } from './other-server';
import { BOSS, peopleServer, type Somebody, somebody, type World } from './people-server';
import { violations } from './support';
import { type APIRequestContext, expect, type Page, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');

const MAUD = somebody('Maud Ferrow');
const GROUPS_OF: Readonly<Record<string, { email: string; name: string; groups: string[]; email_verified?: boolean }>> =
  {
    suda: { email: 'suda@saltmarsh.example', name: 'Suda Welk', groups: ['Glasshouse'] },
    maud: { email: MAUD.email, name: 'Not Maud', groups: [] },
    unproved: { email: 'new@saltmarsh.example', name: 'New', groups: [], email_verified: false },
  };

let world: World;
let boss: APIRequestContext;
let mail: SMTPServer;
let provider: Server;
const letters: { to: string; text: string }[] = [];

const freePort = (server: Server): Promise<number> =>
  new Promise((resolve) => server.listen(0, '127.0.0.1', () => resolve((server.address() as { port: number }).port)));

test.beforeAll(async () => {
  mail = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, session, done) {
      let text = '';
      stream.on('data', (chunk: Buffer) => {
        text += chunk.toString();
      });
      stream.on('end', () => {
        letters.push({ to: session.envelope.rcptTo.map(({ address }) => address).join(), text });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => mail.listen(0, '127.0.0.1', resolve));
  const smtp = (mail.server.address() as { port: number }).port;
  provider = createServer();
  const issuer = `http://127.0.0.1:${await freePort(provider)}`;
  const told = { at: '' };
  world = await peopleServer(database!, `ways_${process.pid}`, {
    SMTP_URL: `smtp://127.0.0.1:${smtp}`,
    OIDC_ISSUER: issuer,
    OIDC_CLIENT: 'dendrotax',
    OIDC_SECRET: 'a secret of the two',
    OIDC_NAME: 'the Trust',
  });
  told.at = world.server.at;
  const stand = new Provider(issuer, {
    clients: [
      {
        client_id: 'dendrotax',
        client_secret: 'a secret of the two',
        redirect_uris: [
          `${world.server.at}/api/sign-in/back`,
          `${world.server.at.replace('127.0.0.1', 'localhost')}/api/sign-in/back`,
        ],
      },
    ],
    claims: { openid: ['sub'], email: ['email', 'email_verified'], profile: ['name', 'groups'] },
    findAccount: (_, id) => ({
      accountId: id,
      claims: async () => ({ sub: id, email_verified: true, ...GROUPS_OF[id] }),
    }),
    pkce: { required: () => true },
    cookies: { keys: ['only for this test'] },
  });
  provider.on('request', stand.callback());
  boss = await world.as(BOSS);
  await world.as(MAUD);
});
test.afterAll(async () => {
  await world?.end();
  provider?.closeAllConnections();
  provider?.close();
  await new Promise<void>((resolve) => mail?.close(() => resolve()));
});

/** The link in the last letter to somebody; its words are as they were written (RFC 2045, 6.7: quoted-printable). */
async function linkTo(email: string, page: string): Promise<string> {
  const found = () =>
    letters
      .filter(({ to }) => to === email)
      .map(({ text }) => text.replace(/=\r\n/g, '').replace(/=3D/g, '='))
      .map((text) => new RegExp(`http\\S+/${page}#([\\w-]{43})`).exec(text)?.[0])
      .filter(Boolean)
      .at(-1);
  await expect.poll(found).toBeTruthy();
  return found()!.replace(/^https?:\/\/[^/]+/, world.server.at);
}
const broken = (page: Page) =>
  page.on('pageerror', (error) => {
    throw error;
  });
const at = (path: string) => world.server.at + path;
const signIn = (request: APIRequestContext, who: Somebody, more: object = {}) =>
  request.post(at('/api/sign-in'), { data: { email: who.email, password: who.password, ...more } });

test('by a link in a letter, once; whether somebody has an account is not said', async ({ page, request }) => {
  broken(page);
  expect((await request.post(at('/api/sign-in/link'), { data: { email: 'nobody@saltmarsh.example' } })).status()).toBe(
    204,
  );
  await page.goto(at('/sign-in'));
  await page.getByRole('button', { name: 'Send me a link instead' }).click();
  await page.getByLabel('E-mail address').fill(MAUD.email);
  await page.getByRole('button', { name: 'Send the link' }).click();
  await expect(page.getByRole('status')).toContainText('on its way');
  const link = await linkTo(MAUD.email, 'by-link');
  expect(letters.filter(({ to }) => to === 'nobody@saltmarsh.example')).toEqual([]);
  // Opened by a program that reads mail, nothing happens.
  await request.get(link);
  await page.goto(link);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: MAUD.name })).toBeVisible();
  const token = link.split('#')[1]!;
  expect((await request.put(at('/api/sign-in/link'), { data: { token } })).status()).toBe(403);
  // Whoever gets an account without a password is written to, and comes in the same way.
  const invited = { name: 'Emrys Tolland', email: 'emrys@saltmarsh.example' };
  expect((await boss.post('/api/accounts', { data: invited })).status()).toBe(201);
  await expect.poll(() => letters.some(({ to, text }) => to === invited.email && text.includes('/sign-in'))).toBe(true);
  expect((await signIn(request, { ...invited, password: '' })).status()).toBe(422);
  expect((await signIn(request, { ...invited, password: 'x' })).status()).toBe(401);
  await request.post(at('/api/sign-in/link'), { data: { email: invited.email } });
  const first = (await linkTo(invited.email, 'by-link')).split('#')[1]!;
  expect((await request.put(at('/api/sign-in/link'), { data: { token: first } })).status()).toBe(200);
  const kept = await inDatabase(world.url, async (client) => (await client.query('SELECT * FROM one_time')).rows);
  expect(JSON.stringify(kept)).not.toContain(token);
});

test('a forgotten password: another one by a letter, and signed out everywhere', async ({ page, request }) => {
  broken(page);
  const who = somebody('Tolu Adeyri');
  const own = await world.as(who);
  await page.goto(at('/sign-in'));
  await page.getByRole('button', { name: 'I forgot my password' }).click();
  await page.getByLabel('E-mail address').fill(who.email);
  await page.getByRole('button', { name: 'Send the link' }).click();
  const link = await linkTo(who.email, 'recover');
  await page.goto(link);
  await page.getByLabel('The new one').fill('password1');
  await page.getByRole('button', { name: 'Take this password' }).click();
  await expect(page.getByRole('alert')).toContainText('leaks');
  await page.getByLabel('The new one').fill('seven herons at dusk');
  await page.getByRole('button', { name: 'Take this password' }).click();
  await expect(page.getByRole('status')).toContainText('Your password is changed');
  expect((await own.get('/api/me')).status()).toBe(401);
  expect((await signIn(request, who)).status()).toBe(401);
  expect((await signIn(request, { ...who, password: 'seven herons at dusk' })).status()).toBe(200);
  await expect
    .poll(() => letters.filter(({ to, text }) => to === who.email && text.includes('was changed')).length)
    .toBe(1);
});

test('another e-mail address holds once it is confirmed', async ({ page, request }) => {
  broken(page);
  const who = somebody('Hanne Ostrey');
  const own = await world.as(who);
  const next = 'hanne.o@saltmarsh.example';
  expect((await own.put('/api/me/email', { data: { email: next, password: 'wrong' } })).status()).toBe(403);
  expect((await own.put('/api/me/email', { data: { email: next, password: who.password } })).status()).toBe(204);
  expect((await signIn(request, { ...who, email: next })).status()).toBe(401);
  await page.goto(await linkTo(next, 'confirm'));
  await page.getByRole('button', { name: 'Yes, it is mine' }).click();
  await expect(page.getByRole('status')).toContainText(next);
  expect((await signIn(request, { ...who, email: next })).status()).toBe(200);
  expect((await signIn(request, who)).status()).toBe(401);
});

test('a second factor by app: asked for by whichever way, each code once, spare codes, and off again', async ({
  page,
  request,
}) => {
  broken(page);
  const who = somebody('Suda Second');
  await world.as(who);
  await page.goto(at('/account'));
  await page.getByLabel('E-mail address').fill(who.email);
  await page.getByLabel('Password').fill(who.password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  const section = page.getByRole('region', { name: 'Second factor' });
  await section.getByRole('button', { name: 'Turn it on' }).click();
  const secret = await section.getByRole('textbox', { name: 'Secret' }).inputValue();
  const totp = new TOTP({ secret: Secret.fromBase32(secret) });
  await section.getByLabel('Code of your app').fill('000000');
  await section.getByRole('button', { name: 'Confirm' }).click();
  await expect(section.getByRole('alert')).toContainText('not right');
  // The step before is taken too, so that the next one is there for signing in.
  const first = totp.generate({ timestamp: Date.now() - 30_000 });
  await section.getByLabel('Code of your app').fill(first);
  await section.getByRole('button', { name: 'Confirm' }).click();
  const spare = section.getByRole('status').getByRole('listitem');
  await expect(spare).toHaveCount(8);
  const [one] = await spare.allInnerTexts();
  expect(await violations(page)).toEqual([]);
  expect((await signIn(request, who)).status()).toBe(401);
  expect((await signIn(request, who, { code: first })).status()).toBe(401);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  // Their account has a field of that name too, as long as it is there.
  await expect(page).toHaveURL(/\/sign-in/);
  await page.getByLabel('E-mail address').fill(who.email);
  await page.getByLabel('Password').fill(who.password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('code of your app');
  await page.getByLabel('Password').fill(who.password);
  await page.getByLabel('Code of your app').fill(totp.generate());
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('link', { name: who.name })).toBeVisible();
  expect((await signIn(request, who, { code: one })).status()).toBe(200);
  expect((await signIn(request, who, { code: one })).status()).toBe(401);
  // By a link the code is asked for as well; the link is not lost by that.
  await request.post(at('/api/sign-in/link'), { data: { email: who.email } });
  const token = (await linkTo(who.email, 'by-link')).split('#')[1]!;
  const asked = await request.put(at('/api/sign-in/link'), { data: { token } });
  expect([asked.status(), (await asked.json()).again]).toEqual([401, expect.stringMatching(/^[\w-]{43}$/)]);
});

test('administrators need one where that is set', async () => {
  const strict = await peopleServer(database!, `strict_${process.pid}`, { ADMIN_SECOND_FACTOR: 'on' });
  const own = await strict.as(BOSS);
  expect((await own.get('/api/accounts')).status()).toBe(403);
  const { secret } = (await (await own.post('/api/me/second-factor')).json()) as { secret: string };
  const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate();
  expect((await own.put('/api/me/second-factor', { data: { code } })).status()).toBe(200);
  expect((await own.get('/api/accounts')).status()).toBe(200);
  // Where no server sends letters, an administrator finds them.
  await own.post('/api/sign-in/link', { data: { email: BOSS.email } });
  const { letters: kept } = (await (await own.get('/api/letters')).json()) as {
    letters: { to: string; words: string }[];
  };
  expect(kept[0]).toMatchObject({ to: BOSS.email, words: expect.stringContaining('/by-link#') });
  await strict.end();
});

test('by a passkey, made and used in the browser; one of another site is none', async ({ page }) => {
  broken(page);
  const who = somebody('Corin Blaise');
  await world.as(who);
  // Passkeys are for names, not for the numbers of machines.
  const named = (path: string) => at(path).replace('127.0.0.1', 'localhost');
  const devices = await page.context().newCDPSession(page);
  await devices.send('WebAuthn.enable');
  await devices.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await page.goto(named('/account'));
  await page.getByLabel('E-mail address').fill(who.email);
  await page.getByLabel('Password').fill(who.password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  const section = page.getByRole('region', { name: 'Passkeys' });
  await section.getByLabel(/Name, such as/).fill('laptop');
  await section.getByRole('button', { name: 'Add a passkey' }).click();
  await expect(section.getByRole('listitem')).toContainText('laptop');
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page.getByRole('link', { name: who.name })).toBeVisible();
  // An answer is good once: sent again it is refused.
  const sent: string[] = [];
  await page.getByRole('link', { name: who.name }).click();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  page.on('request', (request) => {
    if (request.method() === 'PUT') sent.push(request.postData() ?? '');
  });
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page.getByRole('link', { name: who.name })).toBeVisible();
  const again = await page.request.put(named('/api/sign-in/passkey'), { data: JSON.parse(sent[0]!) });
  expect(again.status()).toBe(403);
  await page.goto(named('/account'));
  await page.getByRole('button', { name: 'Remove: laptop' }).click();
  await expect(page.getByRole('region', { name: 'Passkeys' }).getByRole('listitem')).toHaveCount(0);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'With a passkey' }).click();
  await expect(page.getByRole('alert')).toContainText('not good here');
});

/** Goes through the stand-in's own pages. */
async function throughProvider(page: Page, login: string): Promise<void> {
  await page.goto(at('/sign-in'));
  await page.getByRole('link', { name: 'With the Trust' }).click();
  await page.locator('input[name=login]').fill(login);
  await page.locator('input[name=password]').fill('any');
  await page.locator('button[type=submit]').click();
  await page.locator('button[type=submit]').click();
}

test('with a provider: groups become groups; nobody takes over an address, or an answer that is not theirs', async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  broken(page);
  await throughProvider(page, 'suda');
  await expect(page.getByRole('link', { name: 'Suda Welk' })).toBeVisible();
  const { groups } = (await (await boss.get('/api/groups')).json()) as {
    groups: { name: string; members: { name: string }[] }[];
  };
  expect(groups).toMatchObject([{ name: 'Glasshouse', members: [{ name: 'Suda Welk' }] }]);
  // Who is no more in it there is no more in it here.
  GROUPS_OF['suda']!.groups = ['Quay'];
  await page.request.delete(at('/api/sign-in'));
  await page.goto(at('/sign-in'));
  await page.getByRole('link', { name: 'With the Trust' }).click();
  await expect(page.getByRole('link', { name: 'Suda Welk' })).toBeVisible();
  const now = (await (await boss.get('/api/groups')).json()) as { groups: { name: string; members: unknown[] }[] };
  expect(now.groups.map(({ name, members }) => [name, members.length])).toEqual([
    ['Glasshouse', 0],
    ['Quay', 1],
  ]);
  await context.close();
  // An address that somebody has an account with, or that was never proved, opens nothing.
  for (const [login, why] of [
    ['maud', 'An account here already has'],
    ['unproved', 'has not confirmed'],
  ] as const) {
    const other = await browser.newContext();
    const theirs = await other.newPage();
    await throughProvider(theirs, login);
    await expect(theirs.getByRole('alert')).toContainText(why);
    expect((await theirs.request.get(at('/api/me'))).status()).toBe(401);
    await other.close();
  }
  // RFC 6749, 10.12: an answer without the state of this browser.
  const stranger = await world.with();
  const forged = await stranger.get('/api/sign-in/back?code=x&state=y', { maxRedirects: 0 });
  expect([forged.status(), forged.headers()['location']]).toEqual([302, '/sign-in?why=not-asked-for']);
});

test('accounts go: what becomes of their charts is said before, and all of it can be taken along', async ({ page }) => {
  broken(page);
  const who = somebody('Bram Ludkin');
  const own = await world.as(who);
  const { id } = (await (
    await own.post('/api/charts', { data: { kind: 'org', title: 'Rock garden', list: 'Bram\n' } })
  ).json()) as { id: string };
  await own.post(`/api/charts/${id}/shares`, { data: { who: MAUD.email, may: 'edit' } });
  const files = unzipSync(new Uint8Array(await (await own.get('/api/me/belongings?export=1')).body()));
  expect(Object.keys(files).sort()).toEqual(['about-you.json', 'charts/Rock garden.json']);
  const about = JSON.parse(new TextDecoder().decode(files['about-you.json'])) as { account: { email: string } };
  expect(about.account.email).toBe(who.email);
  const again = await (await world.as(MAUD)).post('/api/charts', {
    data: Buffer.from(files['charts/Rock garden.json']!),
    headers: { 'content-type': 'application/octet-stream' },
  });
  expect(again.status()).toBe(201);
  await page.goto(at('/account'));
  await page.getByLabel('E-mail address').fill(who.email);
  await page.getByLabel('Password').fill(who.password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('button', { name: 'Remove my account' }).click();
  await expect(page.getByText('You have 1 chart, 1 of them shared')).toBeVisible();
  await page.getByLabel(/who gets them/).fill(MAUD.email);
  await page.getByLabel('Your password', { exact: true }).last().fill(who.password);
  await page.getByRole('button', { name: 'Remove my account' }).click();
  await expect(page).toHaveURL(/sign-in/);
  expect((await own.get('/api/me')).status()).toBe(401);
  const maud = await world.as(MAUD);
  const { charts } = (await (await maud.get('/api/charts?of=own')).json()) as { charts: { title: string }[] };
  expect(charts.map(({ title }) => title)).toContain('Rock garden');
  // The last administrator stays.
  const { accounts } = (await (await boss.get('/api/accounts')).json()) as {
    accounts: { id: string; email: string }[];
  };
  const { id: last } = accounts.find(({ email }) => email === BOSS.email)!;
  expect((await boss.delete(`/api/accounts/${last}`, { data: {} })).status()).toBe(409);
  expect((await boss.patch(`/api/accounts/${last}`, { data: { administrator: false } })).status()).toBe(409);
  const { events } = (await (await boss.get('/api/log')).json()) as { events: { what: string; about: string }[] };
  expect(events.find(({ what }) => what === 'account-removed')?.about).toContain(who.name);
});

test('remarks are told in one letter a day, to those who want them and may see them', async () => {
  const who = somebody('Jun Haskett');
  const jun = await world.as(who);
  const { id } = (await (
    await boss.post('/api/charts', { data: { kind: 'org', title: 'Told of', list: 'Ann\n' } })
  ).json()) as { id: string };
  await boss.post(`/api/charts/${id}/shares`, { data: { who: who.email, may: 'remark' } });
  await boss.post(`/api/charts/${id}/remarks`, {
    data: { on: { sheet: true }, text: 'Look here, Jun.', mentions: [who.email] },
  });
  await jun.post(`/api/charts/${id}/remarks`, { data: { on: { sheet: true }, text: 'Seen.' } });
  const before = letters.length;
  // A day goes by, and the server comes to its chores.
  await inDatabase(world.url, (client) => client.query("UPDATE accounts SET told_until = now() - interval '2 days'"));
  await inDatabase(world.url, (client) =>
    client.query('UPDATE accounts SET letters = false WHERE email = $1', [BOSS.email]),
  );
  // Whichever server comes to it first.
  const another = await started(world.url, { PEOPLE: 'on', SMTP_URL: world.settings['SMTP_URL']! });
  await expect.poll(() => letters.length).toBeGreaterThan(before);
  await another.end();
  const mine = letters.slice(before);
  expect(mine.map(({ to }) => to)).toEqual([who.email]);
  expect(mine[0]!.text).toContain('Look here, Jun.');
});
