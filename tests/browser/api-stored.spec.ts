/** Stored charts over the API, where several ask at once or come back. */

import { PNG } from 'pngjs';
import { GARDEN, newChart } from './support';
import { expect, test } from './test';

test('of changes sent at once on one revision all are taken that fit, in one order; where it matters it can be asked for', async ({
  request,
}) => {
  const address = `/api/charts/${await newChart(request)}/changes`;
  const send = (i: number, more = {}) =>
    request.patch(address, { data: { base: 0, changes: [{ type: 'rename', title: `Name ${i}` }], ...more } });
  const answers = await Promise.all(Array.from({ length: 8 }, (_, i) => send(i)));
  expect(answers.map((answer) => answer.status())).toEqual(Array.from({ length: 8 }, () => 200));
  const revisions = await Promise.all(answers.map(async (answer) => (await answer.json()).revision as number));
  expect(revisions.sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  const { changes } = await (await request.get(`${address}?since=0`)).json();
  expect(changes.map(({ revision }: { revision: number }) => revision)).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
  // Made for just that revision, it is refused and told what it missed.
  const late = await send(9, { exact: true });
  expect(late.status()).toBe(409);
  expect((await late.json()).missed.map(({ revision }: { revision: number }) => revision)).toEqual([
    1, 2, 3, 4, 5, 6, 7, 8,
  ]);
});

test('what was changed meanwhile so that a change fits no more is told', async ({ request }) => {
  const id = await newChart(request, 'Ann\n\tBo\n');
  const address = `/api/charts/${id}/changes`;
  const { items } = (await (await request.get(`/api/charts/${id}`)).json()).chart;
  const bo = Object.values<{ id: string; fields: { name: string } }>(items).find(({ fields }) => fields.name === 'Bo')!;
  const send = (change: object) => request.patch(address, { data: { base: 0, changes: [change] } });
  expect((await send({ type: 'remove-branch', id: bo.id })).status()).toBe(200);
  const late = await send({ type: 'edit-fields', id: bo.id, fields: { post: 'Cook' } });
  expect(late.status()).toBe(409);
  expect(await late.json()).toMatchObject({
    revision: 1,
    missed: [{ revision: 1, change: { type: 'remove-branch' } }],
  });
  // Many missed changes are fetched rather than told.
  for (let i = 0; i < 60; i++) await send({ type: 'rename', title: `Name ${i}` });
  const later = await send({ type: 'edit-fields', id: bo.id, fields: { post: 'Cook' } });
  expect((await later.json()).missed).toEqual([]);
  expect((await later.body()).length).toBeLessThan(4_000);
});

test('a chart asked for several times with one key is made once', async ({ request }) => {
  const headers = { 'idempotency-key': `make ${Date.now()}` };
  const data = { title: 'Made once', kind: 'org', list: GARDEN };
  const answers = await Promise.all(Array.from({ length: 5 }, () => request.post('/api/charts', { data, headers })));
  const ids = await Promise.all(answers.map(async (answer) => (await answer.json()).id));
  expect(new Set(ids).size).toBe(1);
  const again = await request.post('/api/charts', { data, headers });
  expect([again.status(), again.headers()['location']]).toEqual([201, `/api/charts/${ids[0]}`]);
});

test('changes sent together are all carried out or none, and are one step to undo', async ({ request }) => {
  const id = await newChart(request, 'Ann\n\tBo\n');
  const patch = (data: unknown) => request.patch(`/api/charts/${id}/changes`, { data });
  const bad = await patch({
    base: 0,
    changes: [
      { type: 'rename', title: 'Half' },
      { type: 'remove-branch', id: 'nobody' },
    ],
  });
  expect(bad.status()).toBe(422);
  expect((await (await request.get(`/api/charts/${id}`)).json()).chart.title).toBe('Test chart');
  await patch({
    base: 0,
    changes: [
      { type: 'rename', title: 'Whole' },
      { type: 'set-house', house: 'photocopier' },
    ],
  });
  const { steps } = await (await request.get(`/api/charts/${id}/changes?steps`)).json();
  expect(steps.length).toBe(1);
  await patch({ base: 1, changes: [steps[0].inverse], origin: 'undo' });
  expect((await (await request.get(`/api/charts/${id}`)).json()).chart).toMatchObject({
    title: 'Test chart',
    house: 'fernhouse',
  });
});

test('new revisions are told as they come', async ({ page, request }) => {
  const id = await newChart(request);
  await page.goto('/');
  const told = page.evaluate(
    (address) =>
      new Promise<{ revisions: number[]; ms: number }>((resolve) => {
        const revisions: number[] = [];
        const events = new EventSource(address);
        let sent = 0;
        events.onmessage = ({ data }) => {
          revisions.push(JSON.parse(data).revision);
          if (revisions.length === 1) {
            sent = performance.now();
            void fetch(address.replace('events', 'changes'), {
              method: 'PATCH',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify({ base: 0, changes: [{ type: 'rename', title: 'Told' }] }),
            });
          } else {
            events.close();
            resolve({ revisions, ms: performance.now() - sent });
          }
        };
      }),
    `/api/charts/${id}/events`,
  );
  const { revisions, ms } = await told;
  expect(revisions).toEqual([0, 1]);
  // Told while it is news; how fast is the bench's to say.
  expect(ms).toBeLessThan(15_000);
  expect((await request.get('/api/charts/nobody/events')).status()).toBe(404);
});

test('the list of charts comes in pages that neither repeat nor leave out', async ({ request }) => {
  const mark = `Page ${Date.now()}`;
  for (let i = 0; i < 65; i += 13)
    await Promise.all(Array.from({ length: 13 }, (_, k) => newChart(request, 'Ann\n', `${mark} ${i + k}`)));
  const seen: string[] = [];
  let cursor: string | null = '';
  for (let pages = 0; cursor !== null && pages < 5; pages++) {
    const query: string = new URLSearchParams({ q: mark, ...(cursor && { cursor }) }).toString();
    const page: { charts: { id: string }[]; next: string | null } = await (
      await request.get(`/api/charts?${query}`)
    ).json();
    seen.push(...page.charts.map((chart) => chart.id));
    cursor = page.next;
  }
  expect(seen.length).toBe(65);
  expect(new Set(seen).size).toBe(65);
  expect((await request.get('/api/charts?cursor=nonsense')).status()).toBe(422);
  expect((await (await request.get('/api/charts?q=%25_')).json()).charts).toEqual([]);
});

test('a picture has the size its resolution says, and is not sent again while nothing changed', async ({ request }) => {
  const id = await newChart(request);
  const address = `/api/charts/${id}/picture?as=png`;
  for (const dpi of [96, 150, 300]) {
    const bytes = await (await request.get(`${address}&dpi=${dpi}`)).body();
    const { width, height } = PNG.sync.read(bytes);
    expect([width, height]).toEqual([Math.round((297 / 25.4) * dpi), Math.round((210 / 25.4) * dpi)]);
    // The resolution itself, in dots a metre (PNG specification, pHYs).
    const at = bytes.indexOf('pHYs');
    expect(bytes.readUInt32BE(at + 4)).toBe(Math.round(dpi / 0.0254));
  }
  const first = await request.get(address);
  const etag = first.headers()['etag']!;
  expect((await request.get(address, { headers: { 'if-none-match': etag } })).status()).toBe(304);
  await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'rename', title: 'Other' }] },
  });
  expect((await request.get(address, { headers: { 'if-none-match': etag } })).status()).toBe(200);
  for (const dpi of ['0', '9999', 'many']) expect((await request.get(`${address}&dpi=${dpi}`)).status()).toBe(422);
  expect((await request.get(`/api/charts/${id}/picture?as=gif`)).status()).toBe(406);
});

test('a refresh that changes nothing adds nothing to the log', async ({ request }) => {
  const id = await newChart(request);
  const csv = await (await request.get(`/api/charts/${id}/list?as=csv`)).text();
  const answer = await request.put(`/api/charts/${id}/list`, { data: { list: csv, form: 'csv' } });
  expect(await answer.json()).toEqual({
    joined: [],
    left: [],
    moved: [],
    renamed: [],
    changed: [],
    unsure: [],
    summary: 'Nothing changed',
    answered: [],
    revision: 0,
  });
  expect((await request.put(`/api/charts/${id}/list`, { data: { list: '' } })).status()).toBe(422);
});
