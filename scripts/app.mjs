// The server process: the built application behind an HTTP server with limits of its own, ended in good order.
import { setMaxListeners } from 'node:events';
import { createServer } from 'node:http';
import compression from 'compression';
import { output, root } from './lib/run.mjs';
import { leave } from './lib/state.mjs';

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
process.env.NODE_ENV ??= 'production';
const { handler } = await import('../dist/server/entry.mjs');

const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4321);
/** Requests in flight have so long to end once the process is told to. */
const GRACE_MS = 10_000;
const TIMES = {
  // How long a client may take to send its head, and all of a request; how long a connection that is kept may stand still.
  headersTimeout: 15_000,
  requestTimeout: 60_000,
  keepAliveTimeout: 10_000,
  connectionsCheckingInterval: 5_000,
};
const METHODS = new Set(['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'PATCH', 'DELETE']);

const plain = (res, status, words) => {
  res.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
  res.end(`${words}\n`);
};

// Scripts, styles and fonts of the build: their names say what is in them, so that each is sent to a browser once.
const packed = compression({ threshold: 2_048 });

const server = createServer(TIMES, (req, res) => {
  // On every answer, also on files and on what the framework answers by itself.
  res.setHeader('x-content-type-options', 'nosniff');
  if (ending) res.setHeader('connection', 'close');
  if (!METHODS.has(req.method)) return plain(res, 405, 'This method is not known here.');
  // The framework's picture service would fetch and scale whatever it is asked to.
  if (/^\/_image(?:[/?]|$)/.test(req.url)) return plain(res, 404, 'There is nothing at this address.');
  if (req.method === 'GET' && req.url.startsWith('/_astro/')) return packed(req, res, () => handler(req, res));
  handler(req, res);
});

// Streams that stay open end by this signal; the application listens to it.
const end = new AbortController();
setMaxListeners(0, end.signal);
globalThis[Symbol.for('dendrotax.ending')] = end.signal;
let ending = false;

function stop(why) {
  if (ending) return;
  ending = true;
  if (why) console.log(why);
  end.abort();
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  // A connection is idle once its answer is sent.
  setInterval(() => server.closeIdleConnections(), 100).unref();
  setTimeout(() => {
    console.error('Some requests did not end in time and were cut off.');
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
        console.error(error.message);
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
server.listen(port, host);
