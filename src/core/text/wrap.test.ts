import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { inLanguage } from './fonts';
import { loadLanguage } from './hyphens';
import { wrap } from './wrap';

function set(text: string, most: number) {
  const { lines, width } = wrap(fonts, text, 'text-400', 12, most);
  for (const line of lines) expect(line.width).toBeCloseTo(fonts.width(line.text, 'text-400', 12), 9);
  return { lines: lines.map((line) => line.text), width };
}

describe('wrapping', () => {
  it('breaks at spaces and hyphens, and inside a word only where it must', () => {
    expect(set('Head of plants', 500).lines).toEqual(['Head of plants']);
    expect(set('Library and herbarium', 80).lines).toEqual(['Library and', 'herbarium']);
    expect(set('Lindqvist-Moor', 60).lines).toEqual(['Lindqvist-', 'Moor']);
    expect(set('Herbarium administration', 70).lines).toEqual(['Herbarium', 'administra-', 'tion']);
    expect(set('xqzwvkjhgfdsxqzwv', 50).lines.length).toBeGreaterThan(1);
    expect(set('Two\nlines', 500).lines).toEqual(['Two', 'lines']);
  });

  it('divides a long word as its language does, a hyphen only at the end of a line', async () => {
    await loadLanguage('de');
    const german = inLanguage(fonts, 'de');
    const { lines } = wrap(german, 'Donaudampfschifffahrtsgesellschaft', 'text-400', 12, 90);
    expect(lines.map(({ text }) => text)).toEqual(['Donaudampf-', 'schifffahrtsge-', 'sellschaft']);
    fc.assert(
      fc.property(
        fc.constantFrom('administration', 'responsibilities', 'photosynthesis'),
        fc.integer({ min: 30, max: 120 }),
        (word, most) => {
          const found = set(`The ${word} of all`, most).lines;
          for (const line of found) expect(line.slice(0, -1)).not.toContain('-');
        },
      ),
    );
  });

  it('evens the lines', () => {
    const widths = set('a bb ccc dddd eeeee ffffff', 110).lines.map((line) => fonts.width(line, 'text-400', 12));
    expect(widths.length).toBe(2);
    expect(Math.min(...widths)).toBeGreaterThan(Math.max(...widths) * 0.55);
  });

  const words = fc
    .array(fc.stringMatching(/^[A-Za-zé-]{1,14}$/), { minLength: 1, maxLength: 14 })
    .map((list) => list.join(' '));
  it('keeps every letter, stays within the width, and needs no more lines than breaking greedily', () => {
    fc.assert(
      fc.property(words, fc.integer({ min: 30, max: 300 }), (text, most) => {
        const { lines, width } = set(text, most);
        // A hyphen more stands only where a word was divided.
        expect(lines.join('').replace(/[ -]/g, '')).toBe(text.replace(/[ -]/g, ''));
        expect(width).toBeLessThanOrEqual(most + 1e-6);
        for (const line of lines) expect(line.length).toBeGreaterThan(0);
      }),
      { numRuns: 300 },
    );
  });

  it('finds the narrowest of all ways to break a text of few lines at its spaces', () => {
    const few = fc.array(fc.stringMatching(/^[A-Za-z]{1,9}$/), { minLength: 2, maxLength: 6 });
    const width = (text: string) => fonts.width(text, 'text-400', 12);
    fc.assert(
      fc.property(few, fc.integer({ min: 90, max: 200 }), (all, most) => {
        const found = set(all.join(' '), most);
        fc.pre(found.lines.length <= 3);
        const ways = Array.from({ length: 2 ** (all.length - 1) }, (_, cuts) =>
          all.reduce((text, word, i) => `${text}${cuts & (2 ** (i - 1)) ? '\n' : ' '}${word}`).split('\n'),
        );
        const fit = ways
          .filter((lines) => lines.length === found.lines.length)
          .map((way) => Math.max(...way.map(width)));
        expect(found.width).toBeCloseTo(Math.min(...fit), 6);
      }),
      { numRuns: 200 },
    );
  });

  it('never hangs on letters wider than the line', () => {
    expect(set('WWW', 1).lines).toEqual(['W', 'W', 'W']);
    expect(set('', 10).lines).toEqual(['']);
  });
});

describe('fonts', () => {
  it('take letters that a face lacks from its stand-in', () => {
    const runs = fonts.runs('Piet Ζωή', 'text-600');
    expect(runs.map((run) => run.face)).toEqual(['text-600', 'wide-700']);
    expect(runs.map((run) => run.text).join('')).toBe('Piet Ζωή');
    expect(fonts.missing('Ada ᚠ', 'text-400')).toEqual(['ᚠ']);
  });
  it('measure composed and decomposed letters alike', () => {
    expect(fonts.width('Zoe\u0308', 'text-400', 16)).toBe(fonts.width('Zoë', 'text-400', 16));
  });
});
