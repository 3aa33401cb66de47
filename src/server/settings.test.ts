import { describe, expect, it } from 'vitest';
import { isLoopback, settingsOf, WrongSetting } from './settings.mjs';

describe('settings', () => {
  it('are those of one person on one machine where nothing is set', () => {
    expect(settingsOf({})).toMatchObject({
      host: '127.0.0.1',
      port: 4321,
      local: true,
      proxies: 0,
      ratePerMinute: 0,
      people: false,
    });
    expect(settingsOf({ PORT: '', ORIGIN: '' })).toMatchObject({ port: 4321, origin: undefined });
  });
  it('limit whoever asks where others can reach the server, and know a pooler by its direct address', () => {
    expect(settingsOf({ HOST: '0.0.0.0', PEOPLE: 'on' })).toMatchObject({ local: false, ratePerMinute: 1_200 });
    expect(settingsOf({ HOST: '0.0.0.0', PEOPLE: 'on', RATE_PER_MINUTE: '0' }).ratePerMinute).toBe(0);
    // How to sign in to the demo is printed: only where nobody else reaches it.
    expect(settingsOf({ PEOPLE: 'on', DEMO: 'on' }).demo).toBe(true);
    expect(settingsOf({ PEOPLE: 'on' }).demo).toBe(false);
    expect(() => settingsOf({ HOST: '0.0.0.0', PEOPLE: 'on', DEMO: 'on' })).toThrow(/Leave DEMO out/);
    const urls = { DATABASE_URL: 'postgresql://u:p@pool:6432/d', DATABASE_LISTEN_URL: 'postgresql://u:p@db:5432/d' };
    expect(settingsOf(urls)).toMatchObject({ pooled: true, listenUrl: urls.DATABASE_LISTEN_URL });
    expect(settingsOf({ DATABASE_URL: urls.DATABASE_URL })).toMatchObject({
      pooled: false,
      listenUrl: urls.DATABASE_URL,
    });
  });
  it.each([
    ['PORT', 'eighty'],
    ['PORT', '70000'],
    ['DATABASE_URL', 'mysql://x/y'],
    ['ORIGIN', 'charts.example.org'],
    ['ORIGIN', 'https://charts.example.org/below'],
    ['TRUST_PROXY', '-1'],
    ['THREADS', '0'],
    ['LOG_LEVEL', 'loud'],
    ['METRICS_TOKEN', 'short'],
    ['PEOPLE', 'yes'],
    ['HOST', '0.0.0.0'],
    ['SMTP_URL', 'mail.example.org'],
  ])('name what is wrong with %s=%s', (name, value) => {
    const wrong = () => settingsOf({ [name]: value });
    expect(wrong).toThrow(WrongSetting);
    expect(wrong).toThrow(`${name} is "${value}"`);
  });
  it('say every one of several', () => {
    expect(() => settingsOf({ PORT: 'x', THREADS: 'y' })).toThrow(/PORT[\s\S]*THREADS/);
  });
});

it.each(['localhost', '127.0.0.1', '127.9.9.9', '::1', '[::1]'])('%s is this machine', (host) =>
  expect(isLoopback(host)).toBe(true),
);
it.each(['0.0.0.0', '10.0.0.1', 'localhost.example.org', '127.0.0.1.example.org'])('%s is not', (host) =>
  expect(isLoopback(host)).toBe(false),
);
