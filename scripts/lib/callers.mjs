// Where requests come from, and how many each may send.
import pg from 'pg';
import { RateLimiterMemory, RateLimiterPostgres } from 'rate-limiter-flexible';

/**
 * The address that a request comes from. A proxy that is believed adds the one that it hears from at the end of
 * X-Forwarded-For: with n of them it is the nth from the end. What stands before that may be made up.
 */
export function addressOf(req, proxies) {
  const direct = (req.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
  if (proxies === 0) return direct;
  const said = String(req.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);
  return said.at(-proxies) ?? said[0] ?? direct;
}

/** @returns for an address: undefined where it may go on, else in how many seconds it may */
export function rateLimit({ ratePerMinute, rateStore, databaseUrl }) {
  if (ratePerMinute === 0) return async () => undefined;
  const options = { points: ratePerMinute, duration: 60, keyPrefix: 'rate' };
  const memory = new RateLimiterMemory(options);
  const limiter =
    rateStore === 'database'
      ? new RateLimiterPostgres({
          ...options,
          storeClient: new pg.Pool({ connectionString: databaseUrl, max: 2 }),
          tableName: 'rates',
          // Where the database is away each server counts for itself.
          insuranceLimiter: memory,
        })
      : memory;
  return async (address) => {
    try {
      await limiter.consume(address);
      return undefined;
    } catch (refused) {
      return refused instanceof Error ? undefined : Math.ceil(refused.msBeforeNext / 1_000);
    }
  };
}
