/** The server as those who run it and lean on it see it. */
import { connect } from 'node:net';
import { gzipSync } from 'node:zlib';
import SwaggerParser from '@apidevtools/swagger-parser';
import { OpenAPIClientAxios } from 'openapi-client-axios';
import { GARDEN, line, newChart, open } from './support';
import { type APIRequestContext, expect, test } from './test';

test('it says that it lives, whether it can serve, and what it is at', async ({ request }) => {
  expect(await (await request.get('/api/health')).json()).toMatchObject({ status: 'ok' });
  const ready = await (await request.get('/api/ready')).json();
  expect(ready).toMatchObject({ status: 'ready' });
  expect(ready.build).not.toBe('dev');
  const id = await newChart(request);
  await request.get(`/api/charts/${id}/picture?as=png`);
  const answer = await request.get('/metrics');
  expect(answer.headers()['content-type']).toMatch(/^application\/openmetrics-text; version=1\.0\.0/);
  const text = await answer.text();
  // OpenMetrics 1.0: the exposition ends so.
  expect(text.endsWith('# EOF\n')).toBe(true);
  expect(text).toMatch(
    /http_request_duration_seconds_count\{route="\/api\/charts\/\[id\]\/picture",method="GET",status="200"\} \d/,
  );
  expect(text).toMatch(/job_ends_total\{how="done"\} [1-9]/);
  expect(text).toMatch(/nodejs_eventloop_lag_p99_seconds \d/);
  // Nothing of a chart's address or words is in it.
  expect(text).not.toContain(id);
  // A proxy asks for somebody else.
  expect((await request.get('/metrics', { headers: { 'x-forwarded-for': '10.0.0.9' } })).status()).toBe(403);
});

test('a body that is too large is refused so that whoever sends it can read why', async ({ request }) => {
  const large = Buffer.alloc(12 * 1024 * 1024, 'a');
  for (const address of ['/api/charts', '/api/compose', '/api/pictures']) {
    const answer = await request.post(address, {
      data: large,
      headers: { 'content-type': 'application/octet-stream' },
    });
    expect(answer.status(), address).toBe(413);
    expect(answer.headers()['content-type']).toBe('application/problem+json');
  }
});

/** What a server answers to bytes that are sent to it, until it ends or so many milliseconds are over. */
const raw = (baseURL: string, bytes: string, ms: number): Promise<string> =>
  new Promise((done) => {
    const { hostname, port } = new URL(baseURL);
    const socket = connect(Number(port), hostname, () => socket.write(bytes));
    let text = '';
    const end = () => {
      socket.destroy();
      done(text);
    };
    socket.on('data', (chunk) => {
      text += chunk.toString('latin1');
    });
    socket.on('end', end);
    socket.on('error', end);
    setTimeout(end, ms);
  });

test('whoever asks before sending is told before sending', async ({ baseURL }) => {
  const head = (length: number) =>
    `POST /api/charts HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: ${length}\r\nExpect: 100-continue\r\n\r\n`;
  expect(await raw(baseURL!, head(50_000_000), 3_000)).toMatch(/^HTTP\/1\.1 413 /);
  expect(await raw(baseURL!, head(20), 1_500)).toMatch(/^HTTP\/1\.1 100 Continue/);
});

test('a head that never ends is let go, with its status', async ({ baseURL }) => {
  expect(await raw(baseURL!, 'GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: ', 30_000)).toMatch(/^HTTP\/1\.1 408 /);
});

test('many connections that say nothing keep nobody waiting', async ({ request, baseURL }) => {
  const { hostname, port } = new URL(baseURL!);
  const sockets = await Promise.all(
    Array.from(
      { length: 2_000 },
      () =>
        new Promise<ReturnType<typeof connect>>((resolve, reject) => {
          const socket = connect(Number(port), hostname, () => resolve(socket));
          socket.on('error', reject);
        }),
    ),
  );
  const id = await newChart(request);
  expect((await request.get(`/api/charts/${id}`)).status()).toBe(200);
  for (const socket of sockets) socket.destroy();
});

test('an edit is answered while long lists are composed', async ({ request }) => {
  const id = await newChart(request);
  const list = `Top\n${Array.from({ length: 12_000 }, (_, i) => `${'\t'.repeat(1 + (i % 3))}Person ${i}`).join('\n')}`;
  let composing = true;
  const heavy = Promise.all(
    [1, 2, 3].map(() => request.post('/api/compose', { data: { kind: 'org', list }, timeout: 110_000 })),
  ).then((answers) => {
    composing = false;
    return answers.map((answer) => answer.status());
  });
  // Three of them take seconds on any machine: an edit that had to wait for them would be answered after them.
  const rename = await request.patch(`/api/charts/${id}/changes`, {
    data: { base: 0, changes: [{ type: 'rename', title: 'Beside' }] },
  });
  expect(rename.status()).toBe(200);
  expect(composing).toBe(true);
  expect(await heavy).toEqual([200, 200, 200]);
});

test('work that nobody waits for any more is given up', async ({ request, baseURL }) => {
  const given = async () =>
    Number(/job_ends_total\{how="givenUp"\} (\d+)/.exec(await (await request.get('/metrics')).text())?.[1] ?? 0);
  const before = await given();
  const list = `Top\n${Array.from({ length: 12_000 }, (_, i) => `\tPerson ${i}`).join('\n')}`;
  await Promise.all(
    Array.from({ length: 8 }, () =>
      fetch(`${baseURL}/api/compose`, {
        method: 'POST',
        body: JSON.stringify({ kind: 'org', list }),
        headers: { 'content-type': 'application/json' },
        signal: AbortSignal.timeout(700),
      }).catch(() => undefined),
    ),
  );
  await expect.poll(given).toBeGreaterThan(before);
});

test('pictures are known again by their tag, weakly, and by any that names it', async ({ request }) => {
  const id = await newChart(request);
  const address = `/api/charts/${id}/picture?as=svg`;
  const tag = (await request.get(address)).headers()['etag']!;
  expect(tag).toMatch(/^W\/"/);
  for (const sent of [tag, tag.slice(2), `"other", ${tag}`, '*'])
    expect((await request.get(address, { headers: { 'if-none-match': sent } })).status(), sent).toBe(304);
  expect((await request.get(address, { headers: { 'if-none-match': '"other"' } })).status()).toBe(200);
});

test('lists of charts link to their next page', async ({ request }) => {
  const name = `Paged${Date.now()}`;
  for (let i = 0; i < 61; i++) await newChart(request, 'One\n', `${name} ${i}`);
  const answer = await request.get(`/api/charts?q=${name}`);
  const { next } = await answer.json();
  const link = /^<([^>]+)>; rel="next"$/.exec(answer.headers()['link'] ?? '')?.[1];
  expect(link).toBeDefined();
  expect(new URL(link!, 'http://t').searchParams.get('cursor')).toBe(next);
  const rest = await request.get(link!);
  expect((await rest.json()).charts.length).toBeGreaterThan(0);
  expect(rest.headers()['link']).toBeUndefined();
});

test('headers are those that guard a page (OWASP, HTTP Headers Cheat Sheet)', async ({ request }) => {
  const headers = (await request.get('/')).headers();
  expect(headers).toMatchObject({
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-resource-policy': 'same-origin',
  });
  expect(headers['permissions-policy']).toContain('camera=()');
  expect(headers['content-security-policy']).not.toMatch(/unsafe-(inline|eval)/);
  expect(headers['x-powered-by']).toBeUndefined();
  expect(headers['server']).toBeUndefined();
  // By TLS only, which this is not.
  expect(headers['strict-transport-security']).toBeUndefined();
  expect(headers['x-request-id']).toMatch(/^[0-9a-f-]{36}$/);
});

test('a list of charts is sent packed, a stream as it comes', async ({ request, baseURL }) => {
  const id = await newChart(request);
  for (let i = 0; i < 5; i++) await newChart(request, 'One\n', `Packed ${i}`);
  const answer = await request.get('/api/charts', { headers: { 'accept-encoding': 'br' } });
  expect(answer.headers()['content-encoding']).toBe('br');
  const gone = new AbortController();
  const stream = await fetch(`${baseURL}/api/charts/${id}/events`, {
    signal: gone.signal,
    headers: { 'accept-encoding': 'gzip' },
  });
  expect(stream.headers.get('content-encoding')).toBeNull();
  gone.abort();
});

test('the description of the API is valid, and a client made from it makes and changes a chart', async ({
  request,
  baseURL,
}) => {
  const definition = await (await request.get('/api/openapi.json')).json();
  // The validator takes the document apart.
  await SwaggerParser.validate(structuredClone(definition));
  const api = new OpenAPIClientAxios({ definition, axiosConfigDefaults: { baseURL: baseURL! } });
  const client = await api.init();
  const made = await client['postCharts']!(undefined, { kind: 'org', title: 'By a client', list: GARDEN });
  expect(made.status).toBe(201);
  const changed = await client['patchChartsIdChanges']!(
    { id: made.data.id },
    {
      base: 0,
      changes: [{ type: 'rename', title: 'Changed by it' }],
    },
  );
  expect(changed.data).toEqual({ revision: 1 });
  const read = await client['getChartsId']!({ id: made.data.id });
  expect(read.data.chart.title).toBe('Changed by it');
});

test('a long chart is opened without being in the page, with all its lines', async ({ page, request }) => {
  const list = `Top\n${Array.from({ length: 1_600 }, (_, i) => `\tPerson ${i}`).join('\n')}`;
  const id = await newChart(request, list, 'Long one');
  expect(await (await request.get(`/chart/${id}`)).text()).not.toContain('Person 77');
  await page.goto(`/chart/${id}`);
  await expect(page.getByText(/1,?601 posts/).first()).toBeVisible();
  await expect(line(page, 'Person 3')).toBeVisible();
});

/** Bytes of all scripts, packed with gzip, that a page needs before it stands: what is fetched later is not among them. */
async function scriptsOf(request: APIRequestContext, path: string): Promise<number> {
  const html = await (await request.get(path)).text();
  const waiting = [...html.matchAll(/(?:component-url|renderer-url|src)="(\/_astro\/[^"]+\.js)"/g)].map(
    ([, url]) => url!,
  );
  const seen = new Set<string>();
  let bytes = 0;
  for (let url = waiting.pop(); url !== undefined; url = waiting.pop()) {
    if (seen.has(url)) continue;
    seen.add(url);
    const script = await (await request.get(url)).text();
    bytes += gzipSync(script, { level: 9 }).length;
    // Static imports and exports of a built module, "import()" left out.
    for (const [, from] of script.matchAll(/(?:\bfrom|\bimport)\s*"(\.\/[^"]+\.js)"/g))
      waiting.push(new URL(from!, `http://t${url}`).pathname);
  }
  expect(seen.size).toBeGreaterThan(2);
  return bytes;
}

// Budgets of bytes, so that what is added to a page is noticed. The first picture of a chart needs none of its scripts.
test('pages ask for no more scripts than they may', async ({ request }) => {
  expect(await scriptsOf(request, '/'), 'home').toBeLessThan(120_000);
  const id = await newChart(request);
  expect(await scriptsOf(request, `/chart/${id}`), 'editor').toBeLessThan(250_000);
});

test('the picture of a chart stands before the page can draw by itself', async ({ page, request }) => {
  const id = await newChart(request);
  // As the home page shows it.
  await request.get(`/api/charts/${id}/picture?as=svg`);
  // Scripts never come: what is seen is in the page.
  await page.route('**/_astro/**/*.js', (route) => route.abort());
  await page.route('**/_astro/*.js', (route) => route.abort());
  await page.goto(`/chart/${id}`);
  const picture = page.locator('[data-first-picture]');
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((image) => (image as HTMLImageElement).naturalWidth)).toBeGreaterThan(0);
});

test('a part that can not be fetched says so, and nothing else is lost', async ({ page, request }) => {
  const id = await newChart(request);
  await page.route(/StyleStage/, (route) => route.abort());
  await open(page, id);
  await page.getByRole('tab', { name: 'Style' }).click();
  await expect(page.getByRole('alert')).toContainText('could not be fetched');
  await page.getByRole('tab', { name: 'List' }).click();
  await expect(page.getByText('Piet Marrable').first()).toBeVisible();
});

test('what can not be shown has a page of ours with a way back; programs are told as before', async ({
  page,
  request,
}) => {
  const at = await page.goto('/no/such/page');
  expect(at?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'This page does not exist' })).toBeVisible();
  expect(await page.content()).not.toMatch(/astro/i);
  await page.getByRole('link', { name: 'Go to your charts' }).click();
  await expect(page.getByRole('button', { name: 'New chart' }).first()).toBeVisible();
  const program = await request.get('/api/no/such', { headers: { accept: 'application/json' } });
  expect(program.status()).toBe(404);
  expect(program.headers()['content-type']).toContain('application/problem+json');
});
