import { describe, expect, it, vi } from 'vitest';
import { waitAfter } from './attempts';
import { hashed, matches, weakness } from './passwords';
import { cookieOf, tokenIn } from './sessions';
import { newToken, tokenHash } from './tokens';

let secure = false;
vi.mock('../doors', () => ({ isSecure: () => secure }));

describe('passwords', () => {
  it('are refused where they are short, long, known from leaks, or what they are for', () => {
    expect(weakness('seven77')).toContain('at least 8');
    expect(weakness('x'.repeat(201))).toContain('at most 200');
    expect(weakness('Password123')).toContain('leaks');
    expect(weakness('maud@saltmarsh.example', ['Maud', 'maud@saltmarsh.example'])).toContain('not the name');
    expect(weakness('eleven wet field days', ['Maud'])).toBeUndefined();
    // Letters are counted as people count them.
    expect(weakness('🌱🌱🌱🌱🌱🌱🌱🌱')).toBeUndefined();
  });

  it('are kept as OWASP has it, each with a salt of its own, and compared in one form of their letters', async () => {
    const [one, other] = [await hashed('caf\u00e9 on the quay'), await hashed('caf\u00e9 on the quay')];
    // OWASP Password Storage Cheat Sheet: m=19456 (19 MiB), t=2, p=1.
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(other);
    expect(await matches(one, 'cafe\u0301 on the quay')).toBe(true);
    expect(await matches(one, 'cafe on the quay')).toBe(false);
    expect(await matches(null, 'nobody has this password')).toBe(false);
    expect(await matches('not a hash', 'x')).toBe(false);
  });
});

describe('sessions', () => {
  it('are told by a cookie that scripts and other sites do not have; of TLS by a name that only this host can set', () => {
    expect(cookieOf('abc')).toBe('dendrotax=abc; Path=/; HttpOnly; SameSite=Lax; Max-Age=1209600');
    expect(cookieOf(undefined)).toContain('Max-Age=0');
    secure = true;
    expect(cookieOf('abc')).toBe('__Host-dendrotax=abc; Path=/; HttpOnly; SameSite=Lax; Max-Age=1209600; Secure');
    expect(tokenIn('a=b; __Host-dendrotax=abc; c')).toBe('abc');
    // One that came without TLS is not taken for it.
    expect(tokenIn('dendrotax=abc')).toBeUndefined();
    secure = false;
    expect(tokenIn(null)).toBeUndefined();
    expect(tokenIn('xdendrotax=abc; dendrotax =x=y')).toBe('x=y');
  });

  it('have tokens of 256 bits that no hash gives away', () => {
    const tokens = new Set(Array.from({ length: 100 }, newToken));
    expect(tokens.size).toBe(100);
    for (const token of tokens) {
      expect(Buffer.from(token, 'base64url')).toHaveLength(32);
      expect(tokenHash(token).toString('base64url')).not.toBe(token);
    }
  });
});

describe('attempts', () => {
  it('wait longer with each failure, no longer than is said, and not for ever', () => {
    expect(waitAfter(4, 5, 900, 0)).toBe(0);
    expect([5, 6, 7, 8].map((failures) => waitAfter(failures, 5, 900, 0))).toEqual([2, 4, 8, 16]);
    expect(waitAfter(500, 5, 900, 0)).toBe(900);
    expect(waitAfter(500, 5, 60, 0)).toBe(60);
    expect(waitAfter(6, 5, 900, 3.5)).toBe(1);
    expect(waitAfter(6, 5, 900, 60)).toBe(0);
  });
});
