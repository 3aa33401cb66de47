/**
 * Days of other calendars: Hebrew against the calendar of the platform (ICU, ECMA-402); Julian and republican days that
 * handbooks of history give (common knowledge, from memory).
 */
import { describe, expect, it } from 'vitest';
import { dateIn, dateKey, dateOfVersion7, dateWords, showField, writtenDate } from '../../src/core/list';
import { inGregorian } from '../../src/core/list/calendars';

const MONTHS = ['TSH', 'CSH', 'KSL', 'TVT', 'SHV', 'ADR', 'ADS', 'NSN', 'IYR', 'SVN', 'TMZ', 'AAV', 'ELL'];
const ICU = [
  'Tishri',
  'Heshvan',
  'Kislev',
  'Tevet',
  'Shevat',
  'Adar I',
  'Adar',
  'Nisan',
  'Iyar',
  'Sivan',
  'Tamuz',
  'Av',
  'Elul',
];

describe('calendars', () => {
  it('Hebrew days are those of ICU, over two hundred years', () => {
    const format = new Intl.DateTimeFormat('en-u-ca-hebrew', {
      day: 'numeric',
      month: 'long',
      year: 'numeric',
      timeZone: 'UTC',
    });
    let checked = 0;
    for (let day = Date.UTC(1800, 0, 1); day < Date.UTC(2000, 0, 1); day += 37 * 86_400_000) {
      const parts = Object.fromEntries(format.formatToParts(day).map(({ type, value }) => [type, value]));
      const month = parts['month']!.replace('Adar II', 'Adar');
      const date = new Date(day);
      expect(
        inGregorian('hebrew', {
          year: Number(parts['year']),
          month: ICU.indexOf(month) + 1,
          day: Number(parts['day']),
        }),
      ).toEqual({
        year: date.getUTCFullYear(),
        month: date.getUTCMonth() + 1,
        day: date.getUTCDate(),
      });
      checked++;
    }
    expect(checked).toBeGreaterThan(1900);
    expect(MONTHS.length).toBe(ICU.length);
  });

  it.each([
    ['JULIAN 5 OCT 1582', { year: 1582, month: 10, day: 15 }],
    ['@#DJULIAN@ 25 OCT 1917', { year: 1917, month: 11, day: 7 }],
    ['FRENCH_R 18 BRUM 8', { year: 1799, month: 11, day: 9 }],
    ['@#DFRENCH R@ 9 THER 2', { year: 1794, month: 7, day: 27 }],
    ['FRENCH_R 1 VEND 1', { year: 1792, month: 9, day: 22 }],
    ['HEBREW 5 IYR 5708', { year: 1948, month: 5, day: 14 }],
  ])('%s', (text, date) => {
    expect(dateIn(text)).toEqual(date);
  });
});

describe('dates of the grammar', () => {
  it.each([
    ['12 MAR 1868', '12 March 1868', '12 MAR 1868', undefined],
    ['ABT 1892', 'about 1892', 'ABT 1892', undefined],
    ['BET 1890 AND MAR 1892', 'between 1890 and March 1892', 'BET 1890 AND MAR 1892', undefined],
    ['FROM 1890 TO 1895', 'from 1890 to 1895', 'FROM 1890 TO 1895', undefined],
    ['44 B.C.', '44 BC', '44 BCE', undefined],
    ['@#DJULIAN@ 4 OCT 1700', '4 October 1700 (Julian)', 'JULIAN 4 OCT 1700', undefined],
    ['4 FEB 1699/00', '4 February 1699/00', '4 FEB 1700', '4 February 1699/00'],
    ['INT 1890 (in Lent)', 'in Lent', '1890', 'in Lent'],
    ['HEBREW 5 ADS 5703', '5 Adar-Sheni 5703 (Hebrew)', 'HEBREW 5 ADS 5703', undefined],
  ])('%s is read out as "%s" and written in version 7', (text, words, value, phrase) => {
    expect(dateWords(writtenDate(text)!)).toBe(words);
    expect(showField(text, { type: 'date' })).toBe(words);
    expect(dateOfVersion7(text)).toEqual({ value, ...(phrase && { phrase }) });
  });
  it('of words of their own, all is kept', () => {
    expect(writtenDate('the year of the flood')).toBeUndefined();
    expect(dateOfVersion7('(the year of the flood)')).toEqual({ value: '', phrase: 'the year of the flood' });
    expect(writtenDate('31 FOO 1890')).toBeUndefined();
    expect(writtenDate('1699/05')).toBeUndefined();
    expect(writtenDate('BET 1890')).toBeUndefined();
  });
  it('come in the order of time, before ahead of and after behind the time they name', () => {
    const order = [
      '44 BCE',
      'BEF 1900',
      '1900',
      'AFT MAR 1900',
      '2 APR 1900',
      'AFT 1900',
      'FRENCH_R 2 VEND 112',
      '1 JAN 1904',
    ];
    const keys = order.map((text) => dateKey(dateIn(text)!));
    expect(keys).toEqual([...keys].sort((a, b) => a - b));
  });
});
