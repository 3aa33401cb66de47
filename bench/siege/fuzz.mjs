// Requests made from the API's own description, good and bad: none may be answered with a 5xx, or outside its schema.
import { Ajv2020 } from 'ajv/dist/2020.js';
import naughty from 'big-list-of-naughty-strings' with { type: 'json' };
import { generate } from 'json-schema-faker';

/** Bodies that are made for each address. */
const POOL = 40;

/** A generator with a seed, so that a run can be repeated. Source: mulberry32 (public domain). */
function random(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * @param base address of the server
 * @param count requests
 * @returns what was wrong, each as a sentence, and how often each status was answered
 */
export async function fuzz(base, count, seed = 7) {
  const document = await (await fetch(`${base}/api/openapi.json`)).json();
  const ajv = new Ajv2020({ strict: false, allErrors: false, validateFormats: false });
  ajv.addSchema(document, 'api');
  const checks = new Map();
  const meets = (pointer) => {
    if (!checks.has(pointer)) checks.set(pointer, ajv.compile({ $ref: `api#${pointer}` }));
    return checks.get(pointer);
  };
  const draw = random(seed);
  const one = (list) => list[Math.floor(draw() * list.length)];
  const escaped = (key) => key.replaceAll('~', '~0').replaceAll('/', '~1');
  const whole = (schema) => ({ ...schema, components: document.components });
  const operations = Object.entries(document.paths).flatMap(([path, { parameters = [], ...methods }]) =>
    Object.entries(methods).map(([method, operation]) => ({
      path,
      method,
      operation,
      parameters: [...parameters, ...(operation.parameters ?? [])],
    })),
  );
  const ids = [];
  const made = await fetch(`${base}/api/charts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ title: 'Fuzz', kind: 'org', list: 'Ann\n\tBo\n\tCy\n' }),
  });
  ids.push((await made.json()).id);
  const strange = [
    ...naughty,
    '\0',
    '\ud800',
    '%00',
    '../../etc/passwd',
    '',
    '9'.repeat(400),
    '__proto__',
    'constructor',
  ];

  /** A value with some part of it replaced, taken away or made another sort of thing. */
  const spoiled = (value, depth = 0) => {
    if (draw() < 0.12) return one([null, true, -1, 1e308, '', one(strange), [], {}, [[]], { a: { b: 1 } }]);
    if (Array.isArray(value)) return value.map((own) => spoiled(own, depth + 1));
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value).flatMap(([key, own]) =>
          draw() < 0.06 ? [] : [[draw() < 0.03 ? one(strange) : key, spoiled(own, depth + 1)]],
        ),
      );
    return typeof value === 'string' && draw() < 0.25 ? one(strange) : value;
  };
  const wrong = new Map();
  const pools = new Map();
  const statuses = {};
  const note = (words) => wrong.set(words, (wrong.get(words) ?? 0) + 1);
  for (let i = 0; i < count; i++) {
    const { path, method, operation, parameters } = one(operations);
    // A chart is put into the bin, and others stay.
    if (method === 'delete' && draw() < 0.9) continue;
    const idOf = () => (draw() < 0.7 ? one(ids) : one(strange));
    // Without an id it would be another address.
    const address = path.replace(/\{\w+\}/g, () => encodeURIComponent(wellFormed(idOf())) || 'none');
    const query = new URLSearchParams();
    for (const parameter of parameters)
      if (parameter.in === 'query' && draw() < 0.6)
        query.append(
          parameter.name,
          wellFormed(String(draw() < 0.5 ? one(['1', '0', '2', 'org', 'png', 'changed', one(ids)]) : one(strange))),
        );
    const headers = {};
    let body;
    const contents = operation.requestBody?.content ?? {};
    const type = one(Object.keys(contents));
    if (type === 'application/json') {
      headers['content-type'] = type;
      // Made a number of times for each address, and then used again: each is spoiled in its own way.
      const pool = pools.get(operation) ?? [];
      pools.set(operation, pool);
      let value;
      if (pool.length >= POOL) value = structuredClone(one(pool));
      else
        try {
          value = await generate(whole(contents[type].schema), {
            seed: Math.floor(draw() * 1e9),
            optionalsProbability: 0.5,
            maxItems: 4,
            maxDepth: 12,
          });
          pool.push(structuredClone(value));
        } catch {
          value = {};
        }
      if (path.endsWith('/changes') && draw() < 0.7 && typeof value === 'object') value.base = Math.floor(draw() * 3);
      if (draw() < 0.6) value = spoiled(value);
      body = draw() < 0.03 ? one(strange) : JSON.stringify(value);
    } else if (type) {
      headers['content-type'] = one([type.replace('*', 'png'), 'text/csv', 'application/octet-stream']);
      body = wellFormed(one(strange));
    }
    if (draw() < 0.2) headers['idempotency-key'] = `k${Math.floor(draw() * 50)}`;
    if (draw() < 0.1)
      headers.accept = one(['text/csv', 'image/png', 'application/pdf', '*/*', 'nonsense', 'text/html;q=x']);
    const url = `${base}${address}${query.size > 0 ? `?${query}` : ''}`;
    const called = `${method.toUpperCase()} ${path}`;
    const gone = new AbortController();
    try {
      const response = await asked(url, {
        method: method.toUpperCase(),
        headers,
        ...(body !== undefined && { body }),
        signal: AbortSignal.any([gone.signal, AbortSignal.timeout(30_000)]),
      });
      const { status } = response;
      statuses[status] = (statuses[status] ?? 0) + 1;
      const mime = (response.headers.get('content-type') ?? '').split(';')[0];
      if (mime === 'text/event-stream') {
        gone.abort();
        continue;
      }
      const text = await response.text();
      if (status >= 500)
        note(`${called}: ${status} for ${url.slice(base.length, base.length + 100)} ${String(body).slice(0, 400)}`);
      const told = operation.responses[status];
      if (!told) {
        if (status < 500 && status !== 404 && status !== 406 && status !== 405)
          note(`${called}: ${status} is not described: ${text.slice(0, 160)}`);
        continue;
      }
      const kind = Object.keys(told.content ?? {}).find((own) => own === mime);
      if (kind && told.content[kind].schema && /json/.test(mime)) {
        const check = meets(`/paths/${escaped(path)}/${method}/responses/${status}/content/${escaped(kind)}/schema`);
        const value = JSON.parse(text);
        if (!check(value))
          note(`${called}: ${status} is outside its schema: ${ajv.errorsText(check.errors).slice(0, 200)}`);
        if (status === 201 && typeof value.id === 'string' && ids.length < 30 && path === '/api/charts')
          ids.push(value.id);
      }
    } catch (error) {
      note(
        `${called}: ${error.name} ${error.cause?.message ?? error.message} for ${url.slice(base.length, base.length + 200)}`,
      );
    }
  }
  return { wrong: [...wrong].map(([words, times]) => `${words}${times > 1 ? ` (${times} times)` : ''}`), statuses };
}

/** A kept connection may be ended by the server while it is taken up again; that is no answer. Asked a second time then. */
const asked = (url, init) => fetch(url, init).catch(() => fetch(url, init));

/** What an address can hold. */
const wellFormed = (text) =>
  String(text)
    .replace(/[\ud800-\udfff]/g, '')
    .slice(0, 2_000);
