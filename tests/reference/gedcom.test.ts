/**
 * GEDCOM: examples of "The FamilySearch GEDCOM Specification" 7.0 (lines from memory), a file as programs of 5.5.1 write it,
 * and our own files read back by two readers of the registry, read-gedcom and parse-gedcom.
 */
import gedcom from 'parse-gedcom';
import { readGedcom } from 'read-gedcom';
import { describe, expect, it } from 'vitest';
import { decode } from '../../src/core/formats';
import { node, parseGedcom, sub, writeGedcom } from '../../src/core/formats/gedcom';
import { writeList } from '../../src/core/write';
import { drawn, readAs } from '../support/kinds';

const OLD = `0 HEAD
1 SOUR SOMEPROGRAM
2 VERS 3.1
1 GEDC
2 VERS 5.5.1
2 FORM LINEAGE-LINKED
1 CHAR ANSEL
1 SUBM @S1@
0 @S1@ SUBM
1 NAME Somebody
0 @I1@ INDI
1 NAME Alba /Tansley/
2 GIVN Alba
1 SEX F
1 BIRT
2 DATE 12 MAR 1868
2 PLAC Saltmarsh
1 OCCU Gardener
1 NOTE @N1@
1 RFN 77
1 FAMS @F1@
0 @I2@ INDI
1 NAME Bertrand /Oke/
1 SEX M
1 DEAT Y
1 FAMS @F1@
0 @I3@ INDI
1 NAME Cora /Oke/
1 BIRT
2 DATE ABT 1892
1 FAMC @F1@
0 @I4@ INDI
1 NAME Emil /Oke/
1 FAMC @F1@
2 PEDI adopted
0 @F1@ FAM
1 HUSB @I2@
1 WIFE @I1@
1 CHIL @I3@
1 CHIL @I4@
1 MARR
2 DATE 1890
0 @N1@ NOTE She kept the first
1 CONC  seed book
1 CONT and the second.
0 TRLR
`;

describe('the container', () => {
  it('joins texts that go on, with their line ends and blanks, and takes a doubled @ for one', () => {
    const { records } = parseGedcom(
      '0 HEAD\n1 NOTE This is a note field that\n2 CONT   spans four lines.\n2 CONT\n2 CONT (the third was blank)\n1 NOTE @@me and @I are names of accounts.\n0 TRLR\n',
    );
    const [first, second] = records[0]!.children;
    expect(first!.value).toBe('This is a note field that\n  spans four lines.\n\n(the third was blank)');
    expect(second!.value).toBe('@me and @I are names of accounts.');
  });
  it('writes what it reads', () => {
    const value = '@me\n\n  and @you\n@@both';
    const text = writeGedcom([node('HEAD', '', [node('NOTE', value)])]);
    expect(sub(parseGedcom(text).records[0], 'NOTE')!.value).toBe(value);
  });
  it('reads with a byte order mark, Windows line ends and lower-case tags', () => {
    const { records, version } = parseGedcom('\uFEFF0 HEAD\r\n1 gedc\r\n2 vers 7.0\r\n0 TRLR\r\n');
    expect(version).toBe('7.0');
    expect(records.map(({ tag }) => tag)).toEqual(['HEAD', 'TRLR']);
  });
});

describe('a file of version 5.5.1', () => {
  const { kind, chart, problems, id } = readAs('family', OLD);
  const text = writeList(kind, 'gedcom', chart);

  it('is read with its people, couples and how children belong', () => {
    expect(chart.items[id('Alba Tansley')]!.fields).toMatchObject({ born: '12 MAR 1868', sex: 'f' });
    expect(chart.items[id('Bertrand Oke')]!.fields['died']).toBe('?');
    expect(chart.items[id('Emil Oke')]!.fields['relation']).toBe('adopted');
    expect(kind.figures(chart, kind.structure(chart))).toMatchObject({ people: 4, couples: 1, generations: 2 });
    // Where the letters came out right, what they were written in is nothing to warn of.
    expect(problems.map(({ code }) => code)).not.toContain('legacy-encoding');
  });

  it('is written as version 7 with what is not used here: places, notes, callings, tags that 7 does not know', () => {
    const { records, version } = parseGedcom(text);
    expect(version).toBe('7.0');
    const alba = records.find(
      ({ tag, children }) => tag === 'INDI' && children.some(({ value }) => value === 'Alba /Tansley/'),
    )!;
    expect(sub(sub(alba, 'BIRT'), 'PLAC')!.value).toBe('Saltmarsh');
    expect(sub(sub(alba, 'NAME'), 'GIVN')!.value).toBe('Alba');
    expect(sub(alba, 'OCCU')!.value).toBe('Gardener');
    expect(sub(alba, '_RFN')!.value).toBe('77');
    const note = records.find(({ tag }) => tag === 'SNOTE')!;
    expect(sub(alba, 'SNOTE')!.value).toBe(note.xref);
    expect(note.value).toBe('She kept the first seed book\nand the second.');
    expect(text).not.toMatch(/^\d+ (CONC|CHAR|NOTE @)/m);
    for (const xref of text.match(/@[^@\s]+@/g)!) expect(xref).toMatch(/^@[A-Z0-9_]+@$/);
  });

  it('is read back the same and written the same', () => {
    const again = readAs('family', text);
    expect(kind.writeOutline(again.chart)).toBe(kind.writeOutline(chart));
    expect(writeList(kind, 'gedcom', again.chart)).toBe(text);
  });

  it('keeps brothers and sisters together whose parents are not known', () => {
    const list =
      '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME Una\n0 @I2@ INDI\n1 NAME Duo\n0 @F1@ FAM\n1 CHIL @I1@\n1 CHIL @I2@\n0 TRLR\n';
    const read = readAs('family', list);
    const written = writeList(read.kind, 'gedcom', read.chart);
    expect(written.match(/^1 CHIL /gm)?.length).toBe(2);
    expect(drawn(read.chart).links.filter(({ role }) => role === 'child-of').length).toBe(2);
  });

  it('read-gedcom finds everybody, their dates and families in what we write', () => {
    const file = readGedcom(new TextEncoder().encode(text).buffer as ArrayBuffer);
    const people = file.getIndividualRecord().arraySelect();
    expect(people.map((one) => one.getName().value()[0])).toEqual([
      'Alba /Tansley/',
      'Bertrand /Oke/',
      'Cora /Oke/',
      'Emil /Oke/',
    ]);
    expect(people[0]!.getEventBirth().getDate().value()[0]).toBe('12 MAR 1868');
    const family = file.getFamilyRecord().arraySelect()[0]!;
    expect(family.getHusband().value()).toEqual([people[1]!.pointer()[0]]);
    expect(family.getChild().value()).toEqual([people[2]!.pointer()[0], people[3]!.pointer()[0]]);
  });

  it('parse-gedcom finds the same', () => {
    const records = gedcom.parse(text.replace(/^\uFEFF/, ''));
    expect(
      records.filter(({ tag }) => tag === 'INDI').map(({ tree }) => tree.find(({ tag }) => tag === 'NAME')!.data),
    ).toEqual(['Alba /Tansley/', 'Bertrand /Oke/', 'Cora /Oke/', 'Emil /Oke/']);
    const family = records.find(({ tag }) => tag === 'FAM')!;
    expect(family.tree.map(({ tag }) => tag)).toEqual(['HUSB', 'WIFE', 'CHIL', 'CHIL', 'MARR']);
  });
});

describe('ANSEL', () => {
  const ascii = (text: string) => [...text].map((letter) => letter.charCodeAt(0));
  // Where the two differ (A3, AE, B0), ours are those of the Library of Congress' mapping of the set to Unicode, from memory.
  const apart = [0xa3, 0xab, 0xae, 0xaf, 0xb0, 0xbb, 0xbe, 0xbf];
  const letters = [...Array.from({ length: 39 }, (_, i) => 0xa1 + i), 0xcf].filter((byte) => !apart.includes(byte));
  // It knows letters that Unicode has with their mark as one.
  const marked = [
    ...Array.from({ length: 9 }, (_, i) => [0xe0 + i, 'e']),
    [0xe9, 'c'],
    [0xea, 'a'],
    [0xee, 'o'],
    [0xf0, 'c'],
    [0xf1, 'a'],
    [0xf2, 'a'],
  ] as const;
  it.each([
    ['letters', letters.flatMap((byte) => [byte, 0x2e])],
    ['marks before their letter', marked.flatMap(([mark, letter]) => [mark as number, ...ascii(`${letter}.`)])],
  ])('%s are decoded as read-gedcom decodes them', (_, name) => {
    const file = Uint8Array.from([
      ...ascii('0 HEAD\n1 GEDC\n2 VERS 5.5.1\n1 CHAR ANSEL\n0 @I1@ INDI\n1 NAME '),
      ...name,
      ...ascii('\n0 TRLR\n'),
    ]);
    const theirs = readGedcom(file.buffer).getIndividualRecord().getName().value()[0]!;
    const ours = /1 NAME (.*)/.exec(decode(file).text)![1]!;
    expect(theirs).not.toContain('\ufffd');
    expect(ours.split('.')).toEqual(theirs.normalize('NFC').split('.'));
  });
});
