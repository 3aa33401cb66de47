/** Moments, views and trials by the API: what was, what if, and one list in several pictures. */

import { inDatabase } from './other-server';
import { type APIRequestContext, expect, test } from './test';

interface Made {
  readonly id: string;
  readonly revision: number;
}
const LIST = `Name,Post,Reports to,Place,Cost
Hanne Ostrey,Director,,Quay,60
Suda Welk,Head of ferns,Hanne Ostrey,Ferns,40
Ravi Thurle,Beds,Suda Welk,Ferns,30
Piet Vann,Head of dunes,Hanne Ostrey,Dunes,40
Edda Tye,Gate,Piet Vann,Dunes,20
`;

async function made(request: APIRequestContext, list = LIST): Promise<Made> {
  const answer = await request.post('/api/charts', { data: { kind: 'org', title: 'Trust', list } });
  expect(answer.status(), await answer.text()).toBe(201);
  return (await answer.json()) as Made;
}
const read = async <T>(request: APIRequestContext, address: string): Promise<T> => {
  const answer = await request.get(address);
  expect(answer.status(), `${address}: ${answer.ok() ? '' : await answer.text()}`).toBe(200);
  return (await answer.json()) as T;
};
interface Stored {
  readonly revision: number;
  readonly chart: {
    readonly title: string;
    readonly trial?: string;
    readonly items: Record<string, { id: string; parent: string | null; fields: Record<string, string> }>;
  };
}
const chartOf = (request: APIRequestContext, id: string, query = '') =>
  read<Stored>(request, `/api/charts/${id}${query}`);
const idOf = ({ chart }: Stored, name: string) =>
  Object.values(chart.items).find(({ fields }) => fields['name'] === name)!.id;
const namesOf = ({ chart }: Stored) =>
  Object.values(chart.items)
    .map(({ fields }) => fields['name'])
    .sort();
async function change(request: APIRequestContext, id: string, ...changes: object[]): Promise<number> {
  const { revision: base } = await chartOf(request, id);
  const answer = await request.patch(`/api/charts/${id}/changes`, { data: { base, changes } });
  expect(answer.status(), await answer.text()).toBe(200);
  return ((await answer.json()) as Made).revision;
}
const post = async (request: APIRequestContext, address: string, data: object, status = 200) => {
  const answer = await request.post(address, { data });
  expect(answer.status(), await answer.text()).toBe(status);
  return (await answer.json()) as unknown;
};
interface Entry {
  readonly revision: number;
  readonly words: string;
  readonly note: string | null;
}
interface History {
  readonly entries: readonly Entry[];
  readonly next: number | null;
  readonly points: readonly { id: string; name: string; revision: number; byItself: boolean }[];
}
const historyOf = (request: APIRequestContext, id: string, query = '') =>
  read<History>(request, `/api/charts/${id}/history${query}`);

test.describe('history', () => {
  test('says every change in words, filtered by line, tier and person; any moment is had as it was', async ({
    request,
  }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    const [hanne, ravi, edda] = ['Hanne Ostrey', 'Ravi Thurle', 'Edda Tye'].map((name) => idOf(start, name)) as [
      string,
      string,
      string,
    ];
    await change(request, id, { type: 'move-branch', id: ravi, parent: hanne });
    await change(request, id, { type: 'edit-fields', id: edda, fields: { post: 'Shop' } });
    await change(request, id, { type: 'remove-branch', id: edda });
    const all = await historyOf(request, id);
    expect(all.entries.map(({ words }) => words)).toEqual([
      'Edda Tye removed from Piet Vann',
      'Post of Edda Tye: “Gate” became “Shop”',
      'Ravi Thurle moved from Suda Welk to Hanne Ostrey',
    ]);
    expect((await historyOf(request, id, `?item=${ravi}`)).entries).toHaveLength(1);
    expect((await historyOf(request, id, `?item=${edda}`)).entries.map(({ revision }) => revision)).toEqual([3, 2]);
    expect((await historyOf(request, id, '?tier=2')).entries.map(({ revision }) => revision)).toEqual([1]);
    expect((await historyOf(request, id, '?limit=1')).next).toBe(3);
    expect((await historyOf(request, id, '?before=3&limit=1')).entries[0]!.revision).toBe(2);
    expect((await historyOf(request, id, '?since=2')).entries).toHaveLength(1);
    expect((await historyOf(request, id, '?by=nobody')).entries).toEqual([]);
    expect((await chartOf(request, id, '?at=0')).chart).toEqual(start.chart);
    expect(namesOf(await chartOf(request, id, '?at=2'))).toContain('Edda Tye');
    expect((await request.get(`/api/charts/${id}?at=9`)).status()).toBe(422);
    expect((await request.get(`/api/charts/${id}?at=x`)).status()).toBe(422);
    expect(await (await request.get(`/api/charts/${id}/list?at=2&as=csv`)).text()).toContain('Shop');
    expect(await (await request.get(`/api/charts/${id}/picture?at=2&as=svg`)).text()).toContain('Edda Tye');
    expect(await (await request.get(`/api/charts/${id}/picture?as=svg`)).text()).not.toContain('Edda Tye');
  });

  test('puts the chart back, whole or one branch, as a change that is taken back in its turn', async ({ request }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    const [suda, ravi, piet] = ['Suda Welk', 'Ravi Thurle', 'Piet Vann'].map((name) => idOf(start, name)) as [
      string,
      string,
      string,
    ];
    await change(request, id, { type: 'remove-branch', id: suda });
    await change(request, id, { type: 'edit-fields', id: piet, fields: { name: 'Piet Vanning' } });
    await post(request, `/api/charts/${id}/back-to`, { revision: 0, items: [suda], branches: true });
    const part = await chartOf(request, id);
    expect([part.chart.items[ravi]!.parent, part.chart.items[piet]!.fields['name']]).toEqual([suda, 'Piet Vanning']);
    await post(request, `/api/charts/${id}/back-to`, { revision: 0, said: 'on 1 March' });
    expect((await chartOf(request, id)).chart).toEqual(start.chart);
    const { entries } = await historyOf(request, id);
    expect(entries[0]).toMatchObject({
      note: 'Put back as it was on 1 March',
      words: 'Piet Vanning renamed “Piet Vann”',
    });
    const { steps } = await read<{ steps: { inverse: object }[] }>(request, `/api/charts/${id}/changes?steps=1`);
    await change(request, id, steps.at(-1)!.inverse);
    expect((await chartOf(request, id)).chart.items[piet]!.fields['name']).toBe('Piet Vanning');
    expect(
      await post(request, `/api/charts/${id}/back-to`, { revision: (await chartOf(request, id)).revision }),
    ).toMatchObject({ changed: false });
    expect(
      (await request.post(`/api/charts/${id}/back-to`, { data: { revision: 0, items: ['nobody'] } })).status(),
    ).toBe(422);
  });

  test('has save points with names, and makes some by itself before a newer list', async ({ request }) => {
    const { id } = await made(request);
    const point = (await post(
      request,
      `/api/charts/${id}/save-points`,
      { name: 'Before the move', note: 'To the new office' },
      201,
    )) as { id: string };
    const newer = await request.put(`/api/charts/${id}/list`, {
      data: { list: `${LIST}Jun Roake,Pond,Suda Welk,Ferns,10\n` },
    });
    expect(newer.status()).toBe(200);
    await request.patch(`/api/charts/${id}/save-points/${point.id}`, { data: { name: 'Before moving' } });
    const { points, entries } = await historyOf(request, id);
    expect(points.map(({ name, byItself, revision }) => [name, byItself, revision])).toEqual([
      ['Before a newer list', true, 0],
      ['Before moving', false, 0],
    ]);
    expect(entries[0]!.words).toBe('A newer list: Jun Roake added under Suda Welk');
    expect((await request.delete(`/api/charts/${id}/save-points/${point.id}`)).status()).toBe(204);
    expect((await request.delete(`/api/charts/${id}/save-points/${point.id}`)).status()).toBe(404);
  });

  test('is the same at every revision after hundreds of changes, from what is kept whole now and then', async ({
    site,
    request,
  }) => {
    const { id } = await made(request);
    const ids = Object.keys((await chartOf(request, id)).chart.items);
    const seen = new Map<number, object>();
    for (let i = 0; i < 6; i++) {
      for (let n = 0; n < 60; n++)
        await request.patch(`/api/charts/${id}/changes`, {
          data: {
            base: i * 60 + n,
            changes: [{ type: 'edit-fields', id: ids[n % ids.length], fields: { post: `Post ${i} ${n}` } }],
          },
        });
      const { revision, chart } = await chartOf(request, id);
      seen.set(revision, chart);
    }
    expect([...seen.keys()].at(-1)).toBe(360);
    for (const [revision, chart] of [...seen].reverse())
      expect((await chartOf(request, id, `?at=${revision}`)).chart).toEqual(chart);
    test.skip(!site.database, 'needs DATABASE_URL');
    const kept = await inDatabase(site.database!, (client) =>
      client.query('SELECT revision FROM snapshots WHERE chart = $1', [id]),
    );
    expect(kept.rows.map(({ revision }) => Number(revision))).toEqual([256]);
  });
});

test.describe('views', () => {
  test('are rows: made, changed, shown in every form, and said to be gone', async ({ request }) => {
    const { id } = await made(request);
    const at = `/api/charts/${id}`;
    const ferns = (await post(request, `${at}/views`, { name: 'Ferns', shows: { branches: ['Suda Welk'] } }, 201)) as {
      id: string;
      left: number;
    };
    expect(ferns.left).toBe(3);
    const svg = await (await request.get(`${at}/picture?as=svg&view=${ferns.id}`)).text();
    expect(svg).toContain('Ravi Thurle');
    expect(svg).not.toContain('Piet Vann');
    expect(svg).toContain('3 of 5 posts left out');
    const csv = await (await request.get(`${at}/list?as=csv&view=${ferns.id}`)).text();
    expect([csv.includes('Ravi Thurle'), csv.includes('Piet Vann')]).toEqual([true, false]);
    const patched = await request.patch(`${at}/views/${ferns.id}`, {
      data: { title: 'The ferns', without: ['post'], page: { size: 'A3' } },
    });
    expect(await patched.json()).toMatchObject({ title: 'The ferns', page: { size: 'A3' } });
    // What is kept out of a view is in none of its forms, nor in the chart that a file carries.
    const html = await (await request.get(`${at}/picture?as=html&view=${ferns.id}`)).text();
    expect(html).toContain('The ferns');
    for (const word of ['Head of ferns', 'Piet Vann', 'Director']) expect(html).not.toContain(word);
    await change(request, id, { type: 'remove-branch', id: idOf(await chartOf(request, id), 'Suda Welk') });
    const { views } = await read<{ views: { gone: boolean; name: string }[] }>(request, `${at}/views`);
    expect(views.map(({ name, gone }) => [name, gone])).toEqual([['Ferns', true]]);
    expect((await request.delete(`${at}/views/${ferns.id}`)).status()).toBe(204);
    expect((await request.get(`${at}/views/${ferns.id}`)).status()).toBe(404);
    expect((await request.get(`${at}/picture?as=svg&view=${ferns.id}`)).status()).toBe(404);
  });

  test('one for each: new branches have theirs, all of them in one PDF, one presentation, one archive', async ({
    request,
  }) => {
    const { id } = await made(request);
    const at = `/api/charts/${id}`;
    expect((await request.get(`${at}/picture?as=pdf&views=all`)).status()).toBe(422);
    expect((await request.post(`${at}/views/each`, { data: { field: 'Nothing' } })).status()).toBe(422);
    const { views } = (await post(request, `${at}/views/each`, { tier: 2 }, 201)) as unknown as {
      views: { name: string; id: string }[];
    };
    expect(views.map(({ name }) => name)).toEqual(['Suda Welk', 'Piet Vann']);
    const hanne = idOf(await chartOf(request, id), 'Hanne Ostrey');
    await change(request, id, {
      type: 'add-items',
      items: [
        { id: 'x', parent: hanne, fields: { name: 'Ulla Sallow' } },
        { id: 'y', parent: 'x', fields: { name: 'Jun Roake' } },
      ],
    });
    const now = await read<{ views: { name: string; id: string }[] }>(request, `${at}/views`);
    expect(now.views.map(({ name }) => name)).toEqual(['Suda Welk', 'Piet Vann', 'Ulla Sallow']);
    const pdf = (await (await request.get(`${at}/picture?as=pdf&views=all`)).body()).toString('latin1');
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(4);
    expect(pdf).toContain('/GoTo');
    for (const page of [1, 2, 3, 4]) expect(pdf).toContain(`(page-${page})`);
    const some = await request.get(`${at}/picture?as=pdf&views=${now.views[1]!.id},${now.views[2]!.id}`);
    expect((await some.body()).toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(3);
    expect((await request.get(`${at}/picture?as=pdf&views=none`)).status()).toBe(404);
    const slides = await request.get(`${at}/picture?as=pptx&views=all`);
    expect((await slides.body()).toString('latin1').match(/ppt\/slides\/slide\d\.xml/g)!.length).toBeGreaterThanOrEqual(
      4,
    );
    const plan = await read<{ files: { name: string }[] }>(request, `${at}/bundle?forms=pdf&parts=views&plan=1`);
    expect(plan.files.map(({ name }) => name)).toEqual([
      'Trust - Suda Welk.pdf',
      'Trust - Piet Vann.pdf',
      'Trust - Ulla Sallow.pdf',
    ]);
    // One of many is set in its own way, and is as the others again once that is taken away.
    const own = `${at}/views/${now.views[0]!.id}`;
    expect((await request.patch(own, { data: { name: 'The ferns' } })).status()).toBe(200);
    expect(await read(request, own)).toMatchObject({ name: 'The ferns' });
    expect((await request.delete(own)).status()).toBe(204);
    expect(await read(request, own)).toMatchObject({ name: 'Suda Welk' });
    expect((await request.delete(own)).status()).toBe(422);
  });
});

test.describe('compared', () => {
  test('a moment with now, and two charts of different lists, as lists, figures and one picture', async ({
    request,
  }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    await change(request, id, {
      type: 'move-branch',
      id: idOf(start, 'Ravi Thurle'),
      parent: idOf(start, 'Piet Vann'),
    });
    await change(request, id, { type: 'remove-branch', id: idOf(start, 'Edda Tye') });
    const answer = await read<Record<string, { name: string }[]> & { summary: string; figures: { label: string }[] }>(
      request,
      `/api/compare?a=${id}@0&b=${id}`,
    );
    expect(answer.summary).toBe('1 left, 1 moved');
    expect(answer['moved']).toMatchObject([{ name: 'Ravi Thurle', from: 'Suda Welk', to: 'Piet Vann' }]);
    expect(answer.figures).toContainEqual({ label: 'Posts', a: '5', b: '4' });
    expect(answer.figures).toContainEqual({ label: 'Cost', a: '190', b: '170' });
    const svg = await (await request.get(`/api/compare?a=${id}@0&b=${id}&as=svg`)).text();
    for (const said of ['Edda Tye', 'left', 'was under Suda Welk', 'now under Piet Vann']) expect(svg).toContain(said);
    const other = await made(request, LIST.replace('Gate', 'Shop').replace('Ravi Thurle,Beds', 'Ulla Sallow,Pond'));
    const two = await read<{ summary: string }>(request, `/api/compare?a=${id}@0&b=${other.id}`);
    expect(two.summary).toBe('1 joined, 1 left, 1 changed');
    expect(await (await request.get(`/api/compare?a=${id}@0&b=${other.id}&as=svg`)).text()).toContain('Post was Gate');
    // A list that is no chart here, as a file.
    const file = await request.post(`/api/compare?a=${id}@0&drawn=1`, {
      data: Buffer.from(LIST.replace('Gate', 'Library')),
      headers: { 'content-type': 'text/csv' },
    });
    expect(await file.json()).toMatchObject({ summary: '1 changed', chart: { title: 'Trust' } });
    expect((await request.post(`/api/compare?a=${id}`, { data: { list: LIST } })).status()).toBe(200);
    expect((await request.get(`/api/compare?a=${id}&b=nobody`)).status()).toBe(404);
    expect((await request.get(`/api/compare?a=${id}`)).status()).toBe(422);
  });
});

test.describe('trials', () => {
  const trialOn = async (request: APIRequestContext, id: string, more: object = {}) =>
    (await post(request, `/api/charts/${id}/trials`, { name: 'New garden', ...more }, 201)) as {
      id: string;
      from: number;
    };

  test('are side copies: what differs is said against the chart as it is now, and adopted by choice', async ({
    request,
  }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    const trial = await trialOn(request, id);
    const list = await read<{ charts: { id: string }[] }>(request, '/api/charts?sort=changed');
    expect(list.charts.some((one) => one.id === trial.id)).toBe(false);
    expect((await chartOf(request, trial.id)).chart.trial).toBe('New garden');
    expect(await (await request.get(`/api/charts/${trial.id}/picture?as=svg`)).text()).toContain('Trial: New garden');
    const hanne = idOf(start, 'Hanne Ostrey');
    await change(request, trial.id, {
      type: 'add-items',
      items: [
        { id: 'h', parent: hanne, fields: { name: 'Ulla Sallow', post: 'Head of moss', Cost: '50' } },
        { id: 'p', parent: 'h', fields: { name: 'Jun Roake', post: 'Beds', Cost: '20' } },
        { id: 'q', parent: 'h', fields: { name: 'Lotte Tye', post: 'Pond', Cost: '20' } },
      ],
    });
    // Meanwhile a newer list comes into the chart.
    await request.put(`/api/charts/${id}/list`, { data: { list: LIST.replace('Edda Tye,Gate', 'Edda Tye,Shop') } });
    const differences = await read<{
      joined: { item: string }[];
      behind: number;
      changed: object[];
      figures: object[];
    }>(request, `/api/charts/${trial.id}/differences`);
    expect(differences.joined.map(({ item }) => item)).toEqual(['h', 'p', 'q']);
    expect([differences.changed, differences.behind]).toEqual([[], 1]);
    expect(differences.figures).toContainEqual({ label: 'Cost', a: '190', b: '280' });
    await post(request, `/api/charts/${trial.id}/adopt`, { only: ['joined h', 'joined p'] });
    const half = await chartOf(request, id);
    expect([half.chart.items['p']!.parent, half.chart.items['q'], half.chart.trial]).toEqual([
      'h',
      undefined,
      undefined,
    ]);
    expect(half.chart.items[idOf(half, 'Edda Tye')]!.fields['post']).toBe('Shop');
    const left = await read<{ joined: { item: string }[] }>(request, `/api/charts/${trial.id}/differences`);
    expect(left.joined.map(({ item }) => item)).toEqual(['q']);
    expect((await historyOf(request, id)).entries[0]).toMatchObject({ note: 'Some of the trial “New garden” adopted' });
    // One step takes it back.
    const { steps } = await read<{ steps: { inverse: object }[] }>(request, `/api/charts/${id}/changes?steps=1`);
    await change(request, id, steps.at(-1)!.inverse);
    expect((await chartOf(request, id)).chart.items['h']).toBeUndefined();
    // The rest is dropped: to the bin, and back from there.
    expect((await request.delete(`/api/charts/${trial.id}`)).status()).toBe(204);
    const binned = await read<{ charts: { id: string; trial?: string }[] }>(request, '/api/charts?binned=1');
    expect(binned.charts.find((one) => one.id === trial.id)?.trial).toBe('New garden');
    expect((await request.post(`/api/charts/${trial.id}/restore`)).status()).toBe(204);
    expect((await read<{ trials: object[] }>(request, `/api/charts/${id}/trials`)).trials).toHaveLength(1);
  });

  test('clash one by one, before anything is changed; decided, they are adopted whole and go to the bin', async ({
    request,
  }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    const ravi = idOf(start, 'Ravi Thurle');
    const trial = await trialOn(request, id);
    await change(request, trial.id, { type: 'edit-fields', id: ravi, fields: { post: 'Pond' } });
    await change(request, id, { type: 'edit-fields', id: ravi, fields: { post: 'Shop' } });
    const before = await chartOf(request, id);
    const refused = await request.post(`/api/charts/${trial.id}/adopt`, { data: {} });
    const { clashes } = (await refused.json()) as { clashes: { key: string }[] };
    expect([refused.status(), clashes]).toMatchObject([
      409,
      [{ item: ravi, name: 'Ravi Thurle', what: 'post', before: 'Beds', real: 'Shop', trial: 'Pond' }],
    ]);
    expect(await chartOf(request, id)).toEqual(before);
    await post(request, `/api/charts/${trial.id}/adopt`, { take: { [clashes[0]!.key]: 'trial' } });
    expect((await chartOf(request, id)).chart.items[ravi]!.fields['post']).toBe('Pond');
    expect((await request.get(`/api/charts/${trial.id}`)).status()).toBe(404);
    expect((await read<{ trials: object[] }>(request, `/api/charts/${id}/trials`)).trials).toEqual([]);
  });

  test('are brought up to date with what the chart did, and begin from a moment', async ({ request }) => {
    const { id } = await made(request);
    const start = await chartOf(request, id);
    const [ravi, edda] = [idOf(start, 'Ravi Thurle'), idOf(start, 'Edda Tye')];
    await change(request, id, { type: 'remove-branch', id: edda });
    const trial = await trialOn(request, id, { at: 0, note: 'What if she had stayed' });
    expect(namesOf(await chartOf(request, trial.id))).toContain('Edda Tye');
    await change(request, trial.id, { type: 'edit-fields', id: ravi, fields: { post: 'Pond' } });
    await post(request, `/api/charts/${trial.id}/up-to-date`, {});
    const now = await chartOf(request, trial.id);
    expect([namesOf(now).includes('Edda Tye'), now.chart.items[ravi]!.fields['post'], now.chart.trial]).toEqual([
      false,
      'Pond',
      'New garden',
    ]);
    expect(await read(request, `/api/charts/${trial.id}/differences`)).toMatchObject({
      summary: '1 changed',
      behind: 0,
    });
    expect((await request.post(`/api/charts/${trial.id}/trials`, { data: { name: 'Of a trial' } })).status()).toBe(422);
    expect((await request.get(`/api/charts/${id}/differences`)).status()).toBe(422);
  });

  test('set for a day show what will be', async ({ request }) => {
    const { id } = await made(request);
    const trial = await trialOn(request, id, { day: '2999-03-01' });
    await change(request, trial.id, {
      type: 'add-items',
      items: [{ id: 'n', parent: null, fields: { name: 'Noor Creel' } }],
    });
    expect(namesOf(await chartOf(request, id, '?on=2999-02-28'))).not.toContain('Noor Creel');
    expect(namesOf(await chartOf(request, id, '?on=2999-03-01'))).toContain('Noor Creel');
    expect(await (await request.get(`/api/charts/${id}/picture?as=svg&on=2999-03-01`)).text()).toContain('Noor Creel');
    expect((await request.get(`/api/charts/${id}?on=tomorrow`)).status()).toBe(422);
    const changed = await request.patch(`/api/charts/${trial.id}/trial`, { data: { name: 'Later', day: null } });
    expect(await changed.json()).toMatchObject({ name: 'Later', day: null });
    expect(namesOf(await chartOf(request, id, '?on=2999-03-01'))).not.toContain('Noor Creel');
  });
});
