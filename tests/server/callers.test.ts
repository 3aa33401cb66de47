/** Where requests come from, and how many each may send. */
import type { IncomingMessage } from 'node:http';
import { describe, expect, it } from 'vitest';
import { addressOf, rateLimit } from '../../scripts/lib/callers.mjs';

const request = (remoteAddress: string, said?: string) =>
  ({
    socket: { remoteAddress },
    headers: said === undefined ? {} : { 'x-forwarded-for': said },
  }) as unknown as IncomingMessage;

describe('the address of a request', () => {
  it('is that of the connection where no proxy is believed', () => {
    expect(addressOf(request('10.0.0.7', '1.2.3.4'), 0)).toBe('10.0.0.7');
    expect(addressOf(request('::ffff:10.0.0.7'), 0)).toBe('10.0.0.7');
  });
  it('is what the last proxy that is believed heard from; what stands before may be made up', () => {
    const made = '6.6.6.6, 203.0.113.9, 10.0.0.2';
    expect(addressOf(request('10.0.0.1', made), 1)).toBe('10.0.0.2');
    expect(addressOf(request('10.0.0.1', made), 2)).toBe('203.0.113.9');
    expect(addressOf(request('10.0.0.1', '203.0.113.9'), 2)).toBe('203.0.113.9');
    expect(addressOf(request('10.0.0.1'), 1)).toBe('10.0.0.1');
  });
});

describe('the number of requests', () => {
  it('is counted for each address by itself', async () => {
    const waitOf = rateLimit({ ratePerMinute: 3, rateStore: 'memory', databaseUrl: undefined });
    const asked = [];
    for (let i = 0; i < 4; i++) asked.push(await waitOf('a'));
    expect(asked.slice(0, 3)).toEqual([undefined, undefined, undefined]);
    expect(asked[3]).toBeGreaterThan(0);
    expect(asked[3]).toBeLessThanOrEqual(60);
    expect(await waitOf('b')).toBeUndefined();
  });
  it('is not counted where none is set', async () => {
    const waitOf = rateLimit({ ratePerMinute: 0, rateStore: 'memory', databaseUrl: undefined });
    for (let i = 0; i < 100; i++) expect(await waitOf('a')).toBeUndefined();
  });
});
