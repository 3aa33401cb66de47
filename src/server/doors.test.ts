import { describe, expect, it } from 'vitest';
import { type Doors, doorProblem } from './doors';

const asked = (doors: Doors, method: string, headers: Record<string, string>) =>
  doorProblem(method, new Headers(headers), doors)?.code;

describe('on this machine alone', () => {
  const own: Doors = { host: '127.0.0.1' };
  it('only its own names are answered', () => {
    expect(asked(own, 'GET', { host: 'localhost:4321' })).toBeUndefined();
    expect(asked(own, 'GET', { host: '[::1]:4321' })).toBeUndefined();
    expect(asked(own, 'GET', { host: 'charts.example.org' })).toBe('foreign-host');
  });
  it('pages of others write nothing; scripts and our own do', () => {
    const host = 'localhost:4321';
    expect(asked(own, 'POST', { host })).toBeUndefined();
    expect(asked(own, 'POST', { host, origin: 'http://localhost:4321' })).toBeUndefined();
    expect(asked(own, 'POST', { host, 'sec-fetch-site': 'same-origin' })).toBeUndefined();
    expect(asked(own, 'POST', { host, origin: 'http://localhost:9999' })).toBe('foreign-origin');
    expect(asked(own, 'POST', { host, origin: 'null' })).toBe('foreign-origin');
    expect(asked(own, 'DELETE', { host, 'sec-fetch-site': 'cross-site' })).toBe('foreign-origin');
    expect(asked(own, 'GET', { host, 'sec-fetch-site': 'cross-site' })).toBeUndefined();
  });
});

describe('behind a proxy that ends TLS', () => {
  const own: Doors = { host: '127.0.0.1', origin: 'https://charts.example.org' };
  const host = 'charts.example.org';
  it('its public name is answered, and that of whoever looks after it here', () => {
    expect(asked(own, 'GET', { host })).toBeUndefined();
    expect(asked(own, 'GET', { host: 'localhost:4321' })).toBeUndefined();
    expect(asked(own, 'GET', { host: 'other.example.org' })).toBe('foreign-host');
  });
  it('only its public address writes, with its scheme', () => {
    expect(asked(own, 'PATCH', { host, origin: 'https://charts.example.org' })).toBeUndefined();
    expect(asked(own, 'PATCH', { host, origin: 'http://charts.example.org' })).toBe('foreign-origin');
    expect(asked(own, 'PATCH', { host, origin: 'https://evil.example.org' })).toBe('foreign-origin');
    expect(asked(own, 'PATCH', { host: 'localhost:4321', origin: 'http://localhost:4321' })).toBe('foreign-origin');
  });
});

it('open to a network without a name of its own every host is answered', () => {
  expect(asked({ host: '0.0.0.0' }, 'GET', { host: 'office-pc:4321' })).toBeUndefined();
  expect(asked({ host: '0.0.0.0' }, 'POST', { host: 'office-pc:4321', origin: 'http://else' })).toBe('foreign-origin');
});
