/** Reading, comparing and writing lists against things outside the project. */
import { describe, expect, it } from 'vitest';
import { read as readWorkbook, utils } from 'xlsx';
import { treeOf, walk } from '../../src/core/chart';
import { parseOpml } from '../../src/core/formats';
import { kindOf } from '../../src/core/kinds';
import { editDistance, jaroWinkler, likeness, natural } from '../../src/core/list';
import { readList } from '../../src/core/read';
import { listAsXlsx } from '../../src/core/write';
import { readAs } from '../support/kinds';

describe('similarity of names', () => {
  // W. E. Winkler, "String Comparator Metrics and Enhanced Decision Rules in the Fellegi-Sunter Model of Record Linkage"
  // (1990), table of string comparators, and "Overview of Record Linkage and Current Research Directions" (2006), table 6.
  // Rounded to three places there. From memory.
  it.each([
    ['MARTHA', 'MARHTA', 0.961],
    ['DWAYNE', 'DUANE', 0.84],
    ['DIXON', 'DICKSONX', 0.813],
    ['JONES', 'JOHNSON', 0.832],
    ['ABROMS', 'ABRAMS', 0.922],
    ['SHACKLEFORD', 'SHACKELFORD', 0.982],
    ['DUNNINGHAM', 'CUNNIGHAM', 0.896],
    ['NICHLESON', 'NICHULSON', 0.956],
    ['MASSEY', 'MASSIE', 0.933],
    ['HARDIN', 'MARTINEZ', 0.722],
  ])('of %s and %s is %d', (a, b, value) => {
    expect(jaroWinkler(a, b)).toBeCloseTo(value, 3);
    expect(jaroWinkler(b, a)).toBeCloseTo(value, 3);
  });
  // Levenshtein's distance of these two is 3 in every textbook; a swap of neighbours counts one (Damerau 1964).
  it('by edits', () => {
    expect(editDistance('kitten', 'sitting')).toBe(3);
    expect(editDistance('saturday', 'sunday')).toBe(3);
    expect(editDistance('abcd', 'acbd')).toBe(1);
  });
  // Common practice of staff lists: titles, initials and the order of names.
  it.each([
    ['Dr P. Marrable', 'Piet Marrable', 0.9],
    ['Marrable, Piet', 'Piet Marrable', 1],
    ['MARRABLE Piet', 'Piet Marrable', 0.97],
    ['Prof. Zoë Quillan', 'Zoe Quillan', 1],
    ['P. J. Marrable', 'Piet Marrable', 0.9],
  ])('%s may be %s', (a, b, value) => {
    expect(likeness(a, b)).toBeGreaterThanOrEqual(value);
  });
  it.each([
    ['Ann Marrable', 'Bo Marrable'],
    ['Piet Marrable', 'Piet Ferrow'],
    ['Dora Welk', 'Dora Penn-Welk'],
  ])('%s is not %s', (a, b) => {
    expect(likeness(a, b)).toBeLessThan(0.87);
  });
});

describe('natural order', () => {
  // The lists that papers and packages for natural sorting name first: numbers in words by size. From memory.
  it.each([
    [['z1.doc', 'z2.doc', 'z10.doc', 'z20.doc', 'z100.doc', 'z102.doc']],
    [['1.2', '1.3', '1.10', '1.11']],
    [['rfc1.txt', 'rfc822.txt', 'rfc2086.txt']],
    [['x2-g8', 'x2-y7', 'x2-y08', 'x8-y8']],
    [['Bed 2', 'bed 3', 'Bed 10', 'Pond']],
  ])('of %j', (sorted) => {
    expect([...sorted].reverse().sort(natural)).toEqual(sorted);
  });
});

describe('CSV', () => {
  const cells = (text: string) => {
    const read = readList(kindOf('org')!, text, { form: 'csv' });
    if (!read.ok) throw new Error(read.problem.message);
    return read.list.items.map(({ fields }) => fields);
  };
  // RFC 4180, section 2, rules 5 to 7, with their own examples ("aaa","b CRLF bb","ccc" and "aaa","b""bb","ccc").
  it('has quoted cells, line ends in cells and doubled quotes as RFC 4180 says', () => {
    expect(cells('Name,Post,Phone\r\n"aaa","b \r\nbb","ccc"\r\nzzz,yyy,xxx\r\n')).toEqual([
      { name: 'aaa', post: 'b \nbb', phone: 'ccc' },
      { name: 'zzz', post: 'yyy', phone: 'xxx' },
    ]);
    expect(cells('Name,Post,Phone\r\n"aaa","b""bb","ccc"')).toEqual([{ name: 'aaa', post: 'b"bb', phone: 'ccc' }]);
  });
});

describe('OPML', () => {
  // The shape of the specification's example of an outline (opml.org/spec2.opml, "Examples": states.opml), words our own.
  const SPEC = `<?xml version="1.0" encoding="ISO-8859-1"?>
<opml version="2.0">
	<head>
		<title>gardens.opml</title>
		<dateCreated>Tue, 15 Mar 2005 16:35:45 GMT</dateCreated>
		<expansionState>1, 6, 13</expansionState>
	</head>
	<body>
		<outline text="Gardens" isComment="false">
			<outline text="Saltmarsh" created="Tue, 15 Mar 2005 16:35:45 GMT">
				<outline text="Pond &amp; bog" category="/Wet,/North"/>
				<outline text="Glasshouse"/>
				</outline>
			<outline text="Dunes"/>
			</outline>
		</body>
	</opml>`;
  it('is read as the specification says: nesting, text and attributes of one’s own', () => {
    const file = parseOpml(SPEC);
    expect(file.title).toBe('gardens.opml');
    expect(file.nodes.map(({ level, text }) => [level, text])).toEqual([
      [0, 'Gardens'],
      [1, 'Saltmarsh'],
      [2, 'Pond & bog'],
      [2, 'Glasshouse'],
      [1, 'Dunes'],
    ]);
    const { chart, form } = readAs('org', SPEC);
    expect(form).toBe('opml');
    expect(walk(treeOf(chart.items)).map(({ id, depth }) => [depth, chart.items[id]!.fields])).toEqual([
      [0, { name: 'Gardens' }],
      [1, { name: 'Saltmarsh' }],
      [2, { name: 'Pond & bog', category: '/Wet,/North' }],
      [2, { name: 'Glasshouse' }],
      [1, { name: 'Dunes' }],
    ]);
  });
});

describe('XLSX', () => {
  it('that we write is read by another library with the same names, numbers and dates', async () => {
    const { chart, kind } = readAs(
      'org',
      'Name,Post,Reports to,Start date,Pay\nA,Head,,2024-05-03,1200\nB,"Lead\nof two",A,1899,n/a\n',
    );
    const typed = { ...chart, columns: { Pay: { type: 'money' as const } } };
    const book = readWorkbook(await listAsXlsx(kind, typed));
    expect(book.SheetNames).toEqual(['List']);
    const sheet = book.Sheets['List']!;
    expect(utils.sheet_to_json(sheet, { header: 1 })).toEqual([
      ['Name', 'Post', 'Reports to', 'Start date', 'Pay'],
      ['A', 'Head', undefined, 45_415, 1200],
      ['B', 'Lead\nof two', 'A', '1899', 'n/a'],
    ]);
    // Day 45415 of the spreadsheet's count, which begins with 1 January 1900 (ECMA-376 part 1, 18.17.4.1).
    expect([sheet['D2'].t, sheet['E2'].t, sheet['E3'].t]).toEqual(['n', 'n', 's']);
    expect(sheet['D2'].w).toBe('2024-05-03');
  });
  it('has a sheet for each set of a Venn diagram', async () => {
    const { chart, kind } = readAs('venn', 'Ann: Bees\nBo: Bees, Pond\nCy: \n');
    const book = readWorkbook(await listAsXlsx(kind, chart));
    expect(book.SheetNames).toEqual(['List', 'Bees', 'Pond']);
    expect(utils.sheet_to_json(book.Sheets['Pond']!)).toEqual([{ Item: 'Bo', Sets: 'Bees, Pond' }]);
  });
});
