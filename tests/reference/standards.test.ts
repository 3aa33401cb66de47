import { describe, expect, it } from 'vitest';
import { kindOf } from '../../src/core/kinds';
import { paperMillimetres, paperPoints } from '../../src/core/layout';
import { readList } from '../../src/core/read';
import { contrast, luminance } from '../../src/core/style';

describe('paper sizes', () => {
  // ISO 216:2007, table 1 (trimmed sizes, A series), in millimetres. From memory.
  it.each([
    ['A2', 420, 594],
    ['A3', 297, 420],
    ['A4', 210, 297],
    ['A5', 148, 210],
  ] as const)('%s is %d x %d mm', (size, width, height) => {
    const points = paperPoints({ size, orientation: 'portrait' })!;
    expect((points.width / 72) * 25.4).toBeCloseTo(width, 9);
    expect((points.height / 72) * 25.4).toBeCloseTo(height, 9);
    expect(paperPoints({ size, orientation: 'landscape' })!.width).toBeCloseTo(points.height, 9);
  });
  it('each A size is the one above folded in two (ISO 216, the principle of the series)', () => {
    const { A2, A3, A4, A5 } = paperMillimetres;
    for (const [larger, smaller] of [
      [A2, A3],
      [A3, A4],
      [A4, A5],
    ] as const) {
      expect(smaller[1]).toBe(larger[0]);
      expect(smaller[0]).toBe(Math.floor(larger[1] / 2));
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
