/** A class in browsers of their own: from the code to the returned mark, with one who is late and one whose connection is lost. */
import { parseString } from '@fast-csv/parse';
import { read as readBook, utils } from 'xlsx';
import { RUBRIC } from '../support/rubric';
import { begun, type ClassMade, classOf, joined, okOf, taskIn } from './class-people';
import { BOSS, peopleServer, type Somebody, somebody, type World } from './people-server';
import { line, saved, violations } from './support';
import { type APIRequestContext, type Browser, expect, type Page, test } from './test';

const database = process.env['DATABASE_URL'];
test.skip(database === undefined, 'needs DATABASE_URL');

const HEDDA: Somebody = somebody('Hedda Quill');
let world: World;
let teacher: APIRequestContext;
test.beforeAll(async () => {
  world = await peopleServer(database!, `classes_${process.pid}`);
  teacher = await world.as(HEDDA);
});
test.afterAll(() => world?.end());

const at = (path: string) => world.server.at + path;

async function pageOf(browser: Browser, more: object = {}): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, ...more });
  const page = await context.newPage();
  page.on('pageerror', (error) => {
    throw error;
  });
  return page;
}
async function teacherPage(browser: Browser): Promise<Page> {
  const page = await pageOf(browser);
  const { email, password } = HEDDA;
  await page.request.post(at('/api/sign-in'), { data: { email, password } });
  return page;
}

/** Joins as a learner would, up to their own page. @returns the words on their card */
async function join(page: Page, code: string, name: string): Promise<string> {
  await page.goto(at('/join'));
  await page.getByLabel('Code of the class').fill(code.toLowerCase());
  await page.getByLabel('Your name').fill(name);
  await page.getByRole('button', { name: 'Join' }).click();
  const card = await page.locator('[data-card]').innerText();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('heading', { name: 'My work' })).toBeVisible();
  return card;
}
const begin = async (page: Page) => {
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForSelector('svg [data-item]');
};
/** Writes another line after the last. */
async function write(page: Page, text: string): Promise<void> {
  const last = page.locator('[data-lines] [data-field=name]').last();
  await last.click();
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type(text);
}
const handIn = (page: Page) => page.getByRole('button', { name: /^Hand in/ });
const place = (page: Page, name: string) => page.getByRole('listitem').filter({ hasText: name });

test('teacher and three learners, from the code to the returned mark', async ({ browser }) => {
  const desk = await teacherPage(browser);
  const { id: model } = await okOf<{ id: string }>(
    teacher.post('/api/charts', {
      data: {
        kind: 'concept',
        title: 'How a salt marsh works',
        list: 'Salt marsh - is flooded by -> Tides\nTides - bring -> Mud\nMud - holds -> Lugworms\n',
      },
    }),
    201,
  );
  // A class is made, and a task set in it.
  await desk.goto(at('/classes'));
  await desk.getByLabel('Name of the class').fill('Year 7');
  await desk.getByRole('button', { name: 'Make a class' }).click();
  const code = await desk.locator('[data-code]').innerText();
  expect(code).toMatch(/^[A-Z2-9]{7}$/);
  await desk.getByRole('button', { name: 'Set a task' }).click();
  const dialog = desk.getByRole('dialog');
  await dialog.getByLabel('From which chart').selectOption({ label: 'How a salt marsh works' });
  await dialog.getByLabel('Learners begin with').selectOption({ label: 'Its concepts alone, none linked' });
  await dialog.getByLabel('What to do').fill('Link the ideas.');
  await dialog.getByLabel('the look').uncheck();
  await dialog.getByLabel('Marked by').selectOption({ label: 'what is counted in it' });
  await expect(dialog.getByLabel('Cross-links')).toHaveValue('10');
  await dialog.getByRole('spinbutton', { name: 'Levels' }).fill('2');
  await dialog.getByRole('button', { name: 'Set it' }).click();
  const task = desk.getByRole('link', { name: 'How a salt marsh works' });
  await expect(task).toBeVisible();

  // Three come, each in a browser of their own.
  const [ann, bo, cy] = await Promise.all([pageOf(browser), pageOf(browser), pageOf(browser)]);
  for (const [page, name] of [
    [ann, 'Ann Reed'],
    [bo, 'Bo Lark'],
    [cy, 'Cy Tarn'],
  ] as const) {
    await join(page, code, name);
    await begin(page);
  }
  await task.click();
  await expect(place(desk, 'Ann Reed')).toContainText('working on it');
  expect(await violations(desk)).toEqual([]);

  // The screen of a learner has what the task leaves open, and no more.
  await expect(ann.getByRole('heading', { level: 1 })).toHaveText('How a salt marsh works - Ann Reed');
  await expect(ann.getByText('Link the ideas.')).toBeVisible();
  await expect(ann.getByRole('tab')).toHaveText([/List/, /Arrange/, /Check/]);
  for (const name of ['Share', 'Ctrl K']) await expect(ann.getByRole('button', { name })).toHaveCount(0);
  expect(await violations(ann)).toEqual([]);

  // What one of them does is seen on the desk, and a remark of the teacher by them at once.
  const picture = place(desk, 'Ann Reed').locator('img');
  await expect(picture).toHaveAttribute('src', /^blob:/);
  const before = await picture.getAttribute('src');
  await line(ann, 'Mud').click();
  await write(ann, 'Crabs');
  await saved(ann);
  await expect(picture).not.toHaveAttribute('src', before!);
  const work = await teacherPage(browser);
  await work.goto(at(await place(desk, 'Ann Reed').getByRole('link').getAttribute('href').then(String)));
  await work.getByRole('button', { name: 'Remarks' }).click();
  await work.getByRole('textbox', { name: 'Remark' }).fill('What joins mud and tides?');
  await ann.getByRole('button', { name: 'Remarks' }).click();
  await expect(ann.getByText('No remarks yet', { exact: false })).toBeVisible();
  await work.getByRole('button', { name: 'Remark', exact: true }).click();
  const sent = Date.now();
  await expect(ann.getByText('What joins mud and tides?')).toBeVisible();
  // Told while it is news; how fast is the bench's to say.
  expect(Date.now() - sent).toBeLessThan(10_000);

  // One loses the connection, goes on working, and hands in all the same: it is sent once there is one.
  await bo.context().setOffline(true);
  await line(bo, 'Mud').click();
  await write(bo, 'Seeds');
  await handIn(bo).click();
  await expect(bo.getByText('There is no connection', { exact: false })).toBeVisible();
  expect(await place(desk, 'Bo Lark').innerText()).toContain('working on it');
  await bo.context().setOffline(false);
  await expect(bo.getByText('Handed in. Your teacher has it now.')).toBeVisible();
  await expect(place(desk, 'Bo Lark')).toContainText('handed in');
  await expect(bo.locator('svg [data-item]', { hasText: 'Seeds' })).toBeVisible();
  // Frozen, and taken back as long as it is not due.
  await bo.getByRole('button', { name: 'Take it back' }).click();
  await expect(handIn(bo)).toBeVisible();
  await handIn(bo).click();
  await expect(bo.getByRole('button', { name: 'Take it back' })).toBeVisible();
  // The page is no more the editor's.
  await expect(bo.getByRole('tab')).toHaveCount(0);
  // Come upon anew: what it fetched as the connection came back may have been broken off, its style too.
  await bo.reload();
  await expect(bo.locator('svg [data-item]', { hasText: 'Seeds' })).toBeVisible();
  await expect(bo.getByRole('tab')).toHaveCount(0);
  expect(await violations(bo)).toEqual([]);

  // One is late.
  const { task: of } = await okOf<{ task: { id: string } }>(
    teacher.get(`/api/tasks/${desk.url().split('/').at(-1)}/works`),
  );
  const past = new Date(Date.now() - 60_000).toISOString();
  await okOf(teacher.patch(`/api/tasks/${of.id}`, { data: { due: past } }));
  await cy.reload();
  await cy.getByRole('button', { name: 'Hand in late' }).click();
  await expect(cy.getByText('The due date has passed', { exact: false })).toBeVisible();
  await cy.getByRole('button', { name: 'Hand in anyway' }).click();
  await expect(cy.getByText('it was due, and stays', { exact: false })).toBeVisible();
  await expect(cy.getByRole('button', { name: 'Take it back' })).toHaveCount(0);
  await expect(place(desk, 'Cy Tarn')).toContainText('late');

  // Compared with the teacher's own, on the picture and line by line; counted, put right, and given back.
  await work.getByRole('button', { name: 'Close' }).click();
  await expect(work.locator('[data-verdict=missing]')).toHaveCount(3);
  await work.getByRole('button', { name: 'Compared with yours' }).click();
  const compared = work.getByRole('img', { name: 'compared with yours' });
  await expect.poll(() => compared.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(100);
  await expect(work.getByText('x 2', { exact: true })).toBeVisible();
  await work.getByLabel('Propositions').fill('2');
  await expect(work.getByText('Comes to', { exact: false })).toBeVisible();
  await work.getByRole('textbox', { name: 'Comment' }).fill('A good beginning.');
  expect(await violations(work)).toEqual([]);
  await work.getByRole('button', { name: 'Return', exact: true }).click();
  await expect(work.locator('[data-state=returned]')).toBeVisible();
  await expect(ann.getByText('Your teacher has given it back.')).toBeVisible();
  await expect(ann.getByText('A good beginning.')).toBeVisible();
  await ann.goto(at('/my-work'));
  await expect(ann.getByText('1 remark', { exact: true })).toBeVisible();
  await expect(ann.getByText(/^Mark: \d+ points$/)).toBeVisible();
  expect(await violations(ann)).toEqual([]);

  // The others all at once, and a good one shown without whose it is.
  await desk.getByRole('button', { name: 'Return all handed in' }).click();
  await expect(desk.getByText('2 returned.')).toBeVisible();
  await work.getByRole('button', { name: 'Show it to the class' }).click();
  await expect(work.getByRole('button', { name: 'Show it no more' })).toBeVisible();
  await cy.goto(at('/my-work'));
  await cy.getByRole('link', { name: 'An example from the class' }).click();
  await expect(cy.getByRole('heading', { level: 1 })).toHaveText('How a salt marsh works');
  await expect(cy.getByText('Ann Reed')).toHaveCount(0);
  expect(model).toBeTruthy();
});

test('whoever has a card comes back, and nobody else in their name', async ({ browser }) => {
  const made = await classOf(teacher, 'Cards');
  await taskIn(teacher, made);
  const first = await pageOf(browser);
  const card = await join(first, made.code, 'Dot Quay');
  expect(card).toMatch(/^[a-z]+ [a-z]+ [a-z]+$/);
  const again = await pageOf(browser);
  await again.goto(at(`/join#${made.code}`));
  await expect(again.getByLabel('Code of the class')).toHaveValue(made.code);
  expect(await violations(again)).toEqual([]);
  await again.getByLabel('Your name').fill('Dot Quay');
  await again.getByRole('button', { name: 'Join' }).click();
  await expect(again.getByRole('alert')).toContainText('in this class already');
  await again.getByRole('button', { name: 'I have been here before' }).click();
  await again.getByLabel('Code of the class').fill(made.code);
  await again.getByLabel('Your name').fill('dot quay');
  await again.getByLabel('The words on your card').fill('not these');
  await again.getByRole('button', { name: 'Come back' }).click();
  await expect(again.getByRole('alert')).toContainText('do not go together');
  await again.getByLabel('The words on your card').fill(card.toUpperCase().replaceAll(' ', ', '));
  await again.getByRole('button', { name: 'Come back' }).click();
  await expect(again.getByText('You are Dot Quay', { exact: false })).toBeVisible();
  expect(await violations(again)).toEqual([]);
  // All other pages lead to their own.
  for (const path of ['/', '/account', '/classes', '/people', '/my-work'])
    expect((await again.goto(at(path)))?.url(), path).toBe(at('/my-work'));
  // Another card ends where they are signed in.
  const page = await teacherPage(browser);
  await page.goto(at(`/classes/${made.id}`));
  await page.getByRole('button', { name: 'New card: Dot Quay' }).click();
  await expect(page.getByRole('dialog').getByText('Dot Quay')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  expect((await again.goto(at('/my-work')))?.url()).toContain('/sign-in');
  expect(await violations(page)).toEqual([]);
});

test('names are put in before, changed with the titles of works, and taken out with all of theirs', async () => {
  const made = await classOf(teacher, 'Names');
  const task = await taskIn(teacher, made);
  const { cards } = await okOf<{ cards: { learner: string; name: string; card: string }[] }>(
    teacher.post(`/api/classes/${made.id}/learners`, { data: { names: ['Fay Dune', 'Gus Pool'] } }),
    201,
  );
  const fay = await world.with();
  await okOf(fay.post('/api/classes/join', { data: { code: made.code, card: cards[0]!.card, name: 'Fay Dune' } }));
  const { chart } = await begun({ as: fay }, task.id);
  const learners = `/api/classes/${made.id}/learners/${cards[0]!.learner}`;
  expect((await teacher.patch(learners, { data: { name: 'Gus Pool' } })).status()).toBe(409);
  await okOf(teacher.patch(learners, { data: { name: 'Fay Down' } }));
  const { chart: value } = await okOf<{ chart: { title: string } }>(fay.get(`/api/charts/${chart}`));
  expect(value.title).toBe('The marsh - Fay Down');
  // None of a list is put in where one of it is there already.
  const double = await teacher.post(`/api/classes/${made.id}/learners`, { data: { names: ['New One', 'gus pool'] } });
  expect(double.status()).toBe(409);
  expect((await teacher.delete(learners)).status()).toBe(204);
  expect((await fay.get('/api/classes/mine')).status()).toBe(401);
  expect((await teacher.get(`/api/charts/${chart}`)).status()).toBe(404);
  const { people } = await okOf<{ people: { name: string }[] }>(teacher.get(`/api/classes/${made.id}`));
  expect(people.map(({ name }) => name)).toEqual(['Gus Pool']);
});

test('what is asked for twice at once is done once', async () => {
  const made = await classOf(teacher, 'Twice');
  const task = await taskIn(teacher, made);
  const join = async () => {
    const one = await world.with();
    return { one, answer: await one.post('/api/classes/join', { data: { code: made.code, name: 'Lil Tern' } }) };
  };
  const both = await Promise.all([join(), join(), join()]);
  expect(both.map(({ answer }) => answer.status()).sort()).toEqual([201, 409, 409]);
  const lil = { as: both.find(({ answer }) => answer.status() === 201)!.one };
  const works = await Promise.all([1, 2, 3, 4].map(() => begun(lil, task.id)));
  expect(new Set(works.map(({ id, chart }) => `${id} ${chart}`)).size).toBe(1);
  const { id, chart } = works[0]!;
  // What is sent while it is handed in is in it, or refused; nothing comes after it.
  const sent = [1, 2, 3, 4, 5, 6].map((n) =>
    lil.as.patch(`/api/charts/${chart}/changes`, {
      data: {
        base: 0,
        changes: [{ type: 'add-items', items: [{ id: `n${n}`, parent: null, fields: { name: `Idea ${n}` } }] }],
      },
    }),
  );
  const [first] = await Promise.all([
    lil.as.post(`/api/works/${id}/hand-in`),
    lil.as.post(`/api/works/${id}/hand-in`),
    ...sent,
  ]);
  expect(first!.status()).toBe(200);
  const taken = (await Promise.all(sent)).filter((answer) => answer.status() === 200).length;
  const { chart: value } = await okOf<{ chart: { items: Record<string, { fields: { name?: string } }> } }>(
    lil.as.get(`/api/charts/${chart}`),
  );
  const ideas = Object.values(value.items).filter(({ fields }) => fields.name?.startsWith('Idea '));
  expect(ideas).toHaveLength(taken);
});

test('what the class is shown has a name only as long as the teacher allows it', async () => {
  const made = await classOf(teacher, 'Shown');
  const task = await taskIn(teacher, made);
  const [mo, ned] = [await joined(world, made.code, 'Mo Kelp'), await joined(world, made.code, 'Ned Salt')];
  const { id } = await begun(mo, task.id);
  await okOf(teacher.put(`/api/works/${id}/shown`, { data: { shown: true } }));
  const seen = async () => {
    const { tasks } = await okOf<{ tasks: { shown: { chart: string; title: string }[] }[] }>(
      ned.as.get('/api/classes/mine'),
    );
    return tasks[0]!.shown;
  };
  const [first] = await seen();
  expect(first!.title).toBe('The marsh');
  const whole = await (await ned.as.get(`/api/charts/${first!.chart}`)).text();
  expect(whole).not.toContain('Mo Kelp');
  await okOf(teacher.patch(`/api/classes/${made.id}`, { data: { names: true } }));
  expect((await seen())[0]!.title).toBe('The marsh - Mo Kelp');
  await okOf(teacher.patch(`/api/classes/${made.id}`, { data: { names: false } }));
  expect((await seen())[0]!.title).toBe('The marsh');
  await okOf(teacher.put(`/api/works/${id}/shown`, { data: { shown: false } }));
  expect(await seen()).toEqual([]);
  expect((await ned.as.get(`/api/charts/${first!.chart}`)).status()).toBe(404);
});

test('a task says what is wrong with it: a chart that is not there, or too long, a start or a scheme it can not have', async () => {
  const made = await classOf(teacher, 'Wrong');
  const tasks = `/api/classes/${made.id}/tasks`;
  const wrong = async (data: object) => {
    const answer = await teacher.post(tasks, { data: { title: 'T', chart: made.model, ...data } });
    return [answer.status(), ((await answer.json()) as { detail: string }).detail] as const;
  };
  expect(await wrong({ chart: 'none' })).toEqual([404, expect.stringContaining('no such chart')]);
  expect(await wrong({ start: 'half' })).toEqual([422, expect.stringContaining('no-phrases')]);
  expect(await wrong({ due: 'soon' })).toEqual([422, expect.stringContaining('2027')]);
  expect(await wrong({ scheme: { by: 'grade', grades: ['A'] } })).toEqual([422, expect.anything()]);
  const list = Array.from({ length: 1_600 }, (_, i) => `Post ${i}`).join('\n');
  const { id: long } = await okOf<{ id: string }>(
    teacher.post('/api/charts', { data: { kind: 'org', title: 'Long', list } }),
    201,
  );
  expect(await wrong({ chart: long })).toEqual([422, expect.stringContaining('1500 lines')]);
  const { id: short } = await okOf<{ id: string }>(
    teacher.post('/api/charts', { data: { kind: 'org', title: 'Short', list: 'Ann\n\tBo\n' } }),
    201,
  );
  expect(await wrong({ chart: short, scheme: { by: 'counted' } })).toEqual([422, expect.stringContaining('counted')]);
});

test('the mark on the screen is the mark that is returned, and a half-written one is kept', async ({ browser }) => {
  const made = await classOf(teacher, 'Screen');
  const task = await taskIn(teacher, made, { scheme: { by: 'points', most: 10 } });
  const una = await joined(world, made.code, 'Una Fell');
  const { id } = await begun(una, task.id);
  const seen = () => okOf<{ state: string; mark: object | null }>(una.as.get(`/api/works/${id}`));
  const page = await teacherPage(browser);
  await page.goto(at(`/works/${id}`));
  const points = page.getByLabel('Points, 10 at the most');
  const comment = page.getByRole('textbox', { name: 'Comment' });
  await points.fill('12');
  await expect(page.getByText('Type a number from 0 to 10.')).toBeVisible();
  await page.getByRole('button', { name: 'Return', exact: true }).click();
  await expect(points).toBeFocused();
  expect((await seen()).state).toBe('working');
  await points.fill('7,5');
  await comment.fill('Half');
  // Behind the remarks, on another page, and opened again it is as it was; the learner sees none of it.
  await page.getByRole('button', { name: 'Remarks' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(comment).toHaveValue('Half');
  await comment.fill('Half written');
  await page.goto(at(`/tasks/${task.id}`));
  await page.goto(at(`/works/${id}`));
  await expect(comment).toHaveValue('Half written');
  await expect(points).toHaveValue('7.5');
  expect((await seen()).mark).toBeNull();
  // What was typed a moment ago goes along.
  await comment.fill('Well done');
  await page.getByRole('button', { name: 'Return', exact: true }).click();
  await expect(page.getByText('Returned.')).toBeVisible();
  expect(await seen()).toMatchObject({ state: 'returned', mark: { points: 7.5, words: 'Well done' } });
  // What is written after that is a draft again.
  await points.fill('8');
  await expect(page.getByText('Draft saved.')).toBeVisible();
  expect(await seen()).toMatchObject({ mark: { points: 7.5 } });
  await page.getByLabel('Include the mark and the comment').uncheck();
  await page.getByRole('button', { name: 'Return', exact: true }).click();
  await expect(page.getByText('Returned.')).toBeVisible();
  expect((await seen()).mark).toBeNull();
  // In one step by the API, too.
  expect((await teacher.post(`/api/works/${id}/return`, { data: { points: 12 } })).status()).toBe(422);
  await okOf(teacher.post(`/api/works/${id}/return`, { data: { points: 9, words: 'Again' } }));
  expect((await seen()).mark).toEqual({ points: 9, words: 'Again' });
});

test('blanks are places to write, earn nothing, and handing in with them asks once', async ({ browser }) => {
  const made = await classOf(teacher, 'Blanks');
  const task = await taskIn(teacher, made, { start: 'no-phrases' });
  const code = made.code;
  const page = await pageOf(browser);
  await join(page, code, 'Vic Moor');
  await begin(page);
  await expect(page.locator('svg').getByText('____').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Bring in a list' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Work on many lines' })).toHaveCount(0);
  await handIn(page).click();
  await expect(page.getByText(/^(\d+) of \1 are empty\./)).toBeVisible();
  await page.getByRole('button', { name: 'Not yet' }).click();
  await handIn(page).click();
  await page.getByRole('button', { name: 'Hand in anyway' }).click();
  await expect(page.getByText('Handed in. Your teacher has it now.')).toBeVisible();
  const { places } = await okOf<{ places: { work: { id: string } | null }[] }>(
    teacher.get(`/api/tasks/${task.id}/works`),
  );
  const { compared } = await okOf<{ compared: { points: number; counts: Record<string, number> } }>(
    teacher.get(`/api/works/${places.find(({ work }) => work)!.work!.id}`),
  );
  expect(compared.points).toBe(0);
  expect(compared.counts).toMatchObject({ phrase: 0, extra: 0 });
});

test('what a task leaves as it is can be changed by nobody who works on it', async () => {
  const made = await classOf(teacher, 'Parts');
  const task = await taskIn(teacher, made, { parts: ['arrange'] });
  const hal = await joined(world, made.code, 'Hal Fen');
  const { id, chart } = await begun(hal, task.id);
  const send = (data: object) =>
    hal.as.patch(`/api/charts/${chart}/changes`, { data: { base: 0, changes: [data] } }).then((one) => one.status());
  expect(await send({ type: 'set-arrangement', arrangement: { direction: 'right' } })).toBe(200);
  expect(await send({ type: 'rename', title: 'Mine' })).toBe(403);
  expect(await send({ type: 'set-house', house: 'meadow' })).toBe(403);
  const add = { type: 'add-items', items: [{ id: 'new', parent: null, fields: { name: 'New' } }] };
  expect(await send(add)).toBe(403);
  expect(await send({ type: 'group', changes: [{ type: 'set-page', page: { size: 'A3' } }, add] })).toBe(403);
  expect((await hal.as.put(`/api/charts/${chart}/list`, { data: { list: 'A - b -> C\n' } })).status()).toBe(403);
  // Opened by the teacher it may be, at once.
  await okOf(teacher.patch(`/api/tasks/${task.id}`, { data: { parts: ['list', 'arrange'] } }));
  expect(await send(add)).toBe(200);
  // Handed in, it is frozen.
  await okOf(hal.as.post(`/api/works/${id}/hand-in`));
  expect(await send({ type: 'set-arrangement', arrangement: { direction: 'down' } })).toBe(403);
  // Given back to work on, it is not.
  await okOf(teacher.post(`/api/works/${id}/return`, { data: { again: true } }));
  expect(await send({ type: 'set-arrangement', arrangement: { direction: 'down' } })).toBe(200);
});

test('marks are a table that other programs read, and a mark is seen once it is given', async () => {
  const made = await classOf(teacher, 'Marks');
  const task = await taskIn(teacher, made, { scheme: { by: 'rows', rows: RUBRIC } });
  const ida = await joined(world, made.code, '=Ida "Kelp", Moor');
  await joined(world, made.code, 'Jo Sand');
  const { id } = await begun(ida, task.id);
  await okOf(ida.as.post(`/api/works/${id}/hand-in`));
  const mark = { rows: { ideas: 1, links: 0 }, words: 'Look again\nat the links, "please".' };
  expect((await teacher.put(`/api/works/${id}/mark`, { data: { rows: { ideas: 9 } } })).status()).toBe(422);
  await okOf(teacher.put(`/api/works/${id}/mark`, { data: mark }));
  const seen = async () => (await okOf<{ mark: object | null }>(ida.as.get(`/api/works/${id}`))).mark;
  expect(await seen()).toBeNull();
  await okOf(teacher.post(`/api/works/${id}/return`, { data: { mark: false } }));
  expect(await seen()).toBeNull();
  await okOf(teacher.post(`/api/works/${id}/return`, { data: { mark: true } }));
  expect(await seen()).toEqual(mark);
  // Read by a package that had no part in writing it.
  const csv = await (await teacher.get(`/api/tasks/${task.id}/marks?as=csv`)).text();
  const read = await new Promise<Record<string, string>[]>((resolve, reject) => {
    const found: Record<string, string>[] = [];
    parseString<Record<string, string>, Record<string, string>>(csv, { headers: true })
      .on('error', reject)
      .on('data', (row) => found.push(row))
      .on('end', () => resolve(found));
  });
  // A name that a spreadsheet would work out is made inert.
  expect(read.map((row) => row['Name'])).toEqual([`'=Ida "Kelp", Moor`, 'Jo Sand']);
  expect(read[0]).toMatchObject({ State: 'returned', Points: '3', Of: '5', Ideas: '3', Links: '0', Words: mark.words });
  expect(read[1]).toMatchObject({ State: 'not begun', Points: '', Words: '' });
  const xlsx = await teacher.get(`/api/tasks/${task.id}/marks?as=xlsx`);
  const book = readBook(await xlsx.body());
  const [headings = [], first = []] = utils.sheet_to_json<unknown[]>(Object.values(book.Sheets)[0]!, { header: 1 });
  expect(headings).toEqual(['Name', 'State', 'Handed in', 'Late', 'Points', 'Of', 'Grade', 'Ideas', 'Links', 'Words']);
  expect(first[headings.indexOf('Points')]).toBe(3);
});

test('all of a class goes in one step', async ({ browser }) => {
  const made: ClassMade = await classOf(teacher, 'The end');
  const task = await taskIn(teacher, made);
  const kit = await joined(world, made.code, 'Kit Wrack');
  const { id, chart } = await begun(kit, task.id);
  await okOf(kit.as.post(`/api/charts/${chart}/remarks`, { data: { on: { sheet: true }, text: 'Mine.' } }), 201);
  await okOf(teacher.put(`/api/works/${id}/shown`, { data: { shown: true } }));
  const page = await teacherPage(browser);
  await page.goto(at(`/classes/${made.id}`));
  const all = page.getByRole('button', { name: 'Remove all of it' });
  await expect(all).toBeDisabled();
  await page.getByRole('textbox', { name: 'Removes the class' }).fill('The end');
  await all.click();
  await expect(page).toHaveURL(at('/classes'));
  expect((await kit.as.get('/api/classes/mine')).status()).toBe(401);
  expect((await teacher.get(`/api/charts/${chart}`)).status()).toBe(404);
  // The teacher's own stays.
  expect((await teacher.get(`/api/charts/${made.model}`)).status()).toBe(200);
  const { inDatabase } = await import('./other-server');
  const left = await inDatabase(world.url, async (client) => {
    const counts: Record<string, number> = {};
    for (const [what, sql] of Object.entries({
      learners: 'SELECT FROM accounts WHERE class IS NOT NULL AND class NOT IN (SELECT id FROM classes)',
      named: `SELECT FROM accounts WHERE name = 'Kit Wrack'`,
      charts: `SELECT FROM charts WHERE id = '${chart}' OR task = '${task.id}'`,
      remarks: `SELECT FROM remarks WHERE words = 'Mine.' OR name = 'Kit Wrack'`,
      works: `SELECT FROM works WHERE id = '${id}'`,
      answers: 'SELECT FROM answers WHERE owner NOT IN (SELECT id FROM accounts)',
    }))
      counts[what] = (await client.query(sql)).rowCount ?? -1;
    return counts;
  });
  expect(left).toEqual({ learners: 0, named: 0, charts: 0, remarks: 0, works: 0, answers: 0 });
});

test('a learner works on a tablet by touch', async ({ browser }) => {
  const made = await classOf(teacher, 'Touch');
  await taskIn(teacher, made, { instructions: 'Add one idea.' });
  const page = await pageOf(browser, { viewport: { width: 1024, height: 768 }, hasTouch: true, isMobile: true });
  await page.goto(at(`/join#${made.code}`));
  await page.getByLabel('Your name').fill('Lou Brack');
  await page.getByRole('button', { name: 'Join' }).tap();
  await page.getByRole('button', { name: 'Go on' }).tap();
  await page.getByRole('button', { name: 'Begin' }).tap();
  await page.waitForSelector('svg [data-item]');
  await page.getByText('Mud', { exact: true }).first().tap();
  await line(page, 'Mud').tap();
  await page.keyboard.press('End');
  await page.keyboard.type('flats');
  await saved(page);
  await expect(page.locator('svg [data-item]', { hasText: 'Mudflats' })).toBeVisible();
  // Nothing is cut off at the right.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024);
  await handIn(page).tap();
  await expect(page.getByText('Handed in. Your teacher has it now.')).toBeVisible();
  // The page is no more the editor's.
  await expect(page.getByRole('tab')).toHaveCount(0);
  expect(await violations(page)).toEqual([]);
});

test('guesses at cards and codes are counted, and end', async () => {
  const made = await classOf(teacher, 'Guessed');
  await joined(world, made.code, 'Ed Shore');
  const thief = await world.with();
  const guess = (data: object) => thief.post('/api/classes/join', { data }).then((answer) => answer.status());
  const cards: number[] = [];
  for (let i = 0; i < 8; i++) cards.push(await guess({ code: made.code, name: 'Ed Shore', card: `word ${i}` }));
  expect(cards[0]).toBe(403);
  expect(cards.at(-1)).toBe(429);
  // Another card, and they come back at once: what was guessed at is gone.
  const { people } = await okOf<{ people: { id: string }[] }>(teacher.get(`/api/classes/${made.id}`));
  const { cards: fresh } = await okOf<{ cards: { card: string }[] }>(
    teacher.patch(`/api/classes/${made.id}/learners/${people[0]!.id}`, { data: { reset: true } }),
  );
  expect(await guess({ code: made.code, name: 'Ed Shore', card: fresh[0]!.card })).toBe(200);
  // A whole school may mistype a code from one address; who tries thousands waits. Passwords are not held up by it.
  let codes = 0;
  while (codes < 400 && (await guess({ code: `WRONG${codes}`, name: 'Ed Shore' })) === 404) codes++;
  expect(codes).toBeGreaterThan(150);
  expect(codes).toBeLessThan(210);
  const { email, password } = HEDDA;
  expect((await thief.post('/api/sign-in', { data: { email, password } })).status()).toBe(200);
});

test('with DEMO=on there is a class to try, and it is told how to sign in as each; else nothing of it', async () => {
  expect(world.server.logged()).not.toContain('demo class');
  const { accounts } = await okOf<{ accounts: { email: string }[] }>((await world.as(BOSS)).get('/api/accounts'));
  expect(accounts.map(({ email }) => email)).not.toContain('hedda@saltmarsh.example');
  const name = `demo_class_${process.pid}`;
  const demo = await peopleServer(database!, name, { DEMO: 'on' });
  const told = () =>
    demo.server
      .logged()
      .split('\n')
      .find((text) => text.includes('"demo class'));
  try {
    await expect.poll(told).toBeTruthy();
    const { teacher: of, learners } = JSON.parse(told()!) as {
      teacher: { email: string; password: string };
      learners: { code: string; cards: Record<string, string> };
    };
    const hedda = await demo.with();
    await okOf(hedda.post('/api/sign-in', { data: { email: of.email, password: of.password } }));
    const { classes } = await okOf<{ classes: { id: string; learners: number }[] }>(hedda.get('/api/classes'));
    expect(classes).toMatchObject([{ learners: 3, tasks: 1, code: learners.code }]);
    expect(Object.keys(learners.cards)).toHaveLength(3);
    for (const [who, card] of Object.entries(learners.cards)) {
      const one = await demo.with();
      await okOf(one.post('/api/classes/join', { data: { code: learners.code, name: who, card } }));
      const mine = await okOf<{ name: string; tasks: object[] }>(one.get('/api/classes/mine'));
      expect(mine).toMatchObject({ name: who });
      expect(mine.tasks).toHaveLength(1);
    }
    // Who looks after accounts is somebody else: the teacher of the demo is none.
    expect((await hedda.get('/api/accounts')).status()).toBe(403);
  } finally {
    await demo.end();
  }
});
