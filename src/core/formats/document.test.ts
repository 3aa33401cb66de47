/** Documents of word processors (ECMA-376, WordprocessingML) and families packed with their pictures (GEDZIP). */
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { kindOf } from '../kinds';
import { offersFor } from '../offers';
import { chartOfList, picturedBy, readList } from '../read';
import { sourceOf, UnreadableFile } from '.';

const W = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
const levels = [0, 1, 2].map((level) => `<w:lvl w:ilvl="${level}"><w:numFmt w:val="bullet"/></w:lvl>`).join('');
/** A document of paragraphs as its body has them. */
function docx(body: string): Uint8Array {
  const type = 'application/vnd.openxmlformats-officedocument.wordprocessingml';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const relations = (all: string) =>
    `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">${all}</Relationships>`;
  const style = (n: number) =>
    `<w:style w:type="paragraph" w:styleId="Heading${n}"><w:name w:val="heading ${n}"/></w:style>`;
  const parts: Record<string, string> = {
    '[Content_Types].xml': `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="${type}.document.main+xml"/></Types>`,
    '_rels/.rels': relations(`<Relationship Id="r1" Type="${office}/officeDocument" Target="word/document.xml"/>`),
    'word/_rels/document.xml.rels': relations(
      `<Relationship Id="r1" Type="${office}/numbering" Target="numbering.xml"/><Relationship Id="r2" Type="${office}/styles" Target="styles.xml"/>`,
    ),
    'word/numbering.xml': `<w:numbering ${W}><w:abstractNum w:abstractNumId="1">${levels}</w:abstractNum><w:num w:numId="1"><w:abstractNumId w:val="1"/></w:num></w:numbering>`,
    'word/styles.xml': `<w:styles ${W}>${[1, 2, 3].map(style).join('')}</w:styles>`,
    'word/document.xml': `<w:document ${W}><w:body>${body}</w:body></w:document>`,
  };
  return zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])));
}
const run = (text: string) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`;
const paragraph = (text: string) => `<w:p>${run(text)}</w:p>`;
const heading = (level: number, text: string) =>
  `<w:p><w:pPr><w:pStyle w:val="Heading${level}"/></w:pPr>${run(text)}</w:p>`;
const item = (level: number, text: string) =>
  `<w:p><w:pPr><w:numPr><w:ilvl w:val="${level}"/><w:numId w:val="1"/></w:numPr></w:pPr>${run(text)}</w:p>`;
const table = (rows: readonly (readonly string[])[]) =>
  `<w:tbl>${rows.map((row) => `<w:tr>${row.map((cell) => `<w:tc>${paragraph(cell)}</w:tc>`).join('')}</w:tr>`).join('')}</w:tbl>`;

/** Names with those they stand under, as the first offer has them. */
async function read(bytes: Uint8Array) {
  const [offer] = offersFor((await sourceOf(bytes)).text);
  const { items } = offer!.list!;
  const nameOf = (id: string | null) => items.find((one) => one.id === id)?.fields['name'];
  return {
    kind: offer!.kind.id,
    lines: items.map(({ fields, parent }) => `${fields['name']} < ${nameOf(parent) ?? '-'}`),
  };
}

describe('a document', () => {
  it('of nested lists is an outline', async () => {
    expect(await read(docx(item(0, 'Oriel') + item(1, 'Piet') + item(2, 'Suda &amp; Co') + item(1, 'Hanne')))).toEqual({
      kind: 'org',
      lines: ['Oriel < -', 'Piet < Oriel', 'Suda & Co < Piet', 'Hanne < Oriel'],
    });
  });
  it('of headings with lists under them has the levels of both', async () => {
    const body =
      heading(1, 'Garden') +
      heading(2, 'Plants') +
      item(0, 'Piet') +
      item(0, 'Suda') +
      heading(2, 'Shop') +
      item(0, 'Hanne');
    expect((await read(docx(body))).lines).toEqual([
      'Garden < -',
      'Plants < Garden',
      'Piet < Plants',
      'Suda < Plants',
      'Shop < Garden',
      'Hanne < Shop',
    ]);
  });
  it('with a table is that table, whatever stands about it', async () => {
    const rows = [
      ['Name', 'Reports to'],
      ['Oriel', ''],
      ['Piet', 'Oriel'],
    ];
    expect(await read(docx(paragraph('Our garden') + table(rows)))).toEqual({
      kind: 'org',
      lines: ['Oriel < -', 'Piet < Oriel'],
    });
  });
  it('of lines typed with tabs is an outline', async () => {
    const tabbed = (depth: number, text: string) => `<w:p>${'<w:r><w:tab/></w:r>'.repeat(depth)}${run(text)}</w:p>`;
    expect((await read(docx(tabbed(0, 'Oriel') + tabbed(1, 'Piet') + tabbed(2, 'Suda')))).lines).toEqual([
      'Oriel < -',
      'Piet < Oriel',
      'Suda < Piet',
    ]);
  });
  it('longer than is read is told of in words, before it is read', async () => {
    await expect(sourceOf(docx(paragraph('Oriel').repeat(40_000)))).rejects.toThrow(/longer than 500 pages/);
  });
  it('without words, cut off, or of another sort is told of in words', async () => {
    const whole = docx(item(0, 'Oriel'));
    await expect(sourceOf(docx(''))).rejects.toThrow(/no words in it/);
    await expect(sourceOf(whole.subarray(0, whole.length - 40))).rejects.toThrow(UnreadableFile);
    const damaged = zipSync({ 'word/document.xml': strToU8('<w:document') });
    await expect(sourceOf(damaged)).rejects.toThrow(/cut off or damaged/);
    await expect(sourceOf(zipSync({ 'ppt/slides/slide1.xml': strToU8('<p/>') }))).rejects.toThrow(/presentation/);
  });
});

describe('a family in an archive', () => {
  const GEDCOM = `0 HEAD
1 GEDC
2 VERS 7.0
0 @I1@ INDI
1 NAME Cora /Oke/
1 OBJE @O1@
0 @I2@ INDI
1 NAME Ivo /Marrable/
1 OBJE
2 FILE pictures/ivo%20m.png
0 @O1@ OBJE
1 FILE pictures/cora.jpg
2 FORM image/jpeg
0 TRLR
`;
  const archive = zipSync({
    'gedcom.ged': strToU8(GEDCOM),
    'pictures/cora.jpg': Uint8Array.of(1, 2, 3),
    'pictures/ivo m.png': Uint8Array.of(4),
    'notes/letter.txt': strToU8('not a picture'),
  });
  it('brings its pictures, by the names under which its people know them', async () => {
    const source = await sourceOf(archive);
    expect([...source.pictures!].map(([name, bytes]) => [name, [...bytes]])).toEqual([
      ['pictures/cora.jpg', [1, 2, 3]],
      ['pictures/ivo m.png', [4]],
    ]);
    const kind = kindOf('family')!;
    const list = readList(kind, source.text);
    if (!list.ok) throw new Error(list.problem.message);
    const chart = chartOfList(kind, 'Family', list.list);
    const wanted = kind.picturesIn!(chart.carried);
    const picture = { file: 'kept', width: 3, height: 4 };
    const pictured = picturedBy(chart, wanted, new Map([['pictures/ivo m.png', picture]]));
    expect(Object.values(pictured.items).map(({ fields, picture: own }) => [fields['name'], own])).toEqual([
      ['Cora Oke', undefined],
      ['Ivo Marrable', picture],
    ]);
  });
});
