/**
 * What people write is shown as they wrote it, nowhere run: strings of many kinds through every field that is shown, with the
 * browser's own report of what its policy stopped as the alarm; and the letters that are written of them, as they arrive.
 */

import { SMTPServer } from 'smtp-server';
import { classOf, joined, okOf } from './class-people';
import { BOSS, peopleServer, somebody, type World } from './people-server';
import { type BrowserContext, expect, type Page, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');
test.describe.configure({ mode: 'serial' });

/** Source: the kinds of contexts of OWASP's "Cross Site Scripting Prevention" cheat sheet; strings of our own. */
const CORPUS = [
  '<script>hit()</script>',
  '"><img src=x onerror=hit()>',
  "'><svg onload=hit()>",
  '</title></style></textarea><script>hit()</script>',
  ']]><script>hit()</script><![CDATA[',
  'javascript:hit()',
  `{{constructor.constructor("hit()")()}}\${hit()}`,
  '\u2028hit()//--><!--',
  '=HYPERLINK("javascript:hit()")',
];
const ALL = CORPUS.join(' ');
/** As much of it as a short field takes. */
const short = (most: number) => {
  let text = '';
  for (const one of CORPUS) if (text.length + one.length + 1 <= most) text += ` ${one}`;
  return text.trim();
};

let world: World;
let mail: SMTPServer;
const letters: string[] = [];
test.beforeAll(async () => {
  mail = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, _, done) {
      let text = '';
      stream.on('data', (chunk: Buffer) => {
        text += chunk.toString();
      });
      stream.on('end', () => {
        letters.push(text);
        done();
      });
    },
  });
  // Whoever sends may end the line without a word.
  mail.on('error', () => undefined);
  await new Promise<void>((done) => mail.listen(0, '127.0.0.1', done));
  const { port } = mail.server.address() as { port: number };
  world = await peopleServer(database!, `injection_${process.pid}`, { SMTP_URL: `smtp://127.0.0.1:${port}` });
});
test.afterAll(async () => {
  await world?.end();
  await new Promise<void>((done) => mail.close(done));
});

/** Opens pages and notes whatever ran, or was stopped from running. */
async function watched(context: BrowserContext, alarms: string[]): Promise<Page> {
  await context.addInitScript(() => {
    const own = window as unknown as { hit: () => void; alarms: string[] };
    own.alarms = [];
    own.hit = () => own.alarms.push('it ran');
    document.addEventListener('securitypolicyviolation', ({ violatedDirective, sample, blockedURI }) =>
      own.alarms.push(`stopped: ${violatedDirective} ${blockedURI} ${sample}`),
    );
  });
  const page = await context.newPage();
  page.on('dialog', (dialog) => {
    alarms.push(`dialog: ${dialog.message()}`);
    void dialog.dismiss();
  });
  return page;
}
const heard = (page: Page) => page.evaluate(() => (window as unknown as { alarms?: string[] }).alarms ?? []);

test('no page runs what people wrote, and none tries to', async ({ browser }) => {
  const boss = await world.as(BOSS);
  const who = { ...somebody('Odd One'), name: short(190) };
  const teacher = await world.as(who);
  const list = `Name,Post,Reports to,${CORPUS[1]!.replaceAll('"', '""').replace(/^/, '"')}"\n"${ALL.replaceAll('"', '""')}",Head,,${'"'}${CORPUS[0]}${'"'}\nBo,"${CORPUS[2]}","${ALL.replaceAll('"', '""')}",x\n`;
  const { id } = await okOf<{ id: string }>(
    teacher.post('/api/charts', { data: { kind: 'org', title: short(200), list } }),
    201,
  );
  await okOf(
    teacher.post(`/api/charts/${id}/views`, { data: { name: short(120), shows: {}, title: short(200) } }),
    201,
  );
  await okOf(teacher.post(`/api/charts/${id}/save-points`, { data: { name: short(80), note: ALL } }), 201);
  await okOf(teacher.post(`/api/charts/${id}/trials`, { data: { name: short(80), note: ALL } }), 201);
  await okOf(teacher.post(`/api/charts/${id}/remarks`, { data: { on: { sheet: true }, text: ALL } }), 201);
  const { with: published } = await okOf<{ with: { page: string } }>(
    teacher.post(`/api/charts/${id}/shares`, { data: { page: true, may: 'look' } }),
    201,
  );
  await okOf(teacher.post(`/api/charts/${id}/shares`, { data: { who: BOSS.email, may: 'edit' } }), 201);
  const made = await classOf(teacher, short(120));
  const { id: task } = await okOf<{ id: string }>(
    teacher.post(`/api/classes/${made.id}/tasks`, {
      data: { title: short(120), chart: made.model, instructions: ALL },
    }),
    201,
  );
  const learner = await joined(world, made.code, short(60));
  const { id: work } = await okOf<{ id: string }>(learner.as.post(`/api/tasks/${task}/works`), 201);
  const alarms: string[] = [];
  const visit = async (state: Awaited<ReturnType<typeof teacher.storageState>>, paths: readonly string[]) => {
    const context = await browser.newContext({ baseURL: world.server.at, storageState: state });
    const page = await watched(context, alarms);
    for (const path of paths) {
      await page.goto(path);
      // Streams stay open: a page is never quiet by itself.
      await page.waitForTimeout(700);
      for (const one of await heard(page)) alarms.push(`${path}: ${one}`);
    }
    await context.close();
  };
  await visit(await teacher.storageState(), [
    `/chart/${id}`,
    '/',
    '/account',
    `/classes/${made.id}`,
    `/tasks/${task}`,
    `/works/${work}`,
    published.page,
    `${published.page}/picture.svg`,
    `/chart/${id}/walk-through`,
    `/sign-in?why=${encodeURIComponent(ALL)}&to=${encodeURIComponent(CORPUS[5]!)}`,
  ]);
  await visit(await boss.storageState(), ['/people', `/chart/${id}`]);
  await visit(await learner.as.storageState(), ['/my-work']);
  // Files that are opened in a browser.
  const context = await browser.newContext({ storageState: await teacher.storageState() });
  const page = await watched(context, alarms);
  for (const as of ['svg', 'html']) {
    const file = await teacher.get(`/api/charts/${id}/picture?as=${as}&save=1`);
    const text = await file.text();
    expect(text).not.toContain('<script>hit()');
    await page.route('http://file.example/**', (route) =>
      route.fulfill({ body: text, contentType: as === 'svg' ? 'image/svg+xml' : 'text/html' }),
    );
    await page.goto(`http://file.example/${as}`);
    for (const one of await heard(page)) alarms.push(`${as}: ${one}`);
  }
  await context.close();
  expect(alarms).toEqual([]);
  // The alarm does sound: what was put into a page past all that guards it is heard.
  const control = await browser.newContext({ baseURL: world.server.at, storageState: await teacher.storageState() });
  const spoilt = await watched(control, []);
  await spoilt.goto('/account');
  await spoilt.evaluate((markup) => document.body.insertAdjacentHTML('beforeend', markup), CORPUS[1]!.slice(2));
  await expect.poll(async () => (await heard(spoilt)).length).toBeGreaterThan(0);
  await control.close();
});

test('a letter holds what people wrote as words, under the headers that it was given', async () => {
  const boss = await world.as(BOSS);
  const name = `Eve\r\nBcc: all@saltmarsh.example\r\n\r\n<script>hit()</script>`;
  const added = await boss.post('/api/accounts', { data: { name, email: 'eve@saltmarsh.example' } });
  expect([201, 422]).toContain(added.status());
  const asked = await world.as({ ...somebody('Ivy Wren'), name: '<b>Ivy</b> "Wren" <ivy@elsewhere.example>' });
  await okOf(
    asked.put('/api/me/email', { data: { email: 'ivy2@saltmarsh.example', password: somebody('Ivy Wren').password } }),
    204,
  ).catch(() => undefined);
  await expect.poll(() => letters.length, { timeout: 20_000 }).toBeGreaterThan(0);
  for (const letter of letters) {
    const head = letter.slice(0, letter.indexOf('\r\n\r\n'));
    expect(head).not.toMatch(/^bcc:/im);
    expect(head.match(/^to:/gim)).toHaveLength(1);
    expect(head).toMatch(/^content-type: text\/plain/im);
    expect(letter).not.toMatch(/content-type: text\/html/i);
  }
});
