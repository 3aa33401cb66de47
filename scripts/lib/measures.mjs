// What the server tells of itself at /metrics, in the OpenMetrics text format 1.0.
import { collectDefaultMetrics, Histogram, Registry, register } from 'prom-client';
import { isLoopback } from '../../src/server/settings.mjs';

register.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
collectDefaultMetrics();

const requests = new Histogram({
  name: 'http_request_duration_seconds',
  help: 'How long requests took, by the pattern of their address, method and status; streams count when they end.',
  labelNames: ['route', 'method', 'status'],
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30, 60],
});

export const measured = (route, method, status, seconds) => requests.observe({ route, method, status }, seconds);

/** For whoever has the token; without one for this machine alone, and not through a proxy. */
function mayAsk(req, token) {
  if (token) return req.headers.authorization === `Bearer ${token}`;
  return isLoopback(req.socket.remoteAddress?.replace(/^::ffff:/, '') ?? '') && !req.headers['x-forwarded-for'];
}

/** @returns whether the request was for the figures */
export function answersMetrics(req, res, token) {
  if (req.url !== '/metrics' || (req.method !== 'GET' && req.method !== 'HEAD')) return false;
  if (!mayAsk(req, token)) {
    res.writeHead(403, { 'content-type': 'text/plain; charset=utf-8' });
    res.end('Figures are for this machine, or for whoever has the token.\n');
    return true;
  }
  register.metrics().then(
    (text) => {
      res.writeHead(200, { 'content-type': register.contentType, 'cache-control': 'no-store' });
      res.end(req.method === 'HEAD' ? '' : text);
    },
    () => {
      res.writeHead(500);
      res.end();
    },
  );
  return true;
}
