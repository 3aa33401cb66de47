/** How requests are answered, held against the standards of the web. */
import { describe, expect, it } from 'vitest';
import { urgencyOf } from '../../src/server/jobs/heavy';
import { isNamed } from '../../src/server/pictures/asked';

describe('If-None-Match (RFC 9110, 13.1.2 and 8.8.3.2)', () => {
  // The table of 8.8.3.2: by weak comparison all but the second line match.
  it.each([
    ['W/"1"', 'W/"1"', true],
    ['W/"1"', 'W/"2"', false],
    ['W/"1"', '"1"', true],
    ['"1"', '"1"', true],
  ])('%s and %s: %s', (tag, header, match) => expect(isNamed(tag, header)).toBe(match));
  it('names several, or any', () => {
    expect(isNamed('"c3piozzzz"', '"xyzzy", "r2d2xxxx", "c3piozzzz"')).toBe(true);
    expect(isNamed('"x"', '*')).toBe(true);
    expect(isNamed('"x"', null)).toBe(false);
  });
});

describe('Priority (RFC 9218, 4.1)', () => {
  const of = (priority: string | undefined) =>
    urgencyOf(new Request('http://t/', priority === undefined ? {} : { headers: { priority } }), 3);
  it.each([
    [undefined, 3],
    ['u=5', 5],
    ['u=7, i', 7],
    ['i, u=6', 6],
    // Nothing is made more urgent than it is.
    ['u=0', 3],
    // Out of range: ignored.
    ['u=9', 3],
    ['nonsense', 3],
  ])('%s is an urgency of %s', (header, urgency) => expect(of(header)).toBe(urgency));
});
