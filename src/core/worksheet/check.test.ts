import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, forgiven, verdictOf } from './check';

const far = (a: string, b: string) => distance([...a], [...b]);
const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c', 'é'), maxLength: 8 });

describe('what was written, held against the answer', () => {
  // Counted by hand, letter by letter.
  it.each([
    ['', 'tide', 4],
    ['tide', 'tide', 0],
    ['tide', 'tides', 1],
    ['tdie', 'tide', 1],
    ['glaswort', 'glasswort', 1],
    ['kitten', 'sitting', 3],
    // Restricted: no piece is changed twice, so that this is three and not two.
    ['ca', 'abc', 3],
  ])('%j and %j are %i apart', (a, b, apart) => expect(far(a, b)).toBe(apart));

  it('is a distance: nothing to itself, as far back as there, no further than the longer word', () => {
    fc.assert(
      fc.property(word, word, (a, b) => {
        expect(far(a, a)).toBe(0);
        expect(far(a, b)).toBe(far(b, a));
        expect(far(a, b)).toBeLessThanOrEqual(Math.max([...a].length, [...b].length));
        expect(far(a, b)).toBeGreaterThanOrEqual(Math.abs([...a].length - [...b].length));
        expect(far(a, b) === 0).toBe(a === b);
      }),
    );
  });

  it('capitals, spaces and a full stop are no mistakes', () => {
    expect(verdictOf('  sea   LAVENDER. ', 'Sea lavender')).toBe('right');
    expect(verdictOf('Hart’s tongue', "Hart's tongue")).toBe('right');
    expect(verdictOf('e\u0301tang', 'étang')).toBe('right');
    expect(verdictOf(' ', 'tide')).toBe('empty');
  });

  it('spelling is forgiven by so many letters as the word is long', () => {
    expect(verdictOf('tid', 'tide')).toBe('near');
    expect(verdictOf('td', 'tide')).toBe('wrong');
    expect(verdictOf('glaswrot', 'glasswort')).toBe('near');
    expect(verdictOf('mud', 'mad')).toBe('wrong');
    expect(verdictOf('1914', '1915')).toBe('wrong');
    expect(forgiven([...'abc'])).toBe(0);
    expect(forgiven([...'abcdefghijklmn'])).toBe(3);
  });

  it('what is as near to another answer is not forgiven', () => {
    expect(verdictOf('brinks', 'brings')).toBe('near');
    expect(verdictOf('brinks', 'brings', ['brings', 'drinks'])).toBe('wrong');
  });

  it('a word with no more mistakes than are forgiven is never wrong by itself', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[a-z]{4,20}$/),
        fc.nat(),
        fc.constantFrom('x', 'ß', 'ж'),
        (answer, at, letter) => {
          const place = at % answer.length;
          const put = answer.slice(0, place) + letter + answer.slice(place);
          expect(verdictOf(put, answer)).toBe('near');
        },
      ),
    );
  });
});
