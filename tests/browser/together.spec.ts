/** Several at once: windows of one browser, people at one chart, and a server that is not there for a while. */

import { item, line, newChart, noErrors, open, saved } from './support';
import { expect, test } from './test';

test('eight windows of one browser are open at once, hear of each other’s changes, and use one stream', async ({
  context,
  request,
}) => {
  const id = await newChart(request);
  const streams: string[] = [];
  context.on('request', (asked) => {
    if (/\/events/.test(asked.url())) streams.push(asked.url());
  });
  const pages = [];
  // Over HTTP/1.1 a browser has six connections for one address.
  for (let i = 0; i < 8; i++) {
    const page = await context.newPage();
    noErrors(page);
    await open(page, id);
    pages.push(page);
  }
  const [first, last] = [pages[0]!, pages[7]!];
  await line(last, 'Suda Welk').click();
  await last.keyboard.press('End');
  await last.keyboard.type(' the Elder');
  await saved(last);
  for (const page of pages) await expect(item(page, 'Suda Welk the Elder')).toBeVisible();
  // No window has a stream of its own.
  expect(streams.filter((address) => address.includes(`/api/charts/${id}/events`))).toEqual([]);
  // Those that are closed are missed by nobody.
  for (const page of pages.slice(1, 7)) await page.close();
  await line(first, 'Maud Ferrow').click();
  await first.keyboard.press('End');
  await first.keyboard.type(' II');
  await expect(item(last, 'Maud Ferrow II')).toBeVisible();
});

test('windows with different charts each hear of their own', async ({ context, request }) => {
  const ids = [await newChart(request, 'Ann\n\tBo\n'), await newChart(request, 'Cy\n\tDi\n')];
  const pages = [];
  for (const id of ids) {
    const page = await context.newPage();
    await open(page, id);
    pages.push(page);
  }
  for (const [i, id] of ids.entries())
    await request.patch(`/api/charts/${id}/changes`, {
      data: {
        base: 0,
        changes: [{ type: 'add-items', items: [{ id: 'x', parent: null, fields: { name: `New ${i}` } }] }],
      },
    });
  await expect(item(pages[0]!, 'New 0')).toBeVisible();
  await expect(item(pages[1]!, 'New 1')).toBeVisible();
  await expect(item(pages[0]!, 'New 1')).toHaveCount(0);
});

test('a page keeps what it must have, whoever takes parts of it away', async ({ request }) => {
  const id = await newChart(request);
  const patch = (page: object) =>
    request.patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [{ type: 'set-page', page }] } });
  for (const key of ['size', 'margin', 'dateLine', 'orientation'])
    expect((await patch({ [key]: null })).status()).toBe(422);
  expect((await patch({ footer: null })).status()).toBe(200);
  expect((await request.get(`/api/charts/${id}/picture?as=pdf`)).status()).toBe(200);
});

test('what was missed is told in answers of some hundred kilobytes, and all of it', async ({ request }) => {
  const id = await newChart(request, Array.from({ length: 60 }, (_, i) => `Line ${i}`).join('\n'));
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const text = 'a long note '.repeat(160).trim();
  const edits = Object.fromEntries(Object.keys(chart.items).map((item) => [item, { notes: text }]));
  for (let i = 0; i < 8; i++) {
    const changes = [
      {
        type: 'edit-lines',
        edits: Object.fromEntries(Object.entries(edits).map(([item]) => [item, { notes: `${text} ${i}` }])),
      },
    ];
    expect((await request.patch(`/api/charts/${id}/changes`, { data: { base: i, changes } })).status()).toBe(200);
  }
  const heard: number[] = [];
  let answers = 0;
  for (let more = true; more; answers++) {
    const answer = await request.get(`/api/charts/${id}/changes?since=${heard.at(-1) ?? 0}`);
    expect((await answer.body()).byteLength).toBeLessThan(600_000);
    const told = await answer.json();
    heard.push(...told.changes.map(({ revision }: { revision: number }) => revision));
    more = told.more;
  }
  expect(heard).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  expect(answers).toBeGreaterThan(1);
});

test('what can not be meant is said in words, never as something that broke', async ({ request }) => {
  const id = await newChart(request);
  const statuses = async (...asked: (readonly [string, string, object?])[]) => {
    const answers = [];
    for (const [method, path, more] of asked) answers.push((await request.fetch(path, { method, ...more })).status());
    return answers;
  };
  expect(
    await statuses(
      ['GET', '/api/charts/%00'],
      ['GET', '/api/charts?q=%00'],
      ['GET', `/api/charts/${id}/changes?since=99999999999999`],
      ['GET', `/api/charts/${id}/picture?as=png&page=＜1＞`],
      ['GET', `/api/charts?cursor=${Buffer.from('["2026-99-99 00:00:00+00","x"]').toString('base64url')}`],
      ['GET', `/api/charts?sort=title&cursor=${Buffer.from('["\\u0000","x"]').toString('base64url')}`],
      ['GET', '/_image?href=/favicon.svg'],
      ['PATCH', `/api/charts/${id}/changes`, { headers: { origin: 'nonsense' }, data: {} }],
      ['GET', '/api/events'],
    ),
  ).toEqual([404, 422, 422, 422, 422, 422, 404, 403, 422]);
  const broken = (change: object) =>
    request
      .patch(`/api/charts/${id}/changes`, { data: { base: 0, changes: [change] } })
      .then((answer) => answer.status());
  expect(await broken({ type: 'set-columns', columns: { 'a\u0000b': {} } })).toBe(422);
  expect(await broken({ type: 'set-kind', kind: 'o\u0000g' })).toBe(422);
  expect(await broken({ type: 'rename', title: 'half \ud800' })).toBe(422);
  // A list may come from anywhere: it is mended and taken.
  const made = await request.post('/api/charts', { data: { title: 'T', kind: 'org', list: 'A\u0000nn\n\tBo\n' } });
  expect(made.status()).toBe(201);
});

test('every answer says that its type is not to be guessed', async ({ request }) => {
  for (const path of ['/', '/api/health', '/favicon.svg', '/api/nothing', '/%E0%A4%A'])
    expect((await request.get(path)).headers()['x-content-type-options'], path).toBe('nosniff');
});

test('the description of the API refers to nothing that is not in it', async ({ request }) => {
  const document = await (await request.get('/api/openapi.json')).json();
  const refs = [...JSON.stringify(document).matchAll(/"\$ref":"([^"]+)"/g)].map(([, ref]) => ref!);
  expect(refs.length).toBeGreaterThan(0);
  for (const ref of refs) {
    expect(ref).toMatch(/^#\//);
    const found = ref
      .slice(2)
      .split('/')
      .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], document);
    expect(found, ref).toBeDefined();
  }
});

test('streams that leave at any moment leave nothing behind', async ({ request, baseURL }) => {
  const id = await newChart(request);
  // At once, while it is set up, and after it has begun.
  await Promise.all(
    Array.from({ length: 60 }, async (_, i) => {
      const gone = new AbortController();
      const asked = fetch(`${baseURL}/api/charts/${id}/events`, { signal: gone.signal }).catch(() => undefined);
      setTimeout(() => gone.abort(), i);
      await asked;
    }),
  );
  const stays = new AbortController();
  const response = await fetch(`${baseURL}/api/events?chart=${id}&chart=nobody`, { signal: stays.signal });
  const reader = response.body!.getReader();
  const heard = async (words: string) => {
    let text = '';
    for (const decoder = new TextDecoder(); !text.includes(words); )
      text += decoder.decode((await reader.read()).value);
    return text;
  };
  expect(await heard('"revision":0')).toContain(`"chart":"${id}"`);
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'rename', title: 'Heard' }] },
  });
  // Told once the revision told before is known; else it is fetched.
  await heard('"revision":1');
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 1, changes: [{ type: 'rename', title: 'Again' }] },
  });
  expect(await heard('"revision":2')).toContain('"title":"Again"');
  stays.abort();
  expect((await request.get('/api/health')).status()).toBe(200);
});
