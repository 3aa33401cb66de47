/** Lists that come over the API as the file itself, by whichever door. */
import { readFileSync } from 'node:fs';
import { strToU8, zipSync } from 'fflate';
import { PNG } from 'pngjs';
import { GARDEN, newChart } from './support';
import { expect, test } from './test';

const BYTES = { 'content-type': 'application/octet-stream' };
const FAMILY = readFileSync('tests/corpus/files/libgedcom-perl--royal.ged');

test('a file becomes a chart by its own name, and the same file again is no change', async ({ request }) => {
  const made = await request.post('/api/charts', {
    data: FAMILY,
    headers: { ...BYTES, 'content-disposition': `attachment; filename*=UTF-8''Some%20family.ged` },
  });
  expect(made.status()).toBe(201);
  const { id } = await made.json();
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  expect([chart.kind, chart.title, Object.keys(chart.items).length]).toEqual(['family', 'Some family', 93]);
  const again = await (await request.put(`/api/charts/${id}/list`, { data: FAMILY, headers: BYTES })).json();
  expect([again.summary, again.revision]).toEqual(['Nothing changed', 0]);
});

test('the address says how a file is read, and what it is called', async ({ request }) => {
  const post = (address: string, data: Buffer | string, headers = BYTES) => request.post(address, { data, headers });
  const table = Buffer.from('1,Ann\n2,Bo\n');
  const headed = await (await post('/api/compose?kind=org&headings=0', table)).json();
  expect(headed.items.length).toBe(2);
  const made = await (await post('/api/charts?name=quay/Our%20staff.csv&kind=concept', Buffer.from(GARDEN))).json();
  const { chart } = await (await request.get(`/api/charts/${made.id}`)).json();
  expect([chart.kind, chart.title]).toEqual(['concept', 'Our staff']);
  const refused = await post('/api/charts?kind=nothing', table);
  expect([refused.status(), (await refused.json()).problems[0].code]).toEqual([422, 'unknown-kind']);
  const broken = await post('/api/compose', Buffer.from([0x25, 0x50, 0x44, 0x46, 0x2d]));
  expect([broken.status(), (await broken.json()).detail]).toEqual([422, expect.stringContaining('PDF')]);
});

test('sent again with the same key, a file is one chart', async ({ request }) => {
  const headers = { ...BYTES, 'idempotency-key': `file ${Date.now()}` };
  const once = await (await request.post('/api/charts', { data: Buffer.from(GARDEN), headers })).json();
  expect(await (await request.post('/api/charts', { data: Buffer.from(GARDEN), headers })).json()).toEqual(once);
  const other = await request.post('/api/charts', { data: Buffer.from(`${GARDEN}More\n`), headers });
  expect(other.status()).toBe(422);
});

test('a family that is packed with its pictures brings them', async ({ request }) => {
  const png = new PNG({ width: 8, height: 6 });
  png.data.fill(200);
  const gedcom =
    '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME Cora /Oke/\n1 OBJE @O1@\n0 @O1@ OBJE\n1 FILE p/cora.png\n2 FORM image/png\n0 TRLR\n';
  const data = Buffer.from(
    zipSync({ 'gedcom.ged': strToU8(gedcom), 'p/cora.png': new Uint8Array(PNG.sync.write(png)) }),
  );
  const { id } = await (await request.post('/api/charts', { data, headers: BYTES })).json();
  const { chart } = await (await request.get(`/api/charts/${id}`)).json();
  const [cora] = Object.values<{ picture: { file: string; width: number; height: number } }>(chart.items);
  expect([cora!.picture.width, cora!.picture.height]).toEqual([8, 6]);
  expect((await request.get(`/api/pictures/${cora!.picture.file}`)).status()).toBe(200);
});

test('a list put in place of another may be a file of any form', async ({ request }) => {
  const id = await newChart(request, 'Ann | Head\n\tBo | Lead\n');
  const graph = `<graphml><key id="n" for="node" attr.name="name"/><graph><node id="a"><data key="n">Ann</data></node><node id="b"><data key="n">Bo</data></node><node id="c"><data key="n">Cy</data></node><edge source="a" target="b"/><edge source="b" target="c"/></graph></graphml>`;
  const answer = await request.put(`/api/charts/${id}/list?try=1`, { data: Buffer.from(graph), headers: BYTES });
  expect((await answer.json()).summary).toBe('1 joined');
});
