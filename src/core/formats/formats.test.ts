/** Files and pieces of documents as text, and hostile ones refused in words. */

import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../../tests/support/kinds';
import { kindOf } from '../kinds';
import { readList } from '../read';
import { decode, outlineOfMarkdown, readSheets, sourceOf, textOfHtml, UnreadableFile, writeXlsx } from '.';

const bytes = (...of: number[]) => new Uint8Array(of);
const org = kindOf('org')!;

describe('text files', () => {
  it.each([
    ['UTF-8 with a mark', [0xef, 0xbb, 0xbf, 0x5a, 0x6f, 0xc3, 0xab]],
    ['UTF-8 without', [0x5a, 0x6f, 0xc3, 0xab]],
    ['UTF-16, little end first', [0xff, 0xfe, 0x5a, 0, 0x6f, 0, 0xeb, 0]],
    ['UTF-16, big end first', [0xfe, 0xff, 0, 0x5a, 0, 0x6f, 0, 0xeb]],
    ['UTF-16 without a mark', [0x5a, 0, 0x6f, 0, 0xeb, 0]],
    ['Windows-1252', [0x5a, 0x6f, 0xeb]],
  ])('in %s are read', (_, of) => {
    expect(decode(bytes(...of)).text).toBe('Zoë');
  });
  it('say where accents may be wrong', () => {
    expect(decode(bytes(0x5a, 0x6f, 0xeb)).said).toContain('Windows-1252');
    expect(decode(bytes(0x5a)).said).toBe('');
  });
});

describe('pieces of documents', () => {
  it('give their table with cells that span rows filled in', () => {
    expect(
      textOfHtml(
        '<p>Staff</p><table><tr><th>Name<th>Team</tr><tr><td>A &amp; B</td><td rowspan=2>Plants</td></tr><tr><td>C<br>D</td></tr></table>',
      ),
    ).toBe('Name\tTeam\nA & B\tPlants\n"C\nD"\tPlants\n');
  });
  it('give their nested lists as levels', () => {
    expect(textOfHtml('<ul><li>A<ul><li>B</li><li><p>C</p></li></ul></li><li>D</li></ul>')).toBe('A\n\tB\n\tC\nD\n');
    expect(textOfHtml('<ol><li>A<ol><li>B<br>of C</ol></ol>')).toBe('A\n\tB\\\nof C\n');
  });
  it('give lists that a word processor writes as paragraphs', () => {
    const line = (level: number, text: string) =>
      `<p style='margin-left:36pt;mso-list:l0 level${level} lfo1'><span style='mso-list:Ignore'>·  </span>${text}</p>`;
    expect(textOfHtml(line(1, 'A') + line(2, 'B') + line(3, 'C') + line(2, 'D'))).toBe('A\n\tB\n\t\tC\n\tD\n');
  });
  it('are left alone where they are plain words', () => {
    expect(textOfHtml('<p>A</p><script>alert(1)</script>')).toBeUndefined();
    expect(textOfHtml('<ul><script>x</script><li>A</ul>')).toBe('A\n');
  });
});

describe('workbooks', () => {
  it('keep dates, numbers and yes or no as they are said, per cent and money too', async () => {
    // Written by exceljs 4.4.0: a date, a date with a time, a share as per cent and as a number, yes and no, a formula with and
    // without its result, cells that are merged, a name that is indented, an empty sheet, one that is hidden.
    const sheets = readSheets(new Uint8Array(readFileSync('tests/support/types-of-cells.xlsx')));
    expect(sheets.map(({ name }) => name)).toEqual(['Staff', 'Notes', 'Old']);
    expect(sheets[0]!.text).toBe(
      'Name,Since,Share,Head,Sum,Team\nA,2024-05-03,60 %,yes,2,Plants\n"  B",2024-05-03 09:30,1.1,no,,Plants\n',
    );
  });

  it('that are cut, damaged, no list or out of bounds are refused in words', async () => {
    const good = await writeXlsx([{ name: 'List', columns: [{ label: 'Name', type: 'text' }], rows: [['A'], ['B']] }]);
    const refused = async (file: Uint8Array) => {
      const message = await sourceOf(file).then(
        () => '',
        (error: unknown) => {
          expect(error).toBeInstanceOf(UnreadableFile);
          return (error as Error).message;
        },
      );
      return message;
    };
    expect(await refused(good.subarray(0, good.length / 2))).toMatch(/cut off or damaged/);
    expect(await refused(good.subarray(0, 40))).toMatch(/cut off or damaged/);
    const damaged = good.slice();
    damaged.fill(0x41, 60, 200);
    expect(await refused(damaged)).toMatch(/damaged|can not be read/);
    expect(await refused(zipSync({ 'a.txt': strToU8('x') }))).toMatch(/no spreadsheet/);
    // 160 MB of one letter in less than 1 MB.
    const bomb = zipSync(
      { 'xl/workbook.xml': strToU8('<x/>'), 'xl/worksheets/sheet1.xml': new Uint8Array(160e6) },
      { level: 1 },
    );
    expect(bomb.length).toBeLessThan(1e6);
    expect(await refused(bomb)).toMatch(/unfolds to more than 150 MB/);
    expect(await refused(bytes(0xd0, 0xcf, 0x11, 0xe0, 1, 2))).toMatch(/save it as \.xlsx/);
    expect(await refused(bytes())).toMatch(/empty/);
    expect(await refused(new Uint8Array(5_000).fill(0, 0, 900).fill(0x41, 900))).toMatch(/not text/);
  });

  it('that ask for millions of cells are read without that, or refused', async () => {
    const good = unzipSync(
      await writeXlsx([{ name: 'L', columns: [{ label: 'Name', type: 'text' }], rows: [['A'], ['B']] }]),
    );
    const path = 'xl/worksheets/sheet1.xml';
    const withXml = (xml: string) =>
      zipSync({ ...good, [path]: strToU8(strFromU8(good[path]!).replace('</sheetData>', `</sheetData>${xml}`)) });
    for (const ref of ['"A1:XFD1048576"', "'A1:XFD1048576'", '"$A$1&#58;$XFD$1048576"', '"A2:C"', '"nothing"'])
      expect(readSheets(withXml(`<mergeCells count="1"><mergeCell ref=${ref}/></mergeCells>`))[0]!.text).toBe(
        'Name\nA\nB\n',
      );
    expect(() => readSheets(withXml(`<mergeCells>${'<mergeCell ref="C1:C9"/>'.repeat(20_001)}</mergeCells>`))).toThrow(
      /merged ranges/,
    );
    const rule =
      '<dataValidations count="1"><dataValidation type="whole" sqref="A1:XFD1048576"><formula1>1</formula1></dataValidation></dataValidations>';
    expect(readSheets(withXml(rule))[0]!.text).toBe('Name\nA\nB\n');
  });

  it('are bounded by what has words, not by what they say of rows, columns and names', () => {
    const sheet = (inner: string) =>
      zipSync(
        Object.fromEntries(
          Object.entries({
            'xl/workbook.xml':
              '<workbook><workbookPr date1904="1"/><sheets><sheet name="S" r:id="r1" xmlns:r="r"/></sheets></workbook>',
            'xl/_rels/workbook.xml.rels':
              '<Relationships><Relationship Id="r1" Type="x/worksheet" Target="/xl/worksheets/s.xml"/></Relationships>',
            'xl/worksheets/s.xml': `<worksheet>${inner}</worksheet>`,
          }).map(([name, text]) => [name, strToU8(text)]),
        ),
      );
    const word = (text: string) => `<c t="inlineStr"><is><r><t>${text}</t></r><rPh><t>spoken</t></rPh></is></c>`;
    const good = `<row>${word('Name')}${word('Post')}</row><row>${word('Ann')}<c t="str"><f>A1</f><v>Lead</v></c></row>`;
    const read = (inner: string) => readSheets(sheet(inner))[0]!.text;
    expect(read(`<cols><col min="1" max="1000000000"/></cols><sheetData>${good}</sheetData>`)).toBe(
      'Name,Post\nAnn,Lead\n',
    );
    expect(read(`<sheetData>${good}<row r="999999999">${'<c/>'.repeat(9)}</row></sheetData>`)).toBe(
      'Name,Post\nAnn,Lead\n',
    );
    expect(() => read(`<sheetData>${good}<row r="999999999">${word('Bo')}</row></sheetData>`)).toThrow(/40000 rows/);
    expect(() => read(`<sheetData><row><c r="XFD1" t="str"><v>x</v></c></row></sheetData>`)).toThrow(/columns/);
    expect(() => read('<sheetData><row>')).toThrow(/damaged/);
    const whole = sheet(`<sheetData>${good}</sheetData>`);
    for (const cut of [1, 20, 60, 300, whole.length - 40])
      expect(() => readSheets(whole.subarray(0, whole.length - cut))).toThrow(UnreadableFile);
  });

  it('give dates, times, shares, yes and no, and words as they are shown', () => {
    const styles =
      '<styleSheet><numFmts><numFmt numFmtId="170" formatCode="dd\\.mm\\.yyyy"/><numFmt numFmtId="171" formatCode="[Red]0.00&quot;days&quot;"/></numFmts><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="20"/><xf numFmtId="9"/><xf numFmtId="170"/><xf numFmtId="171"/><xf><alignment indent="2"/></xf></cellXfs></styleSheet>';
    const cells = [
      '<c s="1"><v>45415</v></c>',
      '<c s="2"><v>0.5</v></c>',
      '<c s="3"><v>0.125</v></c>',
      '<c s="4"><v>45415.75</v></c>',
      '<c s="5"><v>3</v></c>',
      '<c t="b"><v>1</v></c>',
      '<c t="s" s="6"><v>0</v></c>',
      '<c><v>0.30000000000000004</v></c>',
      '<c t="e"><v>#N/A</v></c>',
    ];
    const book = zipSync(
      Object.fromEntries(
        Object.entries({
          'xl/workbook.xml': '<workbook><sheets><sheet name="S" r:id="r1" xmlns:r="r"/></sheets></workbook>',
          'xl/_rels/workbook.xml.rels':
            '<Relationships><Relationship Id="r1" Type="x/worksheet" Target="worksheets/s.xml"/><Relationship Id="r2" Type="x/styles" Target="styles.xml"/><Relationship Id="r3" Type="x/sharedStrings" Target="sharedStrings.xml"/></Relationships>',
          // The sheet before what it refers to, as some programs write it.
          'xl/worksheets/s.xml': `<worksheet><sheetData><row>${cells.join('')}</row></sheetData></worksheet>`,
          'xl/styles.xml': styles,
          'xl/sharedStrings.xml': '<sst><si><t>Ann</t><r><t> Lee_x000A_</t></r></si></sst>',
        }).map(([name, text]) => [name, strToU8(text)]),
      ),
    );
    // Serial numbers of days: 45415 is 3 May 2024 (ECMA-376, 18.17.4.1).
    expect(readSheets(book)[0]!.text).toBe('2024-05-03,12:00,12.5 %,2024-05-03 18:00,3,yes,"    Ann Lee\n",0.3,#N/A\n');
  });

  it('never work out a formula', async () => {
    const { text } = await sourceOf(strToU8('Name,Post\n"=1+1","=cmd|\'/c calc\'!A1"\n'));
    const read = readList(org, text);
    expect(read.ok && read.list.items[0]!.fields).toEqual({ name: '=1+1', post: "=cmd|'/c calc'!A1" });
    const [sheet] = readSheets(
      await writeXlsx([{ name: 'a/b:c', columns: [{ label: 'Name', type: 'text' }], rows: [['=1+1']] }]),
    );
    expect(sheet).toMatchObject({ name: 'a b c', text: 'Name\n=1+1\n' });
  });
});

describe('hostile lists', () => {
  const message = (text: string, form?: string) => {
    const read = readList(org, text, { form });
    return read.ok ? read.list.problems.map((problem) => problem.message).join(' ') : read.problem.message;
  };
  it('get a clear answer', () => {
    expect(message(','.repeat(1_000_000))).toMatch(/Line 1 has more than 100000 letters/);
    expect(message(`Name${',x'.repeat(1_000)}\nA\n`)).toMatch(/Line 1 has 1001 cells; a list has 300 columns/);
    expect(message(`Name,Post\nA,"${'x'.repeat(1_000_000)}"\n`)).toMatch(/Line 2: a cell is longer than 2000 letters/);
    expect(message(`Name,Post\nA,"open ${'x'.repeat(100_000)}\n`)).toMatch(/quotation mark/);
    expect(message(`${'('.repeat(90_000)}\n`)).toMatch(/longer than 2000/);
    expect(message('[[[[[[[[', 'json')).toMatch(/JSON is broken/);
    expect(message(`${'['.repeat(5_000)}${']'.repeat(5_000)}`, 'json')).toMatch(/JSON is nested deeper than/);
    expect(message(`${'a\n'.repeat(90_001)}`)).toMatch(/more than 90,000 lines/);
    expect(message('\n'.repeat(2_000_000))).toMatch(/no line with words/);
    expect(message(`<opml version="2.0"><body>${'<outline text="A">'.repeat(50_000)}`)).toMatch(
      /OPML is nested deeper than 1,000 levels/,
    );
    expect(
      message(
        '<!DOCTYPE opml [<!ENTITY a "x"><!ENTITY b "&a;&a;">]><opml version="2.0"><body><outline text="&b;"/></body></opml>',
        'opml',
      ),
    ).toMatch(/broken/);
  });
  it('keep what can be kept: NUL and half letters are shown as unreadable', () => {
    const read = readList(org, 'Name,Post\nA\u0000,b\ud800\n');
    expect(read.ok && read.list.items[0]!.fields).toEqual({ name: 'A\ufffd', post: 'b\ufffd' });
  });
});

describe('lines with number signs', () => {
  const tabbed = '# Staff\nAnn\n\tBo\n\tCy\n# Others\nDi\n\tEd\n';
  it('in an outline of tabs leave its lines apart', () => {
    const { chart } = readAs('org', tabbed);
    const names = Object.values(chart.items).map(({ fields }) => fields['name']);
    expect(names).toEqual(expect.arrayContaining(['Ann', 'Bo', 'Cy', 'Di', 'Ed']));
    expect(names).toHaveLength(7);
  });
  it('never make one name of many lines', () => {
    const many = Array.from({ length: 12_000 }, (_, i) => `${i % 600 === 0 ? '# ' : ''}Person ${i}`).join('\n');
    const text = outlineOfMarkdown(many).split('\n');
    expect(text.filter((line) => line.trim() !== '')).toHaveLength(12_000);
    expect(text.at(-1)!.trim()).toBe('Person 11999');
    // A paragraph of a few lines is one item, as CommonMark has it.
    expect(outlineOfMarkdown('# Title\n\n- One\n  and more\n').split('\n').filter(Boolean)).toEqual([
      'Title',
      '\tOne and more',
    ]);
  });
});
