/** Lists and files made to be slow, each of any size. */
import { document, inlineCell, workbook } from '../office-files';

export interface Case {
  readonly name: string;
  /** Kind that it is read as; every kind is asked where absent, as when a list is pasted. */
  readonly kind?: string;
  readonly arrangement?: Readonly<Record<string, string>>;
  /** It is fitted to its page, instead of drawn. */
  readonly fit?: true;
  /** Lines, letters or cells to begin with, and at the most: the stated limit, or what fits a body. */
  readonly from: number;
  readonly to: number;
  make(n: number): string | Uint8Array;
}

const lines = (n: number, line: (i: number) => string) => Array.from({ length: n }, (_, i) => line(i)).join('\n');

const cell = (at: string, text: string) => inlineCell(text, at);
const HEAD = `<row r="1">${cell('A1', 'Name')}${cell('B1', 'Post')}</row><row r="2">${cell('A2', 'Ann')}${cell('B2', 'Lead')}</row>`;

const allLinked = (n: number) =>
  Array.from({ length: n * n }, (_, i) => [Math.floor(i / n), i % n] as const)
    .filter(([a, b]) => a < b)
    .map(([a, b]) => `C${a} - to -> C${b}`)
    .join('\n');

export const cases: readonly Case[] = [
  {
    name: 'one superior who is missing',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Name,Reports to\n${lines(n, (i) => `Person ${i},Chief`)}`,
  },
  {
    name: 'every superior missing, each another',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Name,Reports to\n${lines(n, (i) => `Person ${i},Chief ${i}`)}`,
  },
  { name: 'all of one name', kind: 'org', from: 1_000, to: 30_000, make: (n) => lines(n, () => 'Ann') },
  {
    name: 'all of one name, under one',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Boss\n${lines(n, () => '\tAnn')}`,
  },
  {
    name: 'superiors that several have the name of',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Name,Reports to\n${lines(n, () => 'Ann,Bo')}\nBo,\nBo,`,
  },
  {
    name: 'one circle of all',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Name,Reports to\n${lines(n, (i) => `P${i},P${(i + 1) % n}`)}`,
  },
  {
    name: 'circles of two',
    kind: 'org',
    from: 1_000,
    to: 30_000,
    make: (n) => `Name,Reports to\n${lines(n, (i) => `P${i},P${i ^ 1}`)}`,
  },
  {
    name: 'an outline that goes ever deeper',
    from: 250,
    to: 3_000,
    make: (n) => lines(n, (i) => `${' '.repeat(i)}a${i}`),
  },
  { name: 'dashes in a concept list', kind: 'concept', from: 5_000, to: 90_000, make: (n) => '-'.repeat(n) },
  {
    name: 'dashes and spaces in a concept list',
    kind: 'concept',
    from: 5_000,
    to: 90_000,
    make: (n) => `a ${'- '.repeat(n / 2)}> b`,
  },
  { name: 'letters and spaces in one line', from: 5_000, to: 90_000, make: (n) => `a${' '.repeat(n)}b` },
  { name: 'brackets in one line', from: 5_000, to: 90_000, make: (n) => `${'('.repeat(n)}a` },
  {
    name: 'emphasis opened everywhere, closed nowhere',
    kind: 'org',
    from: 100,
    to: 1_600,
    make: (n) => lines(n, () => '**a '.repeat(480)),
  },
  {
    name: 'brackets opened everywhere, closed nowhere',
    kind: 'org',
    from: 100,
    to: 1_600,
    make: (n) => lines(n, () => '[a'.repeat(950)),
  },
  { name: 'remarks before an element', from: 50_000, to: 2_000_000, make: (n) => `${'<!---->'.repeat(n / 7)}<a>` },
  { name: 'stars in one line', from: 5_000, to: 90_000, make: (n) => `a${'*'.repeat(n)}` },
  { name: 'dots and digits in one line', from: 5_000, to: 90_000, make: (n) => `1${'.1'.repeat(n / 2)} x` },
  {
    name: 'nested JSON',
    from: 2_000,
    to: 300_000,
    make: (n) => `${'{"a":'.repeat(n / 5)}1${'}'.repeat(n / 5)}`,
  },
  { name: 'nested JSON lists', from: 2_000, to: 300_000, make: (n) => `${'['.repeat(n / 2)}${']'.repeat(n / 2)}` },
  {
    name: 'OPML that goes ever deeper',
    from: 500,
    to: 100_000,
    make: (n) => `<opml version="2.0"><body>${'<outline text="a">'.repeat(n)}${'</outline>'.repeat(n)}</body></opml>`,
  },
  {
    name: 'OPML with many attributes',
    from: 5_000,
    to: 100_000,
    make: (n) =>
      `<opml version="2.0"><body><outline text="a" ${Array.from({ length: n / 10 }, (_, i) => `a${i}="1"`).join(' ')}/></body></opml>`,
  },
  { name: 'HTML that goes ever deeper', from: 500, to: 100_000, make: (n) => `<html>${'<ul><li>a'.repeat(n / 9)}` },
  {
    name: 'an unclosed quote',
    from: 100_000,
    to: 4_000_000,
    make: (n) => `Name,Post\n"a${'b,c\n'.repeat(n / 4)}`,
  },
  { name: 'quotes only', from: 50_000, to: 2_000_000, make: (n) => `Name,Post\n${'"'.repeat(n)}` },
  { name: 'commas only', from: 50_000, to: 2_000_000, make: (n) => ','.repeat(n) },
  { name: 'empty lines', from: 50_000, to: 4_000_000, make: (n) => '\n'.repeat(n) },
  {
    name: 'Markdown that goes ever deeper',
    from: 200,
    to: 3_000,
    make: (n) => lines(n, (i) => `${'  '.repeat(i)}- a`),
  },
  { name: 'Markdown signs', from: 5_000, to: 90_000, make: (n) => `# ${'[x]('.repeat(n / 4)}` },
  {
    name: 'concepts all linked',
    kind: 'concept',
    from: 15,
    to: 120,
    make: allLinked,
  },
  {
    name: 'one concept linked to all',
    kind: 'concept',
    from: 250,
    to: 4_000,
    make: (n) => lines(n, (i) => `Hub - to -> C${i}`),
  },
  {
    name: 'one concept linked to all, in rings',
    kind: 'concept',
    arrangement: { layout: 'rings' },
    from: 250,
    to: 4_000,
    make: (n) => lines(n, (i) => `Hub - has -> Leaf ${i}`),
  },
  {
    name: 'concepts all linked, free',
    kind: 'concept',
    arrangement: { layout: 'free' },
    from: 15,
    to: 120,
    make: allLinked,
  },
  {
    name: 'steps each of which all before lead to',
    kind: 'decision',
    from: 15,
    to: 120,
    make: (n) =>
      `Step,Text,From,Answer\n${lines(n, (i) => `${i},Question ${i}?,${Array.from({ length: i }, (_, k) => k).join(';')},yes`)}`,
  },
  {
    name: 'a staff fitted to its page',
    kind: 'org',
    fit: true,
    from: 1_000,
    to: 30_000,
    make: (n) =>
      lines(
        n,
        (i) => `${'\t'.repeat(i === 0 ? 0 : 1 + ((i * 7) % 5 === 0 ? 0 : (i % 4) + 1))}Person ${i} | Post ${i % 40}`,
      ),
  },
  {
    name: 'one head of all, fitted to its page',
    kind: 'org',
    fit: true,
    from: 1_000,
    to: 30_000,
    make: (n) => `Head\n${lines(n, (i) => `\tPerson ${i}`)}`,
  },
  {
    name: 'concepts all linked, fitted to their page',
    kind: 'concept',
    fit: true,
    from: 15,
    to: 120,
    make: allLinked,
  },
  {
    name: 'a family of one couple and many children',
    kind: 'family',
    from: 1_000,
    to: 8_000,
    make: (n) => `Ada\n+ Karl\n${lines(n, (i) => `\tChild ${i}`)}`,
  },
  {
    name: 'a family where each marries the next',
    kind: 'family',
    from: 250,
    to: 4_000,
    make: (n) => `Name,Partner\n${lines(n, (i) => `P${i},P${i + 1}`)}`,
  },
  { name: 'sets, each of one', kind: 'venn', from: 250, to: 4_000, make: (n) => lines(n, (i) => `I${i}: S${i}`) },
  {
    name: 'an item in all sets',
    kind: 'venn',
    from: 250,
    to: 4_000,
    make: (n) => `I: ${Array.from({ length: n }, (_, i) => `S${i}`).join(', ')}`,
  },
  {
    name: 'GEDCOM that goes ever deeper',
    kind: 'family',
    from: 500,
    to: 30_000,
    make: (n) => `0 HEAD\n${lines(n, (i) => `${i} NOTE a`)}\n0 TRLR`,
  },
  {
    name: 'a column as wide as a sheet',
    from: 1_000_000,
    to: 1_000_000_000,
    make: (n) => workbook(`<cols><col min="1" max="${n}" width="9"/></cols><sheetData>${HEAD}</sheetData>`),
  },
  {
    name: 'a defined name over a whole sheet',
    from: 10_000,
    to: 1_048_576,
    make: (n) =>
      workbook(
        `<sheetData>${HEAD}</sheetData>`,
        {},
        `<definedNames><definedName name="x">S!$A$1:$XFD$${n}</definedName></definedNames>`,
      ),
  },
  {
    name: 'merged cells over a whole sheet, in single quotes',
    from: 100,
    to: 1_048_576,
    make: (n) =>
      workbook(`<sheetData>${HEAD}</sheetData><mergeCells count="1"><mergeCell ref='A1:XFD${n}'/></mergeCells>`),
  },
  {
    name: 'merged cells over a whole sheet, with signs for letters',
    from: 100,
    to: 1_048_576,
    make: (n) =>
      workbook(
        `<sheetData>${HEAD}</sheetData><mergeCells count="1"><mergeCell ref="$A$1&#58;$XFD$${n}"/></mergeCells>`,
      ),
  },
  {
    name: 'a row far down',
    from: 10_000,
    to: 999_999_999,
    make: (n) => workbook(`<sheetData>${HEAD}<row r="${n}">${cell(`A${n}`, 'Bo')}</row></sheetData>`),
  },
  {
    name: 'empty cells',
    from: 20_000,
    to: 2_000_000,
    make: (n) => workbook(`<sheetData>${HEAD}<row r="3">${'<c/>'.repeat(n)}</row></sheetData>`),
  },
  {
    name: 'empty rows',
    from: 20_000,
    to: 2_000_000,
    make: (n) => workbook(`<sheetData>${HEAD}${'<row/>'.repeat(n)}</sheetData>`),
  },
  {
    name: 'one long shared string in every cell',
    from: 1_000,
    to: 30_000,
    make: (n) =>
      workbook(
        `<sheetData>${lines(n, (i) => `<row r="${i + 1}"><c r="A${i + 1}" t="s"><v>0</v></c></row>`)}</sheetData>`,
        {
          'xl/sharedStrings.xml': `<?xml version="1.0"?><sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><si><t>${'long '.repeat(6_000)}</t></si></sst>`,
        },
      ),
  },
  {
    name: 'GraphML that goes ever deeper',
    from: 3_000,
    to: 100_000,
    make: (n) =>
      `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><graph>${'<node id="a"><graph>'.repeat(n)}${'</graph></node>'.repeat(n)}</graph></graphml>`,
  },
  {
    name: 'GraphML lines to nowhere',
    from: 3_000,
    to: 90_000,
    make: (n) =>
      `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><graph><node id="a"/>${lines(n, (i) => `<edge source="x${i}" target="y${i}"/>`)}</graph></graphml>`,
  },
  {
    name: 'XML that goes ever deeper',
    from: 3_000,
    to: 300_000,
    make: (n) => `<?xml version="1.0"?>${'<a b="c">'.repeat(n)}${'</a>'.repeat(n)}`,
  },
  {
    name: 'XML of elements that are all called otherwise',
    from: 3_000,
    to: 300_000,
    make: (n) => `<?xml version="1.0"?><all>${lines(n, (i) => `<e${i}><a>${i}</a></e${i}>`)}</all>`,
  },
  {
    name: 'XML records each of which has a column of its own',
    from: 3_000,
    to: 200_000,
    make: (n) => `<?xml version="1.0"?><all>${lines(n, (i) => `<row c${i}="word"/>`)}</all>`,
  },
  {
    name: 'XML with entities within entities',
    from: 5,
    to: 60,
    make: (n) =>
      `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY e0 "word">${lines(n, (i) => `<!ENTITY e${i + 1} "&e${i};&e${i};&e${i};&e${i};">`)}]><a><b>&e${n};</b><b>&e${n};</b></a>`,
  },
  {
    name: 'Turtle brackets that go ever deeper',
    from: 1_000,
    to: 4_000,
    make: (n) =>
      `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n<urn:a> skos:narrower ${'[ skos:narrower '.repeat(n)}<urn:b>${' ]'.repeat(n)} .`,
  },
  {
    name: 'Turtle concepts each broader than the next, in a circle',
    from: 1_000,
    to: 4_000,
    make: (n) =>
      `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n${lines(n, (i) => `<urn:c${i}> skos:prefLabel "Idea ${i}" ; skos:narrower <urn:c${(i + 1) % n}> .`)}`,
  },
  {
    name: 'a document of tables within tables',
    from: 100,
    to: 12_000,
    make: (n) => document(`${'<w:tbl><w:tr><w:tc>'.repeat(n)}<w:p/>${'</w:tc></w:tr></w:tbl>'.repeat(n)}`),
  },
  {
    name: 'a document of one paragraph of many parts',
    from: 2_000,
    to: 45_000,
    make: (n) => document(`<w:p>${'<w:r><w:t>a </w:t></w:r>'.repeat(n)}</w:p>`),
  },
];
