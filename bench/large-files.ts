/** Files as large as are taken, of all forms, made up: the same each time. */
import { strToU8, zipSync } from 'fflate';
import { document, inlineCell, workbook } from './office-files';
import { staffList } from './staff';

const MOST = 8 * 1_048_576;
const range = (count: number) => Array.from({ length: count }, (_, i) => i);
/** The same numbers each time. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}
/** Parts until the size is reached. */
function upTo(size: number, part: (i: number) => string, between = '\n'): string {
  const parts: string[] = [];
  for (let i = 0, length = 0; length < size; i++) {
    const next = part(i);
    parts.push(next);
    length += next.length + between.length;
  }
  return parts.join(between);
}

const names = staffList(30_000)
  .split('\n')
  .slice(1, -1)
  .map((line) => line.split(',')[1]!);
const name = (i: number) => `${names[i % names.length]} ${i}`;
const depth = (i: number) => [0, 1, 2, 3, 3, 2, 3, 3, 1, 2, 3][i % 11]! * 2;
const prose = (i: number) =>
  `${name(i)} said that the path by the pond would be closed until the spring, when ${name(i * 7)} comes back from the nursery and the gates are mended`;

function gedcom(people: number): string {
  const lines = ['0 HEAD', '1 GEDC', '2 VERS 5.5.1', '1 CHAR UTF-8'];
  for (const i of range(people)) {
    lines.push(
      `0 @I${i}@ INDI`,
      `1 NAME ${name(i).replace(/ (\S+) (\d+)$/, ' $2 /$1/')}`,
      `1 SEX ${i % 2 ? 'F' : 'M'}`,
    );
    lines.push('1 BIRT', `2 DATE ${(i % 28) + 1} MAR ${1700 + (i % 300)}`, `2 PLAC Quay ${i % 90}`);
    lines.push('1 NOTE Found in the second box of papers', `2 CONT on page ${i % 400}`);
  }
  // Couples of neighbours; each couple's children are two people further on.
  for (let i = 0; i * 2 + 1 < people; i++) {
    lines.push(`0 @F${i}@ FAM`, `1 HUSB @I${i * 2}@`, `1 WIFE @I${i * 2 + 1}@`);
    for (const child of [i * 4 + 2, i * 4 + 5]) if (child < people) lines.push(`1 CHIL @I${child}@`);
  }
  return [...lines, '0 TRLR', ''].join('\n');
}

/** By what they are. */
export const largeFiles: Readonly<Record<string, () => string | Uint8Array>> = {
  'table of 30,000 posts': () => staffList(30_000),
  'table of 42,050 rows': () => staffList(42_050),
  'table of 8 MB, 200 columns': () =>
    upTo(MOST, (i) =>
      range(200)
        .map((c) => (i ? `${c}.${i}` : `Column ${c}`))
        .join(','),
    ),
  'table of 8 MB, 200 columns of words': () =>
    upTo(MOST, (i) =>
      range(200)
        .map((c) => (i ? (c ? `${i} of ${c}` : name(i)) : c ? `Column ${c}` : 'Name'))
        .join(','),
    ),
  'table of 30,000 lines, long cells': () =>
    `Id,Name,Post,Manager\n${range(29_999)
      .map((i) => `${i},${name(i)},"${prose(i)}",${i ? Math.floor(i / 5) : ''}`)
      .join('\n')}`,
  'table without structure, 30,000 rows': () =>
    `Plant,Bed,Sown\n${range(29_999)
      .map((i) => `${name(i)},${i % 40},${prose(i % 30).slice(0, 30)}`)
      .join('\n')}`,
  'timestamps, 8 MB': () => upTo(MOST, (i) => `2024-05-${10 + (i % 20)}T10:${10 + (i % 50)}:00Z,${i * 17},${i % 91}`),
  'outline, 30,000 lines': () =>
    range(30_000)
      .map((i) => ' '.repeat(depth(i)) + name(i))
      .join('\n'),
  'outline, 60,000 lines': () =>
    range(60_000)
      .map((i) => ' '.repeat(depth(i)) + name(i))
      .join('\n'),
  'outline of 8 MB, long lines': () => upTo(MOST, (i) => ' '.repeat(depth(i)) + prose(i) + prose(i)),
  'Markdown, 30,000 bullets': () =>
    range(30_000)
      .map((i) => `${' '.repeat(depth(i))}- ${name(i)}`)
      .join('\n'),
  'Markdown, 8 MB': () =>
    upTo(MOST, (i) => (i % 40 ? `${' '.repeat(depth(i))}- ${name(i)}` : `\n## Part ${i}\n\n${prose(i)}\n`)),
  'decisions, 30,000 lines': () =>
    range(30_000)
      .map((i) => (i % 3 ? `  ${i % 3 === 1 ? 'yes' : 'no'}: ${name(i)}` : `Is bed ${i} wet?`))
      .join('\n'),
  'concept list, 30,000 lines': () =>
    range(30_000)
      .map((i) => `${name(i)} - feeds - ${name(i * 3 + 1)}`)
      .join('\n'),
  'concept list, 100,000 lines': () =>
    range(100_000)
      .map((i) => `${name(i)} - feeds - ${name(i * 3 + 1)}`)
      .join('\n'),
  'sets, 30,000 lines': () =>
    range(30_000)
      .map((i) => `${name(i)}: Garden${i % 2 ? ', Nursery' : ''}${i % 3 ? ', Shop' : ''}`)
      .join('\n'),
  'family, 10,000 people, GEDCOM': () => gedcom(10_000),
  'family, 25,000 people, GEDCOM': () => gedcom(25_000),
  'family, GEDCOM of 8 MB': () => gedcom(39_000),
  'family, written lines, 30,000': () =>
    range(30_000)
      .map((i) =>
        i % 3
          ? `${' '.repeat(depth(i))}${name(i)} (born ${1700 + (i % 300)})`
          : `${' '.repeat(depth(i))}${name(i)} + ${name(i + 1)}`,
      )
      .join('\n'),
  'JSON, 25,000 records': () =>
    JSON.stringify(
      range(25_000).map((i) => ({
        id: i,
        name: name(i),
        managerId: i ? Math.floor(i / 6) : null,
        post: `Post ${i % 40}`,
      })),
    ),
  'JSON, 8 MB of records': () =>
    `[${upTo(MOST - 2, (i) => JSON.stringify({ id: i, name: name(i), parentId: i ? Math.floor(i / 6) : null, note: prose(i).slice(0, 60) }), ',')}]`,
  'JSON, nested, 30,000': () => {
    const build = (i: number): object => ({
      name: name(i),
      children: range(5)
        .map((c) => i * 5 + c + 1)
        .filter((c) => c < 30_000)
        .map(build),
    });
    return JSON.stringify(build(0));
  },
  'JSON, nodes and links': () =>
    JSON.stringify({
      nodes: range(25_000).map((i) => ({ id: `n${i}`, label: name(i) })),
      links: range(25_000).map((i) => ({ source: `n${i}`, target: `n${(i * 7) % 25_000}`, label: 'feeds' })),
    }),
  'OPML, 30,000': () =>
    `<opml version="2.0"><body>${range(30_000)
      .map((i) => `<outline text="${name(i)}"/>`)
      .join('')}</body></opml>`,
  'GraphML, 25,000 nodes': () =>
    `<graphml xmlns="http://graphml.graphdrawing.org/xmlns"><key id="l" for="all" attr.name="label"/><graph edgedefault="directed">${range(
      25_000,
    )
      .map((i) => `<node id="n${i}"><data key="l">${name(i)}</data></node>`)
      .join('')}${range(24_999)
      .map((i) => `<edge source="n${Math.floor(i / 4)}" target="n${i + 1}"/>`)
      .join('')}</graph></graphml>`,
  'SKOS, 25,000 concepts': () =>
    `@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n@prefix : <urn:example:> .\n${range(25_000)
      .map((i) => `:c${i} a skos:Concept ; skos:prefLabel "${name(i)}"@en ; skos:broader :c${Math.floor(i / 5)} .`)
      .join('\n')}`,
  'LDIF, 30,000 entries': () =>
    range(30_000)
      .map(
        (i) =>
          `dn: uid=u${i},ou=people,o=garden\nobjectClass: inetOrgPerson\nuid: u${i}\ncn: ${name(i)}\nsn: ${name(i).split(' ')[1]}\ntitle: Post ${i % 40}\n${i ? `manager: uid=u${Math.floor(i / 6)},ou=people,o=garden\n` : ''}`,
      )
      .join('\n'),
  'vCards, 25,000': () =>
    range(25_000)
      .map(
        (i) =>
          `BEGIN:VCARD\nVERSION:4.0\nFN:${name(i)}\nTITLE:Post ${i % 40}\nORG:Garden;Part ${i % 9}\nUID:urn:uuid:${i}\nEND:VCARD`,
      )
      .join('\n'),
  'XML, 8 MB of records': () =>
    `<?xml version="1.0"?><staff>${upTo(MOST - 60, (i) => `<person id="${i}"><name>${name(i)}</name><post>Post ${i % 40}</post><note>${prose(i).slice(0, 80)}</note></person>`)}</staff>`,
  'XML, nested, 30,000': () => {
    const build = (i: number): string =>
      `<unit name="${name(i)}">${range(5)
        .map((c) => i * 5 + c + 1)
        .filter((c) => c < 30_000)
        .map(build)
        .join('')}</unit>`;
    return build(0);
  },
  'HTML page of prose, 8 MB': () =>
    `<!doctype html><html><body>${upTo(MOST - 100, (i) => `<p>${prose(i)} <a href="#${i}">more</a></p>`)}</body></html>`,
  'HTML lists, 8 MB': () =>
    `<!doctype html><html><body><ul>${upTo(MOST - 100, (i) => `<li>${name(i)}<ul><li><b>${name(i + 1)}</b></li></ul></li>`)}</ul></body></html>`,
  'HTML table, 8 MB': () =>
    `<!doctype html><html><body><table><tr><th>Id</th><th>Name</th><th>Manager</th></tr>${upTo(MOST - 200, (i) => `<tr><td>${i}</td><td>${name(i)}</td><td>${Math.floor(i / 6)}</td></tr>`)}</table></body></html>`,
  'text of no sense, 8 MB': () => {
    const next = numbers(7);
    return upTo(MOST, () =>
      range(3 + Math.floor(next() * 12))
        .map(() => Math.floor(next() * 2 ** 31).toString(36))
        .join(next() < 0.2 ? ', ' : ' '),
    );
  },
  'code, 8 MB': () =>
    upTo(
      MOST,
      (i) =>
        `  const value${i} = compute(${i}, { left: ${i % 7}, right: "${name(i)}" }); // ${i % 3 ? 'kept' : 'see below: a, b'}`,
    ),
  'log, 8 MB': () =>
    upTo(
      MOST,
      (i) => `[2024-05-03 10:${10 + (i % 50)}:07] INFO gate-${i % 12}: ${name(i)} came in at the gate (ticket ${i})`,
    ),
  'bytes at random, 8 MB': () => {
    const next = numbers(3);
    return Uint8Array.from(range(MOST), () => Math.floor(next() * 256));
  },
  'DOCX, 5,000 paragraphs': () => docx(5_000),
  'DOCX, 20,000 paragraphs': () => docx(20_000),
  'DOCX, 60,000 paragraphs': () => docx(60_000),
  'DOCX, 300,000 paragraphs': () => docx(300_000),
  'XLSX, 30,000 posts': () => xlsx(staffList(30_000)),
  'XLSX, 200,000 rows': () => xlsx(staffList(200_000)),
  'archive of one text of 100 MB': () => zipSync({ 'list.txt': strToU8(' '.repeat(100_000_000)) }),
};

/** A workbook of one sheet of words. */
const xlsx = (csv: string): Uint8Array =>
  workbook(
    `<sheetData>${csv
      .trim()
      .split('\n')
      .map(
        (line) =>
          `<row>${line
            .split(',')
            .map((cell) => inlineCell(cell))
            .join('')}</row>`,
      )
      .join('')}</sheetData>`,
  );

const docx = (paragraphs: number): Uint8Array =>
  document(
    range(paragraphs)
      .map((i) => `<w:p><w:pPr><w:pStyle w:val="Heading${1 + (i % 3)}"/></w:pPr><w:r><w:t>${name(i)}</w:t></w:r></w:p>`)
      .join(''),
  );
