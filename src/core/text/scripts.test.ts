/** Letters that depend on each other, run the other way, or are in no font. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { breaksOf } from './breaks';
import { drawnOf, hiddenIn } from './drawn';
import { inLanguage } from './fonts';
import { inSight } from './order';
import { wrap } from './wrap';

const FACE = 'text-400';
const runs = (text: string, rtl?: boolean) =>
  fonts.runs(text, FACE, rtl).map(({ face, text: own }) => `${face}: ${own}`);

describe('runs', () => {
  it('are of one font and direction, from left to right', () => {
    expect(runs('Ann ליאור 12')).toEqual(['text-400: Ann ', 'text-400: 12', 'text-400:  ', 'hebrew-400: ליאור']);
    // Of a paragraph that runs from right to left the first word stands at the right.
    expect(runs('ליאור Ann')).toEqual(['text-400: Ann', 'text-400:  ', 'hebrew-400: ליאור']);
    expect(runs('Ann ליאור', true).at(-1)).toBe('text-400: Ann');
  });
  it('keep signs of all scripts with the words they stand between', () => {
    expect(runs('שלום-כהן')).toEqual(['hebrew-400: שלום-כהן']);
    expect(runs('محمد علي')).toEqual(['arabic-400: محمد علي']);
  });
  it('set a word in one font where its own lacks a letter', () => {
    expect(runs('Ẹniọlá Welk')).toEqual(['wide-400: Ẹniọlá', 'text-400: Welk']);
  });
  it('end where the line ends', () => {
    const words = ['Ann', 'محمد', '王小园', 'दीपिका', 'สมชาย', '(12)', '👩‍🌾', 'ᚠ'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words), { minLength: 1, maxLength: 5 }), (some) => {
        const text = some.join(' ');
        const all = fonts.runs(text, FACE);
        const last = all.at(-1)!;
        const end = last.dx + fonts.width(last.text, last.face, 1);
        expect(end).toBeCloseTo(fonts.width(text, FACE, 1), 1);
        expect(all.every(({ dx }, i) => i === 0 || dx >= all[i - 1]!.dx)).toBe(true);
      }),
    );
  });
});

describe('signs of sets, logic and numbers', () => {
  it('all have a font, upright and bold, whatever the font of the chart', () => {
    const signs = '∩∪∅⊂⊆⊃⊇⊄∈∉∖∁∧∨¬⊕⇒⇔→←↔↑↓↦∀∃∄∴≤≥≠≈≡±×÷√∞∑∏∝°′ℕℤℚℝℂ';
    for (const face of ['text-400', 'text-700', 'wide-400', 'serif-700', 'round-400', 'hand-400', 'title-700'] as const)
      expect(fonts.missing(signs, face)).toEqual([]);
    expect(runs('A ∩ B')).toContain('math-400: ∩');
  });
});

describe('letters that no font has', () => {
  it('are drawn as their codes, never as nothing', () => {
    expect(runs('ᚠᚢ')).toEqual(['text-400: [16A0][16A2]']);
    expect(fonts.missing('Ann ᚠ', FACE)).toEqual(['ᚠ']);
    expect(runs('\ue000')).toEqual(['text-400: [E000]']);
  });
  it('take the room of their codes', () => {
    expect(fonts.width('ᚠ', FACE, 1)).toBeCloseTo(fonts.width('[16A0]', FACE, 1), 5);
  });
});

describe('signs that languages write differently', () => {
  it('are those of the chart’s language, else of its words', () => {
    const faceOf = (language: Parameters<typeof inLanguage>[1], names: string[] = []) =>
      inLanguage(fonts, language, () => names).runs('田中', FACE)[0]!.face;
    expect(faceOf('ja')).toBe('jp-400');
    expect(faceOf('zh-Hant')).toBe('tc-400');
    expect(faceOf(undefined)).toBe('sc-400');
    expect(faceOf(undefined, ['田中 さくら'])).toBe('jp-400');
    expect(faceOf(undefined, ['김정원'])).toBe('kr-400');
  });
});

describe('what is drawn', () => {
  it.each([
    ['what turns the direction', 'Ann \u202eWelk', 'Ann Welk', 'U+202E'],
    ['what has no width', 'A\u200bnn\ufeff', 'Ann', 'U+200B'],
  ])('leaves out %s, and says so', (_, text, shown, code) => {
    expect(drawnOf(text)).toBe(shown);
    expect(hiddenIn(text)).toContain(code);
  });
  it('keeps what chooses the shape of letters', () => {
    for (const text of ['ක්‍ර', '👩‍🌾', '❤️', '🏴󠁧󠁢󠁷󠁬󠁳󠁿', 'می‌خواهم'])
      expect([drawnOf(text), hiddenIn(text)]).toEqual([text, []]);
  });
  it('sets no more marks on a letter than any language does', () => {
    const text = `a${'\u0330'.repeat(300)}b`;
    expect([...drawnOf(text)].length).toBeLessThan(12);
    expect(hiddenIn(text)).toEqual(['more than 8 marks on one letter']);
    expect(fonts.width(text, FACE, 1)).toBeLessThan(2);
  });
  it('never fails, whatever the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 30 }), (text) => {
        const { lines, width } = wrap(fonts, text, FACE, 10, 60);
        expect(Number.isFinite(width)).toBe(true);
        for (const line of lines)
          for (const run of fonts.runs(line.text, FACE, line.rtl)) expect(run.dx).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('lines', () => {
  it('end between words that nothing stands between', () => {
    expect([...breaksOf('สวัสดีชาวโลก')].length).toBeGreaterThan(0);
    expect([...breaksOf('王小园')]).toEqual([1, 2]);
    expect([...breaksOf('「王」小')]).toEqual([3]);
  });
  it('never end within a letter', () => {
    for (const text of ['ស្រីមុំសួន', 'குமரன்செல்வம்', 'ကျော်ဇင်ဥယျာဉ်']) {
      const letters = new Set(fonts.shape(text, FACE).offsets);
      for (const { text: line } of wrap(fonts, text, FACE, 10, 12).lines) {
        const at = text.indexOf(line);
        expect(letters.has(at), `${line} of ${text}`).toBe(true);
      }
    }
  });
  it('keep their paragraph’s direction, and need the room of tall letters', () => {
    const { lines } = wrap(fonts, 'محمد الحسيني Ann رئيس البستانيين', FACE, 10, 70);
    expect(lines.length).toBeGreaterThan(1);
    expect(lines.every(({ rtl }) => rtl)).toBe(true);
    expect(wrap(fonts, 'ကျော်', FACE, 10, 70).lines[0]!.reach!.below).toBeGreaterThan(0.3);
    expect(wrap(fonts, 'Ann', FACE, 10, 70).lines[0]!.reach).toBeUndefined();
  });
});

describe('the order in which things are seen (UAX #9, L2)', () => {
  it('turns round what runs from right to left, and back what runs the other way within it', () => {
    const seen = (levels: readonly number[]) => inSight(levels.map((level, i) => ({ level, i }))).map(({ i }) => i);
    expect(seen([0, 1, 1, 0])).toEqual([0, 2, 1, 3]);
    expect(seen([1, 2, 2, 1])).toEqual([3, 1, 2, 0]);
    expect(seen([0, 0])).toEqual([0, 1]);
  });
});
