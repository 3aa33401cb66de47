import { describe, expect, it } from 'vitest';
import { kindOf } from '../../src/core/kinds';
import { paperMillimetres, paperPoints } from '../../src/core/layout';
import { readList } from '../../src/core/read';
import { contrast, luminance } from '../../src/core/style';

describe('paper sizes', () => {
  // ISO 216:2007, trimmed sizes of the A and B series, in millimetres. From memory.
  it.each([
    ['A0', 841, 1189],
    ['A1', 594, 841],
    ['A2', 420, 594],
    ['A3', 297, 420],
    ['A4', 210, 297],
    ['A5', 148, 210],
    ['A6', 105, 148],
    ['A7', 74, 105],
    ['A8', 52, 74],
    ['A9', 37, 52],
    ['A10', 26, 37],
    ['B0', 1000, 1414],
    ['B1', 707, 1000],
    ['B2', 500, 707],
    ['B3', 353, 500],
    ['B4', 250, 353],
    ['B5', 176, 250],
    ['B6', 125, 176],
    ['B7', 88, 125],
    ['B8', 62, 88],
    ['B9', 44, 62],
    ['B10', 31, 44],
  ] as const)('%s is %d x %d mm', (size, width, height) => {
    const points = paperPoints({ size, orientation: 'portrait' })!;
    expect((points.width / 72) * 25.4).toBeCloseTo(width, 9);
    expect((points.height / 72) * 25.4).toBeCloseTo(height, 9);
    expect(paperPoints({ size, orientation: 'landscape' })!.width).toBeCloseTo(points.height, 9);
  });
  // ISO 216, the three principles of the series: similar sheets of ratio 1 : √2, each the half of the one before, A0 a
  // square metre; rounding is to whole millimetres.
  it('keeps the principles of ISO 216', () => {
    for (const series of ['A', 'B'] as const)
      for (let n = 0; n <= 10; n++) {
        const [short, long] = paperMillimetres[`${series}${n}` as 'A0'];
        expect(Math.abs(long - short * Math.SQRT2)).toBeLessThanOrEqual(1.5);
        if (n > 0) expect(paperMillimetres[`${series}${n - 1}` as 'A0'][0]).toBe(long);
      }
    const [short, long] = paperMillimetres.A0;
    expect((short * long) / 1e6).toBeCloseTo(1, 3);
    // Each B is the geometric mean of the A of its number and the A before it.
    for (let n = 1; n <= 10; n++) {
      const a = (of: number) => paperMillimetres[`A${of}` as 'A0'][0];
      expect(Math.abs(paperMillimetres[`B${n}` as 'B1'][0] - Math.sqrt(a(n) * a(n - 1)))).toBeLessThanOrEqual(1);
    }
  });
  // ANSI/ASME Y14.1: size A is 8.5 x 11 inches, size B 11 x 17. From memory. Legal 8.5 x 14: common practice.
  it.each([
    ['Letter', 8.5, 11],
    ['Tabloid', 11, 17],
    ['Legal', 8.5, 14],
  ] as const)('%s is %d x %d inches', (size, width, height) => {
    const points = paperPoints({ size, orientation: 'portrait' })!;
    expect(points.width / 72).toBeCloseTo(width, 3);
    expect(points.height / 72).toBeCloseTo(height, 3);
  });
});

describe('contrast', () => {
  // WCAG 2.2, definitions of relative luminance and contrast ratio; "Understanding SC 1.4.3" names black on white as 21:1.
  it('runs from 1 to 21', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
    expect(contrast('#5c2a4d', '#5c2a4d')).toBe(1);
    expect(luminance('#ffffff')).toBeCloseTo(1, 9);
    expect(luminance('#000000')).toBe(0);
  });
  // The weights of the definition: 0.2126, 0.7152, 0.0722 for the primaries.
  it('weighs the primaries as the definition says', () => {
    expect(luminance('#ff0000')).toBeCloseTo(0.2126, 6);
    expect(luminance('#00ff00')).toBeCloseTo(0.7152, 6);
    expect(luminance('#0000ff')).toBeCloseTo(0.0722, 6);
  });
  // WCAG 2 technique pages: #767676 is the lightest grey that meets 4.5:1 on white, #777777 does not. From memory.
  it('puts the border of 4.5 between #767676 and #777777 on white', () => {
    expect(contrast('#767676', '#ffffff')).toBeGreaterThanOrEqual(4.5);
    expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5);
  });
});

describe('CSV', () => {
  // RFC 4180, section 2, the examples of rules 1 to 7, with a heading line so that they are a list of ours.
  const rows = (text: string) => {
    const read = readList(kindOf('org')!, text, { form: 'csv' });
    if (!read.ok) throw new Error(read.problem.message);
    return {
      cells: read.list.items.map(({ fields }) => [fields['name'], fields['bbb'], fields['ccc']]),
      problems: read.list.problems,
    };
  };
  it.each([
    [
      'rule 1: each record on a line of its own, ended by CRLF',
      'name,bbb,ccc\r\naaa,bbb,ccc\r\nzzz,yyy,xxx\r\n',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      'rule 2: the last record may lack its line end',
      'name,bbb,ccc\r\naaa,bbb,ccc\r\nzzz,yyy,xxx',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      'rule 5: fields may be in quotes',
      'name,bbb,ccc\r\n"aaa","bbb","ccc"\r\nzzz,yyy,xxx',
      [
        ['aaa', 'bbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    [
      'rule 6: a line end inside quotes',
      'name,bbb,ccc\r\n"aaa","b\r\nbb","ccc"\r\nzzz,yyy,xxx',
      [
        ['aaa', 'b\nbb', 'ccc'],
        ['zzz', 'yyy', 'xxx'],
      ],
    ],
    ['rule 7: a quotation mark doubled', 'name,bbb,ccc\r\n"aaa","b""bb","ccc"', [['aaa', 'b"bb', 'ccc']]],
  ])('%s', (_, text, cells) => {
    expect(rows(text)).toEqual({ cells, problems: [] });
  });
});
