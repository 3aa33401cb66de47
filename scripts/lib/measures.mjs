// What the server tells of itself at /metrics, in the OpenMetrics text format 1.0.
import { createHash, timingSafeEqual } from 'node:crypto';
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

/** Compared in a time that tells nothing of it. */
const sameText = (one, other) =>
  timingSafeEqual(createHash('sha256').update(one).digest(), createHash('sha256').update(other).digest());

/**
 * For whoever has the token. Without one for this machine alone, and only where nobody else is to reach the server: of a proxy on
 * this machine it can't be told from where it was asked.
 */
function mayAsk(req, { metricsToken: token, people, origin, proxies }) {
  if (token) return sameText(req.headers.authorization ?? '', `Bearer ${token}`);
  if (people || origin !== undefined || proxies > 0) return false;
  return isLoopback(req.socket.remoteAddress?.replace(/^::ffff:/, '') ?? '') && !req.headers['x-forwarded-for'];
}

/** @returns whether the request was for the figures */
export function answersMetrics(req, res, settings) {
  if (req.url !== '/metrics' || (req.method !== 'GET' && req.method !== 'HEAD')) return false;
  if (!mayAsk(req, settings)) {
    res.writeHead(403, { 'content-type': 'text/plain; charset=utf-8' });
    res.end('Figures are for whoever has the token: set METRICS_TOKEN.\n');
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
