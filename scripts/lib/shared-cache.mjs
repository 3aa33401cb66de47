// A small shared cache before the application, for what is published: thousands of readers of one page ask the application once
// in a while. Source: RFC 9111 (HTTP Caching), with one request for all who ask at the same moment.
import { EventEmitter } from 'node:events';
import { IncomingMessage } from 'node:http';
import { Socket } from 'node:net';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** What is served here; all else is the application's. */
const CACHED = /^\/published\//;
/** An answer is asked for again after so long: what was taken back is gone by then. */
const FRESH_MS = 400;
const MAX_BYTES = 32_000_000;
const PACKED = /^(?:text\/|image\/svg|application\/json)/;
const MIN_PACKED = 1_024;

/** Takes what the application writes as an answer. */
class Taken extends EventEmitter {
  chunks = [];
  headers = {};
  statusCode = 200;
  headersSent = false;
  writableFinished = false;
  constructor(req, done) {
    super();
    this.req = req;
    this.done = done;
  }
  setHeader(name, value) {
    this.headers[name.toLowerCase()] = value;
    return this;
  }
  getHeader(name) {
    return this.headers[name.toLowerCase()];
  }
  hasHeader(name) {
    return name.toLowerCase() in this.headers;
  }
  removeHeader(name) {
    delete this.headers[name.toLowerCase()];
  }
  getHeaders() {
    return this.headers;
  }
  writeHead(status, ...rest) {
    this.statusCode = status;
    for (const [name, value] of Object.entries(rest.at(-1) ?? {})) this.setHeader(name, value);
    this.headersSent = true;
    return this;
  }
  flushHeaders() {
    this.headersSent = true;
  }
  write(chunk) {
    this.chunks.push(Buffer.from(chunk));
    return true;
  }
  end(chunk) {
    if (chunk) this.write(chunk);
    this.writableFinished = true;
    this.done({ status: this.statusCode, headers: this.headers, body: Buffer.concat(this.chunks) });
    this.emit('finish');
    this.emit('close');
    return this;
  }
  destroy() {
    this.done({ status: 503, headers: {}, body: Buffer.alloc(0) });
    this.emit('close');
  }
}

const [brotli, zip] = [promisify(brotliCompress), promisify(gzip)];
const PACKERS = {
  br: (body) => brotli(body, { params: { [constants.BROTLI_PARAM_QUALITY]: 6 } }),
  gzip: (body) => zip(body),
};

/** The way of packing that a reader takes (RFC 9110, 12.5.3): undefined for none. */
function packingOf(accepted = '') {
  const taken = new Map(
    accepted.split(',').map((part) => {
      const [name, q] = part
        .trim()
        .toLowerCase()
        .split(/\s*;\s*q=/);
      return [name, q === undefined ? 1 : Number(q)];
    }),
  );
  return ['br', 'gzip'].find((way) => (taken.get(way) ?? taken.get('*') ?? 0) > 0);
}

/** Whether an If-None-Match names a tag (RFC 9110, 13.1.2). */
const names = (header, etag) =>
  header !== undefined &&
  etag !== undefined &&
  (header.trim() === '*' ||
    header.split(',').some((one) => one.trim().replace(/^W\//, '') === String(etag).replace(/^W\//, '')));

/** What a shared cache may keep (RFC 9111, 3). */
const mayKeep = ({ status, headers }) =>
  status === 200 && headers.etag !== undefined && /\bpublic\b/.test(String(headers['cache-control'] ?? ''));

/** @param ask hands a request to the application */
export function sharedCache(ask) {
  /** By address and host, the one asked for last at the end. */
  const kept = new Map();
  const asked = new Map();
  let bytes = 0;
  const sizeOf = ({ body, packed }) => body.length + Object.values(packed).reduce((sum, one) => sum + one.length, 0);
  const forget = (key) => {
    const one = kept.get(key);
    if (!one) return;
    bytes -= one.bytes;
    kept.delete(key);
  };
  const keep = (key, entry) => {
    forget(key);
    entry.bytes = sizeOf(entry);
    kept.set(key, entry);
    bytes += entry.bytes;
    for (const oldest of kept.keys()) {
      if (bytes <= MAX_BYTES) break;
      forget(oldest);
    }
  };

  /** Asks the application, for all who want the same at this moment; what is kept is only asked whether it still holds. */
  function fetched(key, req, locals) {
    const running = asked.get(key);
    if (running) return running;
    const before = kept.get(key);
    const answer = new Promise((done) => {
      const own = new IncomingMessage(new Socket());
      own.method = 'GET';
      own.url = req.url;
      const { cookie: _, authorization: __, 'accept-encoding': ___, ...headers } = req.headers;
      own.headers = { ...headers, ...(before && { 'if-none-match': before.headers.etag }) };
      if (!before) delete own.headers['if-none-match'];
      own.complete = true;
      own.push(null);
      ask(own, new Taken(own, done), locals);
    })
      .then(async (taken) => {
        if (taken.status === 304 && before) return keep(key, { ...before, since: Date.now() });
        forget(key);
        if (!mayKeep(taken)) return taken;
        const { status, headers, body } = taken;
        const packed = {};
        if (body.length >= MIN_PACKED && PACKED.test(String(headers['content-type'] ?? '')))
          for (const [way, pack] of Object.entries(PACKERS)) packed[way] = await pack(body);
        keep(key, { status, headers, body, packed, since: Date.now() });
        return undefined;
      })
      .finally(() => asked.delete(key));
    asked.set(key, answer);
    return answer;
  }

  function send(req, res, { status, headers, body, packed = {} }) {
    for (const [name, value] of Object.entries(headers)) res.setHeader(name, value);
    if (status === 200 && names(req.headers['if-none-match'], headers.etag)) {
      for (const name of ['content-type', 'content-length', 'content-disposition']) res.removeHeader(name);
      res.writeHead(304);
      return res.end();
    }
    const way = packingOf(req.headers['accept-encoding']);
    const sent = (way && packed[way]) ?? body;
    if (Object.keys(packed).length > 0) res.setHeader('vary', 'Accept-Encoding');
    if (sent !== body) res.setHeader('content-encoding', way);
    res.setHeader('content-length', sent.length);
    res.writeHead(status);
    return res.end(req.method === 'HEAD' ? undefined : sent);
  }

  return {
    bytes: () => bytes,
    /** Something was changed or taken back: all of it is asked for again before it is given to anybody. */
    stale() {
      for (const one of kept.values()) one.since = 0;
    },
    /** @returns whether it answers */
    answers(req, res, locals, failed) {
      if (req.method !== 'GET' && req.method !== 'HEAD') return false;
      if (!CACHED.test(req.url)) return false;
      const key = `${req.headers.host ?? ''} ${req.url}`;
      locals.route = 'published';
      const fresh = () => {
        const one = kept.get(key);
        if (!one) return undefined;
        kept.delete(key);
        kept.set(key, one);
        return Date.now() - one.since <= FRESH_MS ? one : undefined;
      };
      const known = fresh();
      if (known) send(req, res, known);
      else
        fetched(key, req, locals).then((other) => {
          if (!res.destroyed)
            send(req, res, other ?? kept.get(key) ?? { status: 503, headers: {}, body: Buffer.alloc(0) });
        }, failed);
      return true;
    },
  };
}
