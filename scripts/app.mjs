// The server process: the built application behind an HTTP server with limits of its own, ended in good order.
import { randomUUID } from 'node:crypto';
import { setMaxListeners } from 'node:events';
import { createServer } from 'node:http';
import compression from 'compression';
import sirv from 'sirv';
import { BODY_LIMIT, settings, WrongSetting } from '../src/server/settings.mjs';
import { addressOf, rateLimit } from './lib/callers.mjs';
import { asksForPage, errorPage } from './lib/error-page.mjs';
import { gate, isKnown } from './lib/gate.mjs';
import { logger } from './lib/log.mjs';
import { answersMetrics, measured } from './lib/measures.mjs';
import { output, root } from './lib/run.mjs';
import { sharedCache } from './lib/shared-cache.mjs';
import { leave } from './lib/state.mjs';

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
process.env.NODE_ENV ??= 'production';
let own;
try {
  own = settings();
} catch (error) {
  if (!(error instanceof WrongSetting)) throw error;
  console.error(error.message);
  process.exit(1);
}
const log = logger(own.logLevel);
const { handler } = await import('../dist/server/entry.mjs');

const { host, port } = own;
/** Requests in flight have so long to end once the process is told to. */
const GRACE_MS = 10_000;
const TIMES = {
  // How long a client may take to send its head, and all of a request; how long a connection that is kept may stand still: longer
  // than proxies keep one (60 s, common practice), so that none sends a request down a connection that is just being closed.
  headersTimeout: 15_000,
  requestTimeout: 60_000,
  keepAliveTimeout: 75_000,
  connectionsCheckingInterval: 5_000,
};
/** A client that takes nothing of its answer for so long is let go; streams send more often. */
const STANDSTILL_MS = 120_000;
const METHODS = new Set(['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'PATCH', 'DELETE']);

const plain = (res, status, words) => {
  res.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
  res.end(`${words}\n`);
};
const problem = (res, status, code, title, detail, headers = {}) => {
  if (asksForPage(res.req.method, res.req.url, res.req.headers.accept)) {
    res.writeHead(status, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store', ...headers });
    res.end(errorPage(status));
    return;
  }
  res.writeHead(status, { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers });
  res.end(JSON.stringify({ type: `/api-docs#${code}`, title, status, detail, problems: [] }));
};

// Files of the build lie packed beside themselves; their names say what is in them, so that each is fetched once.
const files = sirv(`${root}dist/client`, {
  brotli: true,
  gzip: true,
  etag: true,
  setHeaders: (res, path) =>
    res.setHeader(
      'cache-control',
      path.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'public, max-age=3600',
    ),
});
const packed = compression({
  threshold: 1_024,
  // A stream is sent as it comes.
  filter: (_, res) => !/event-stream/.test(String(res.getHeader('content-type'))) && compression.filter(_, res),
});
const waitOf = rateLimit(own);

/** Who is not known goes in by turns; where somebody is alone everybody is. */
const others = gate();
function enter(req, res, address, work) {
  if (!own.people || isKnown(req)) return work();
  if (others.take(address, res, work)) return undefined;
  return problem(res, 503, 'busy', 'Not ready', 'Too many ask at this moment; try again in a few seconds.', {
    'retry-after': '3',
  });
}
const published = sharedCache((req, res, locals) =>
  enter(req, res, locals.address, () => handler(req, res, undefined, locals)),
);
globalThis[Symbol.for('dendrotax.published')] = published;

/** What each request is known by here, and in the log. */
function begin(req, res) {
  const locals = { requestId: randomUUID(), address: addressOf(req, own.proxies), route: 'file' };
  const begun = performance.now();
  res.setHeader('x-request-id', locals.requestId);
  // On every answer, also on files and on what the framework answers by itself.
  res.setHeader('x-content-type-options', 'nosniff');
  if (ending) res.setHeader('connection', 'close');
  res.on('close', () => {
    const seconds = (performance.now() - begun) / 1_000;
    measured(locals.route, req.method, res.statusCode, seconds);
    const line = {
      request: locals.requestId,
      method: req.method,
      route: locals.route,
      status: res.statusCode,
      ms: Math.round(seconds * 1_000),
      ...(!res.writableFinished && { cut: true }),
    };
    if (own.logRequests) log[res.statusCode >= 500 ? 'error' : 'debug'](line, 'request');
  });
  return locals;
}

/** What the application answers; files are sent before, and not counted. */
async function fromApp(req, res, locals, failed) {
  const seconds = await waitOf(locals.address);
  if (seconds !== undefined) {
    const detail = `Too many requests come from this address; wait ${seconds} s.`;
    return problem(res, 429, 'too-often', 'Too many at once', detail, { 'retry-after': String(seconds) });
  }
  // The framework's picture service would fetch and scale whatever it is asked to.
  if (/^\/_image(?:[/?]|$)/.test(req.url)) return plain(res, 404, 'There is nothing at this address.');
  if (own.people && published.answers(req, res, locals, failed)) return undefined;
  return enter(req, res, locals.address, () => packed(req, res, () => handler(req, res, undefined, locals)));
}

function answer(req, res) {
  const locals = begin(req, res);
  const failed = (error) => {
    log.error({ error: error.message, request: locals.requestId }, 'not answered');
    if (!res.headersSent) plain(res, 500, 'Something went wrong here.');
  };
  if (!METHODS.has(req.method)) return plain(res, 405, 'This method is not known here.');
  if (answersMetrics(req, res, own)) return;
  const app = () => fromApp(req, res, locals, failed).catch(failed);
  if (req.method === 'GET' || req.method === 'HEAD') files(req, res, app);
  else app();
}

const server = createServer(TIMES, answer);
server.setTimeout(STANDSTILL_MS);
// Whoever asks before it sends a large body is told at once.
server.on('checkContinue', (req, res) => {
  if (Number(req.headers['content-length'] ?? 0) > BODY_LIMIT)
    return problem(
      res,
      413,
      'too-large',
      'Too large',
      `The body is larger than ${BODY_LIMIT / 1024 / 1024} MB; split the list.`,
      {
        connection: 'close',
      },
    );
  res.writeContinue();
  server.emit('request', req, res);
});

// Streams that stay open end by this signal; the application listens to it.
const end = new AbortController();
setMaxListeners(0, end.signal);
globalThis[Symbol.for('dendrotax.ending')] = end.signal;
globalThis[Symbol.for('dendrotax.log')] = log;
let ending = false;

function stop(why) {
  if (ending) return;
  ending = true;
  log.info(why ?? 'told to end');
  end.abort();
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  // A connection is idle once its answer is sent.
  setInterval(() => server.closeIdleConnections(), 100).unref();
  setTimeout(() => {
    log.error('some requests did not end in time and were cut off');
    server.closeAllConnections();
    process.exit(0);
  }, GRACE_MS).unref();
}
process.on('SIGTERM', () => stop());
process.on('SIGINT', () => stop());

// Whoever started this holds a channel to it: when that is gone, so is the starter, however it ended.
if (process.connected)
  process.on('disconnect', () => {
    if (!ending && process.env.DENDROTAX_DATABASE === 'shared' && leave())
      try {
        output('bash', [`${root}scripts/db.sh`, 'stop']);
      } catch (error) {
        log.error(error.message);
      }
    stop('Whoever started the server is gone; it ends.');
  });

server.on('error', (error) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} on ${host} is taken. Choose another: PORT=${port + 1} npm start`
      : error.message,
  );
  process.exit(1);
});
server.listen(port, host, () => log.info({ host, port }, 'listening'));
