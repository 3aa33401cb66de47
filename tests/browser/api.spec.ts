import { GARDEN, newChart } from './support';
import { expect, test } from './test';

test('health and the description of the API answer', async ({ request }) => {
  expect(await (await request.get('/api/health')).json()).toMatchObject({ status: 'ok' });
  const document = await (await request.get('/api/openapi.json')).json();
  expect(document.openapi).toBe('3.1.0');
  expect(Object.keys(document.paths)).toEqual(
    expect.arrayContaining(['/api/compose', '/api/charts/{id}/changes', '/api/charts/{id}/list']),
  );
  expect((await request.get('/api-docs')).status()).toBe(200);
});

test('compose gives places, links, tiers, page, problems and figures', async ({ request }) => {
  const answer = await request.post('/api/compose', {
    data: { list: GARDEN, title: 'Garden', page: { size: 'A4', orientation: 'portrait' } },
  });
  expect(answer.status()).toBe(200);
  const value = await answer.json();
  expect(value).toMatchObject({
    kind: 'org',
    form: 'outline',
    figures: { people: 6, posts: 6, vacant: 0, tiers: 3, span: { mean: 1.7, most: 2 } },
    problems: [],
  });
  expect(value.items[0]).toMatchObject({
    id: 'i1',
    name: 'Oriel Tansley',
    fields: { post: 'Garden director' },
    tier: 1,
    text: { lines: ['Oriel Tansley', 'Garden director'] },
  });
  expect(value.links[0]).toMatchObject({ from: 'i1', to: 'i2', role: 'reports-to' });
  expect(value.tiers.map((tier: { count: number }) => tier.count)).toEqual([1, 2, 3]);
  expect(value.page.width).toBeCloseTo((210 / 25.4) * 72, 6);
  expect(value.page.smallestText).toBeGreaterThan(8);
});

test('compose draws what it can of a list with problems', async ({ request }) => {
  const list = 'Name,Reports to\nAnn,\nBo,Nobody\nCy,Di\nDi,Cy\n';
  const value = await (await request.post('/api/compose', { data: { list } })).json();
  expect(value.items.length).toBe(4);
  expect(value.problems).toContainEqual(
    expect.objectContaining({ code: 'unknown-superior', severity: 'error', line: 3 }),
  );
  expect(value.problems).toContainEqual(expect.objectContaining({ code: 'cycle', line: 4 }));
  expect(typeof value.problems[0].repairs[0]).toBe('string');
});

for (const [type, start] of [
  ['image/svg+xml', '<svg'],
  ['image/png', '\u0089PNG'],
  ['application/pdf', '%PDF'],
] as const)
  test(`compose answers ${type}`, async ({ request }) => {
    const answer = await request.post('/api/compose', {
      data: { list: GARDEN, page: null },
      headers: { accept: type },
    });
    expect(answer.headers()['content-type']).toContain(type);
    expect((await answer.body()).toString('latin1').startsWith(start)).toBe(true);
  });

const bad: [string, number, string, unknown][] = [
  ['broken JSON', 400, 'broken-json', '{"list": "A'],
  ['a body that is not UTF-8', 400, 'not-utf8', Buffer.from([0x7b, 0xff, 0x7d])],
  ['JSON nested without end', 400, 'too-nested', '['.repeat(100_000)],
  ['12 MB', 413, 'too-large', JSON.stringify({ list: 'A\n'.repeat(6_000_000) })],
  ['an unknown kind', 422, 'unknown-kind', { list: 'A', kind: 'ladder' }],
  ['a list that is no text', 422, 'wrong-value', { list: 7 }],
  ['no list', 422, 'wrong-value', {}],
  ['an empty list', 422, 'empty-list', { list: ' \n' }],
  ['an unknown form', 422, 'unknown-form', { list: 'A', form: 'sculpture' }],
  ['an unknown house style', 422, 'unknown-house', { list: 'A', house: 'no-such' }],
  ['an unknown choice', 422, 'wrong-choice', { list: 'A', arrangement: { spin: true } }],
  ['a choice of the wrong type', 422, 'wrong-choice', { list: 'A', arrangement: { tierGap: 'wide' } }],
  ['an unknown paper size', 422, 'wrong-value', { list: 'A', page: { size: 'B17' } }],
];
for (const [what, status, code, data] of bad)
  test(`${what} is answered ${status}`, async ({ request }) => {
    const raw = typeof data === 'string' || Buffer.isBuffer(data);
    const answer = await request.post('/api/compose', {
      data: raw ? Buffer.from(data as string) : data,
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.status()).toBe(status);
    expect(answer.headers()['content-type']).toBe('application/problem+json');
    const problem = await answer.json();
    expect(problem).toMatchObject({ status, type: `/api-docs#${code}` });
    expect(problem.detail.length).toBeGreaterThan(10);
  });

test('other methods, types, addresses and origins are refused as they should be', async ({ request, baseURL }) => {
  const got = await request.get('/api/compose');
  expect([got.status(), got.headers()['allow']]).toEqual([405, 'POST']);
  expect((await request.post('/api/compose', { data: { list: 'A' }, headers: { accept: 'video/mp4' } })).status()).toBe(
    406,
  );
  expect((await request.post('/api/compose', { data: 'A', headers: { 'content-type': 'text/plain' } })).status()).toBe(
    415,
  );
  expect((await request.get('/api/nowhere')).status()).toBe(404);
  expect((await request.get('/api/charts/nobody')).status()).toBe(404);
  expect(
    (await request.post('/api/charts', { data: {}, headers: { origin: 'http://elsewhere.example' } })).status(),
  ).toBe(403);
  expect((await request.get('/api/health', { headers: { host: 'elsewhere.example' } })).status()).toBe(403);
  const page = await request.get('/');
  expect(page.headers()['content-security-policy']).toContain("default-src 'self'");
  expect(page.headers()['content-security-policy']).not.toContain('unsafe');
  expect(baseURL).toContain('127.0.0.1');
});

test('charts are made, changed, listed, refreshed, binned and restored', async ({ request }) => {
  const id = await newChart(request, GARDEN, 'Kept for the API');
  const address = `/api/charts/${id}`;
  const stored = await (await request.get(address)).json();
  const piet = Object.values<{ id: string; fields: { name: string } }>(stored.chart.items).find(
    (i) => i.fields.name === 'Piet Marrable',
  )!.id;
  const patch = (base: number, changes: unknown[], headers = {}) =>
    request.patch(`${address}/changes`, { data: { base, changes }, headers });

  const edit = [{ type: 'edit-fields', id: piet, fields: { post: 'Head of all plants' } }];
  const once = { 'idempotency-key': `key ${id}` };
  expect(await (await patch(0, edit, once)).json()).toEqual({ revision: 1 });
  expect(await (await patch(0, edit, once)).json()).toEqual({ revision: 1 });
  expect((await patch(0, [{ type: 'rename', title: 'x' }], once)).status()).toBe(422);

  const late = await request.patch(`${address}/changes`, {
    data: { base: 0, exact: true, changes: [{ type: 'rename', title: 'Renamed' }] },
  });
  expect(late.status()).toBe(409);
  expect(await late.json()).toMatchObject({ revision: 1, missed: [{ revision: 1, change: { type: 'edit-fields' } }] });
  expect(await (await patch(1, [{ type: 'rename', title: 'Renamed for the API' }])).json()).toEqual({ revision: 2 });
  expect((await patch(2, [{ type: 'move-branch', id: piet, parent: piet }])).status()).toBe(422);
  expect((await patch(9, edit)).status()).toBe(422);

  expect(await (await request.get(`${address}/list`, { headers: { accept: 'text/plain' } })).text()).toContain(
    '\tPiet Marrable | Head of all plants\n',
  );
  const csv = await (await request.get(`${address}/list`, { headers: { accept: 'text/csv' } })).text();
  expect(csv.split('\r\n')[0]).toBe('Name,Post,Reports to');

  const refreshed = await request.put(`${address}/list`, {
    data: `${csv}Ed Lark,Clerk,Piet Marrable\r\n`.replace(/^Suda Welk.*\r\n/m, ''),
    headers: { 'content-type': 'text/csv' },
  });
  expect(await refreshed.json()).toMatchObject({
    joined: [{ name: 'Ed Lark' }],
    left: [{ name: 'Suda Welk' }],
    moved: [],
    changed: [],
    revision: 3,
  });

  const found = await (await request.get('/api/charts?q=renamed for the')).json();
  expect(found.charts.map((card: { id: string }) => card.id)).toEqual([id]);
  expect((await request.delete(address)).status()).toBe(204);
  expect((await request.get(address)).status()).toBe(404);
  expect((await request.post(`${address}/restore`)).status()).toBe(204);
  expect((await request.get(`${address}/picture?as=pdf`)).status()).toBe(200);
});

test('a chart value from outside is held to the same rules as every change', async ({ request }) => {
  const { chart } = await (await request.get(`/api/charts/${await newChart(request)}`)).json();
  const ring = {
    a: { id: 'a', parent: 'b', order: 'a0', fields: {} },
    b: { id: 'b', parent: 'a', order: 'a1', fields: {} },
  };
  expect((await request.post('/api/charts', { data: { title: 'Copy', kind: 'org', chart } })).status()).toBe(201);
  expect(
    (
      await request.post('/api/charts', { data: { title: 'Ring', kind: 'org', chart: { ...chart, items: ring } } })
    ).status(),
  ).toBe(422);
});

test('a part of a chart is a picture of its own; how full and how even a page is, is told', async ({ request }) => {
  const list = { list: GARDEN, page: { size: 'A4' } };
  const whole = await (await request.post('/api/compose', { data: list })).json();
  expect(whole.page.even).toBe(1);
  expect(whole.page.filled).toBeGreaterThan(0);
  expect(whole.page.filled).toBeLessThanOrEqual(1);
  const names = async (asked: object) =>
    (await (await request.post('/api/compose', { data: { ...list, ...asked } })).json()).items.map(
      ({ name }: { name: string }) => name,
    );
  expect(await names({ branch: 'Piet Marrable' })).toEqual(['Piet Marrable', 'Suda Welk', 'Hanne Ostrey']);
  expect(await names({ downTo: 1 })).toEqual(['Oriel Tansley']);
  expect((await request.post('/api/compose', { data: { ...list, branch: 'Nobody' } })).status()).toBe(422);
  const id = await newChart(request);
  const picture = (asked: string) => request.get(`/api/charts/${id}/picture?as=svg${asked}`);
  const [all, part] = [await picture(''), await picture('&branch=Piet Marrable')];
  expect(await part.text()).not.toContain('Maud Ferrow');
  expect(await all.text()).toContain('Maud Ferrow');
  expect(part.headers()['etag']).not.toBe(all.headers()['etag']);
  expect((await picture('&downTo=0')).status()).toBe(422);
  // The chart itself stays whole.
  expect(Object.keys((await (await request.get(`/api/charts/${id}`)).json()).chart.items)).toHaveLength(6);
});
