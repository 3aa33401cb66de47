/** Names in any script, made comparable, put in order and told apart. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byType, showField } from './format';
import { jaroWinkler, likeness } from './names';
import { folded } from './words';

describe('names made comparable', () => {
  it.each([
    ['accents of alphabets', 'Zoë Ångström', 'zoe angstrom'],
    ['short vowels of Arabic, and letters drawn out', 'مُحَمَّد الحسـينيّ', 'محمد الحسيني'],
    ['points of Hebrew', 'תָּמָר', 'תמר'],
    ['what is not seen', 'Ann\u200b \u202eWelk\u2069', 'ann welk'],
  ])('leave out %s', (_, name, wanted) => {
    expect(folded(name)).toBe(wanted);
  });
  it.each([
    ['vowels of Devanagari', 'राम', 'रामा'],
    ['vowels of Tamil', 'குமரன்', 'கமரன்'],
    ['marks of Thai', 'มะลิ', 'มะลี'],
    ['sounded kana', 'かわ', 'がわ'],
    ['letters of Hangul', '김', '깁'],
  ])('tell %s apart', (_, one, two) => {
    expect(folded(one)).not.toBe(folded(two));
    expect(likeness(one, two)).toBeLessThan(1);
  });
  it('are the same in either normal form', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (name) => {
        expect(folded(name.normalize('NFD'))).toBe(folded(name.normalize('NFC')));
      }),
    );
  });
});

describe('likeness of names', () => {
  it('counts letters as a reader does', () => {
    // One letter of four is another: as of four plain letters.
    expect(jaroWinkler('குமரன்', 'குமலன்')).toBeCloseTo(jaroWinkler('kmrn', 'kmln'), 10);
    expect(jaroWinkler('👩‍🌾👨‍🌾', '👩‍🌾🧑‍🌾')).toBeCloseTo(jaroWinkler('ab', 'ac'), 10);
  });
});

describe('the order of names', () => {
  const sorted = (names: readonly string[], language?: Parameters<typeof byType>[1]) =>
    [...names].sort(byType('text', language));
  it('is that of the dictionary of the chart’s language', () => {
    // Common practice: in Turkish the i without a dot comes before the one with it, in German ä goes with a.
    expect(sorted(['Ilık', 'Irmak', 'İnci', 'ırak'], 'tr')).toEqual(['Ilık', 'ırak', 'Irmak', 'İnci']);
    expect(sorted(['Zander', 'Ärger', 'Arm'], 'de')).toEqual(['Ärger', 'Arm', 'Zander']);
    // By pinyin in Chinese: lǐ before wáng before zhāng.
    expect(sorted(['张', '王', '李'], 'zh')).toEqual(['李', '王', '张']);
  });
  it('keeps scripts together', () => {
    expect(sorted(['Пётр', 'Ann', 'Ζωή', 'Bo'])).toEqual(['Ann', 'Bo', 'Ζωή', 'Пётр']);
  });
});

describe('dates and numbers', () => {
  it.each([
    ['de', '29. November 2026', '1.234,5'],
    ['fr', '29 novembre 2026', '1\u202f234,5'],
    ['ja', '2026年11月29日', '1,234.5'],
    ['ru', '29 ноября 2026 г.', '1\u00a0234,5'],
    [undefined, '29 November 2026', '1,234.5'],
  ] as const)('are written as the chart’s language does: %s', (language, date, number) => {
    expect(showField('2026-11-29', { type: 'date' }, language)).toBe(date);
    expect(showField('1234.5', { type: 'number' }, language)).toBe(number);
  });
  it.each([
    ['de', '1.234,50\u00a0€'],
    ['tr', '€1.234,50'],
    [undefined, '€ 1,234.50'],
  ] as const)('have the sign of their money where the language does: %s', (language, shown) => {
    expect(showField('1234.5', { type: 'money', currency: '€', decimals: 2 }, language)).toBe(shown);
  });
  it('keep years of few digits, and months without a day', () => {
    expect(showField('0087-03-02', { type: 'date', dates: 'month' }, 'de')).toMatch(/^März 0?87$/);
  });
});
