/**
 * Measuring against the font library's own layout of whole strings (fontkit, general-purpose), which applies every
 * kerning and ligature rule of the font; ours adds letters and pairs so that any piece of a text can be measured.
 */
import { readFileSync } from 'node:fs';
import { create } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { faces } from '../../src/core/faces';
import { editDistance } from '../../src/core/list/words';
import { fonts } from '../support/fonts';

const WORDS =
  'AVATAR WAVE Tolu Typography fjord office Ångström Übermäßig Żółć 0123456789 11:47 (x) L’Aquila Ty. P, "To" r-v f’s'.split(
    ' ',
  );

describe.each(['text-400', 'text-600', 'text-700', 'title-600', 'wide-400', 'wide-700'] as const)(
  'widths in %s',
  (id) => {
    const font = create(readFileSync(`fonts/ttf/${faces[id].file}`));
    it('are those of the font library to a tenth of a pixel at 16 px', () => {
      for (const [i, word] of WORDS.entries()) {
        const text = `${word} ${WORDS[(i * 5 + 2) % WORDS.length]}`;
        const theirs = (font.layout(text).advanceWidth / font.unitsPerEm) * 16;
        expect(Math.abs(fonts.width(text, id, 16) - theirs), text).toBeLessThan(0.1);
      }
    });
  },
);

describe('edit distance', () => {
  // V. I. Levenshtein 1966 counts insertions, deletions, substitutions; F. Damerau 1964 adds swaps of neighbours.
  // The pairs are the usual textbook examples, from memory.
  it.each([
    ['kitten', 'sitting', 3],
    ['saturday', 'sunday', 3],
    ['flaw', 'lawn', 2],
    ['gumbo', 'gambol', 2],
    ['teh', 'the', 1],
    ['', 'abc', 3],
    ['same', 'same', 0],
  ])('of %s and %s is %d', (a, b, distance) => {
    expect(editDistance(a, b)).toBe(distance);
    expect(editDistance(b, a)).toBe(distance);
  });
});
