/** What stands before the application: strangers take turns, and what is published is asked for once. */
import { EventEmitter } from 'node:events';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, expect, it } from 'vitest';
import { gate, isKnown } from '../../scripts/lib/gate.mjs';
import { sharedCache } from '../../scripts/lib/shared-cache.mjs';

const tick = () => new Promise((done) => setTimeout(done, 5));
const answer = () => Object.assign(new EventEmitter(), { destroyed: false });

it('lets strangers in a few at a time, by turns of their addresses', async () => {
  const own = gate({ atOnce: 2, ofOne: 1, waiting: 3, waitingOfOne: 2 });
  const begun: string[] = [];
  const take = (address: string, name: string) => {
    const res = answer();
    return { res, taken: own.take(address, res, () => begun.push(name)) };
  };
  const a1 = take('a', 'a1');
  const b1 = take('b', 'b1');
  const waiting = [take('a', 'a2'), take('a', 'a3'), take('a', 'a4'), take('c', 'c1'), take('d', 'd1')];
  expect(waiting.map(({ taken }) => taken)).toEqual([true, true, false, true, false]);
  await tick();
  expect(begun).toEqual(['a1', 'b1']);
  a1.res.emit('close');
  await tick();
  expect(begun).toEqual(['a1', 'b1', 'a2']);
  b1.res.emit('close');
  await tick();
  // Of one address one at a time: another's turn is before it.
  expect(begun).toEqual(['a1', 'b1', 'a2', 'c1']);
  waiting[0]!.res.emit('close');
  await tick();
  expect(begun.at(-1)).toBe('a3');
  expect(own.size()).toBe(0);
});

it('knows whom the application knew a moment ago', async () => {
  const { createHash } = await import('node:crypto');
  const known = (globalThis as Record<symbol, unknown>)[Symbol.for('dendrotax.known')] as Map<string, true>;
  const ask = (headers: Record<string, string>) => isKnown({ headers } as unknown as IncomingMessage);
  known.set(createHash('sha256').update('good').digest('base64'), true);
  expect(ask({ cookie: 'a=b; dendrotax=good' })).toBe(true);
  expect(ask({ cookie: '__Host-dendrotax=good' })).toBe(true);
  expect(ask({ authorization: 'Bearer good' })).toBe(true);
  expect(ask({ cookie: 'dendrotax=other' })).toBe(false);
  expect(ask({ cookie: 'dendrotax-device=good' })).toBe(false);
  known.clear();
});

const servers: ReturnType<typeof createServer>[] = [];
afterEach(() => {
  for (const server of servers.splice(0)) server.close();
});

/** A server with the cache before an application that counts what it is asked. */
async function cached(app: (req: IncomingMessage, res: ServerResponse) => void) {
  let asked = 0;
  const cache = sharedCache((req: IncomingMessage, res: ServerResponse) => {
    asked++;
    setTimeout(() => app(req, res), 20);
  });
  const server = createServer((req, res) => {
    if (!cache.answers(req, res, { address: 'a' }, () => res.end())) res.writeHead(404).end();
  });
  servers.push(server);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return { cache, asked: () => asked, get: (path: string, headers = {}) => fetch(at + path, { headers }) };
}

it('asks once for all who want the same, packs it, and asks whether it still holds once it may be old', async () => {
  let body = 'x'.repeat(5_000);
  const { get, asked, cache } = await cached((req, res) => {
    const etag = `"${body[0]}"`;
    const headers = { etag, 'cache-control': 'public, max-age=0, s-maxage=1', 'content-type': 'text/html' };
    if (req.headers['if-none-match'] === etag) return res.writeHead(304, headers).end();
    expect(req.headers.cookie).toBeUndefined();
    return res.writeHead(200, headers).end(body);
  });
  const all = await Promise.all(
    Array.from({ length: 30 }, () => get('/published/x', { cookie: 'dendrotax=secret', 'accept-encoding': 'br' })),
  );
  expect(asked()).toBe(1);
  expect(all.every((one) => one.status === 200 && one.headers.get('content-encoding') === 'br')).toBe(true);
  expect(await all[0]!.text()).toBe(body);
  expect((await get('/published/x', { 'if-none-match': 'W/"x"' })).status).toBe(304);
  expect(await (await get('/published/x', { 'accept-encoding': 'identity' })).text()).toBe(body);
  expect(asked()).toBe(1);
  cache.stale();
  expect(await (await get('/published/x')).text()).toBe(body);
  expect(asked()).toBe(2);
  body = 'y'.repeat(5_000);
  cache.stale();
  expect(await (await get('/published/x')).text()).toBe(body);
  expect(cache.bytes()).toBeGreaterThan(5_000);
});

it('keeps nothing that is private, refused or gone', async () => {
  let status = 200;
  const { get, asked, cache } = await cached((_, res) =>
    res.writeHead(status, { etag: '"x"', 'cache-control': 'private, no-store' }).end('body'),
  );
  expect(await (await get('/published/x')).text()).toBe('body');
  expect(await (await get('/published/x')).text()).toBe('body');
  expect([asked(), cache.bytes()]).toEqual([2, 0]);
  status = 404;
  expect((await get('/published/x')).status).toBe(404);
  expect((await get('/elsewhere')).status).toBe(404);
  expect(asked()).toBe(3);
});
