/**
 * One-time passwords by time against the test vectors of RFC 6238, appendix B (SHA-1; eight digits there, of which six are the
 * last six), and the rules of its section 5.2.
 */
import { describe, expect, it } from 'vitest';
import { stepOf } from '../../src/server/people/second-factor';

/** Appendix B: the ASCII string "12345678901234567890". */
const SECRET = new TextEncoder().encode('12345678901234567890');
const VECTORS: readonly (readonly [seconds: number, totp: string])[] = [
  [59, '94287082'],
  [1_111_111_109, '07081804'],
  [1_111_111_111, '14050471'],
  [1_234_567_890, '89005924'],
  [2_000_000_000, '69279037'],
  [20_000_000_000, '65353130'],
];

describe('RFC 6238, appendix B', () => {
  it.each(VECTORS)('at %i s the code ends %s', (seconds, totp) => {
    const code = totp.slice(-6);
    expect(stepOf(SECRET, code, seconds * 1_000)).toBe(Math.floor(seconds / 30));
    // Five of its digits and another are not it.
    const other = code.slice(0, 5) + ((Number(code[5]) + 1) % 10);
    expect(stepOf(SECRET, other, seconds * 1_000)).toBeNull();
  });

  it('takes one step before and after, and no more (5.2)', () => {
    const code = '287082';
    expect(stepOf(SECRET, code, 59_000 + 30_000)).toBe(1);
    expect(stepOf(SECRET, code, 59_000 - 30_000)).toBe(1);
    expect(stepOf(SECRET, code, 59_000 + 60_000)).toBeNull();
    expect(stepOf(SECRET, '28 70 82', 59_000)).toBe(1);
    for (const odd of ['', 'abcdef', '2870820', '28708']) expect(stepOf(SECRET, odd, 59_000)).toBeNull();
  });
});
