import { describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { negotiate } from './accept';
import { meets, readBytes, readJson } from './body';
import { answerError, endpoint } from './endpoint';
import { ApiError } from './problem';

// Who asks is found in a database: here it is nobody.
vi.mock('../who', () => ({
  anybody: async () => ({ account: '', caller: '', request: '' }),
  whoAsks: async () => ({ account: '', caller: '', request: '' }),
}));

const types = ['application/json', 'image/svg+xml', 'image/png'] as const;

describe('choosing a media type', () => {
  it.each([
    [null, 'application/json'],
    ['*/*', 'application/json'],
    ['image/png', 'image/png'],
    ['image/*', 'image/svg+xml'],
    ['text/html, image/png;q=0.8, */*;q=0.1', 'image/png'],
    ['image/svg+xml;q=0.5, image/png;q=0.9', 'image/png'],
    ['image/*;q=0.9, image/svg+xml;q=0', 'image/png'],
    ['IMAGE/PNG', 'image/png'],
  ])('%s gives %s', (accept, type) => {
    expect(negotiate(accept, types)).toBe(type);
  });
  it('says what there is where nothing is wanted of it', () => {
    expect(() => negotiate('video/mp4', types)).toThrow(/application\/json, image\/svg/);
  });
});

const post = (body: BodyInit, headers: Record<string, string> = { 'content-type': 'application/json' }) =>
  new Request('http://t/', { method: 'POST', body, headers });
const status = async (work: Promise<unknown>) =>
  (
    await work.then(
      () => undefined,
      (error: ApiError) => error,
    )
  )?.status;
const schema = z.object({ list: z.string() });

describe('bodies', () => {
  it('are read up to their limit, also where no length is announced', async () => {
    const stream = new ReadableStream({
      pull: (controller) => controller.enqueue(new Uint8Array(1_000)),
    });
    const endless = new Request('http://t/', { method: 'POST', body: stream, duplex: 'half' } as RequestInit);
    expect(await status(readBytes(endless, 10_000))).toBe(413);
    expect(await readBytes(post('ä'.repeat(100)), 200)).toHaveLength(200);
    expect(await status(readBytes(post('ä'.repeat(101)), 200))).toBe(413);
  });
  it('that break off are no fault of the database', async () => {
    const stream = new ReadableStream({
      pull: (controller) => controller.error(Object.assign(new Error('aborted'), { code: 'ECONNRESET' })),
    });
    const cut = new Request('http://t/', { method: 'POST', body: stream, duplex: 'half' } as RequestInit);
    expect(await status(readBytes(cut))).toBe(400);
  });
  it('that are wrong are told apart', async () => {
    expect(await status(readJson(post('{'), schema))).toBe(400);
    expect(await status(readJson(post('{"list":1}'), schema))).toBe(422);
    expect(await status(readJson(post('{"list":"a"}', { 'content-type': 'text/csv' }), schema))).toBe(415);
    expect(await status(readJson(post(`{"list":"a","x":${'['.repeat(80)}${']'.repeat(80)}}`), schema))).toBe(400);
    expect(
      (
        await readJson(
          post('{"list":"[[[[ \\" {{"}', { 'content-type': 'application/vnd.x+json; charset=utf-8' }),
          schema,
        )
      ).body,
    ).toEqual({ list: '[[[[ " {{' });
  });
  it('name the field that is wrong', () => {
    try {
      meets(z.object({ page: z.object({ margin: z.number() }) }), { page: { margin: 'wide' } });
      expect.unreachable();
    } catch (error) {
      expect((error as ApiError).problems[0]).toMatchObject({ field: 'page.margin' });
    }
  });
});

describe('endpoints', () => {
  const call = async (method: string, handlers: Parameters<typeof endpoint>[0]) =>
    (await endpoint(handlers)({ request: new Request('http://t/', { method }) } as never)) as Response;
  it('answer HEAD as GET without a body, and other methods with what they take', async () => {
    const get = { GET: async () => new Response('words', { headers: { 'x-of': 'get' } }) };
    const head = await call('HEAD', get);
    expect([head.status, head.headers.get('x-of'), await head.text()]).toEqual([200, 'get', '']);
    const wrong = await call('PUT', { ...get, POST: async () => new Response() });
    expect([wrong.status, wrong.headers.get('allow')]).toEqual([405, 'GET, POST']);
  });
  it('keep inner words to themselves, and say when the database is away', async () => {
    const quiet = answerError(Object.assign(new Error('relation "secret" is missing'), { stack: '' }));
    expect(quiet.status).toBe(500);
    expect(await quiet.text()).not.toContain('secret');
    expect(answerError(Object.assign(new Error('x'), { code: 'ECONNREFUSED' })).status).toBe(503);
    expect(answerError(new ApiError(404, 'not-found', 'Not there')).headers.get('content-type')).toBe(
      'application/problem+json',
    );
  });
});

describe('a key that is not known', () => {
  const schema = z.object({
    title: z.string(),
    page: z.object({ size: z.string() }).partial().optional(),
    list: z
      .array(z.union([z.object({ a: z.number() }), z.object({ b: z.number(), c: z.number().optional() })]))
      .optional(),
    any: z.record(z.string(), z.unknown()).optional(),
  });
  const said = (value: unknown) => {
    try {
      meets(schema, value);
      return 'taken';
    } catch (error) {
      return (error as ApiError).message;
    }
  };
  it('is refused wherever it stands, with what it may have been meant for', () => {
    expect(said({ titel: 'x', title: 'x' })).toBe('titel: "titel" is not known; did you mean "title"?');
    expect(said({ title: 'x', page: { sise: 'A4' } })).toContain('did you mean "size"?');
    expect(said({ title: 'x', list: [{ a: 1 }, { b: 1, zz: 2 }] })).toBe(
      'list.1.zz: "zz" is not known; known here: b, c',
    );
    expect(said(JSON.parse('{"title":"x","__proto__":{"a":1}}'))).toContain('__proto__');
  });
  it('is none where any may stand', () => {
    expect(said({ title: 'x', any: { anything: { at: 'all' } }, page: undefined })).toBe('taken');
  });
});
