/** A list is recognised by what a reading explains of it, by the same code for files, the dialog and the API. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { kindSaid, sourceOf, UnreadableFile } from './formats';
import { kindOf } from './kinds';
import { listFormats } from './list-formats';
import { offersFor } from './offers';
import { readList } from './read';
import { writeList } from './write';

/** The kind that comes first and the names with their levels; null where it is no list for a chart. */
function first(text: string, options = {}) {
  const [offer] = offersFor(text, options);
  if (!offer?.list || offer.fitness.sure === 0) return null;
  const { items, form } = offer.list;
  const parent = new Map(items.map((item) => [item.id, item.parent]));
  const depth = (id: string | null): number => (id === null ? -1 : depth(parent.get(id) ?? null) + 1);
  return {
    kind: offer.kind.id,
    form,
    outline: items.map(({ id, fields }) => `${'>'.repeat(depth(id))}${fields['name']}`),
  };
}

describe('nested lists of every form', () => {
  const outline = ['Quay', '>Plants', '>>Ann', '>Shop'];
  it.each([
    [
      'opml',
      '<opml version="2.0"><body><outline text="Quay"><outline text="Plants"><outline text="Ann"/></outline><outline text="Shop"/></outline></body></opml>',
    ],
    ['markdown', '# Quay\n\n## Plants\n\n- Ann\n\n## Shop\n'],
    ['outline', 'Quay\n\tPlants\n\t\tAnn\n\tShop\n'],
    ['json', '{"name":"Quay","children":[{"name":"Plants","children":[{"name":"Ann"}]},{"name":"Shop"}]}'],
    ['csv', 'No,Name\n1,Quay\n1.1,Plants\n1.1.1,Ann\n1.2,Shop\n'],
    ['csv', 'Level,Name\n1,Quay\n2,Plants\n3,Ann\n2,Shop\n'],
    ['outline', 'Quay\n├── Plants\n│   └── Ann\n└── Shop\n'],
    ['outline', 'Quay\n|-- Plants\n|   `-- Ann\n`-- Shop\n'],
    ['outline', 'Quay\n+-- Plants\n|   \\-- Ann\n\\-- Shop\n'],
  ])('%s: are charts with levels', (form, text) => {
    expect(first(text)).toEqual({ kind: 'org', form, outline });
  });

  it('columns that group the rows before their names are levels', () => {
    expect(first('Site,Department,Name\nQuay,Plants,Ann\nQuay,Plants,Bo\nQuay,Shop,Cy\n')?.outline).toEqual([
      'Quay',
      '>Plants',
      '>>Ann',
      '>>Bo',
      '>Shop',
      '>>Cy',
    ]);
    const empty = 'Site,Department,Name\nQuay,Plants,Ann\n,,Bo\n,Seeds,Cy\n';
    expect(first(empty)?.outline).toEqual(['Quay', '>Plants', '>>Ann', '>>Bo', '>Seeds', '>>Cy']);
    // Not where rows of a group stand apart, or where every row is a group of its own.
    expect(first('Site,Department,Name\nQuay,Plants,Ann\nHill,Shop,Bo\nQuay,Plants,Cy\n')?.outline).toEqual([
      'Ann',
      'Bo',
      'Cy',
    ]);
  });
});

describe('our own files', () => {
  const demos = [
    ['org', 'saltmarsh-garden.txt'],
    ['family', 'founding-family.txt'],
    ['decision', 'which-plant.txt'],
    ['concept', 'salt-marsh.txt'],
    ['venn', 'visitor-survey.txt'],
  ] as const;
  it.each(demos)('%s: are taken as what they are, in every form', (kindId, file) => {
    const { chart } = readAs(kindId, readFileSync(`demo/${file}`, 'utf8'));
    for (const format of Object.keys(listFormats(kindOf(kindId)!))) {
      const text = writeList(kindOf(kindId)!, format, chart, true);
      const [offer] = offersFor(text);
      expect({ format, kind: offer!.kind.id }).toEqual({ format, kind: kindId });
      if (['markdown', 'opml', 'json'].includes(format)) expect(kindSaid(text)).toBe(kindId);
    }
  });
});

describe('graphs as JSON', () => {
  const graph = (
    links: object[],
    nodes: unknown[] = ['a', 'b', 'c', 'd'].map((id) => ({ id, label: id.toUpperCase() })),
  ) => JSON.stringify({ nodes, links });
  it('are trees where each thing stands under one other', () => {
    const tree = [
      { source: 'a', target: 'b' },
      { source: 'a', target: 'c' },
      { source: 'c', target: 'd' },
    ];
    const outline = ['A', '>B', '>C', '>>D'];
    expect(first(graph(tree))).toEqual({ kind: 'org', form: 'json', outline });
    // The other way round, by places in the list, and with the things themselves as ends.
    expect(first(graph(tree.map(({ source, target }) => ({ from: target, to: source }))))?.outline).toEqual(outline);
    const places = [
      { source: 0, target: 1 },
      { source: 0, target: 2 },
      { source: 2, target: 3 },
    ];
    expect(
      first(
        graph(
          places,
          ['A', 'B', 'C', 'D'].map((name) => ({ name })),
        ),
      )?.outline,
    ).toEqual(outline);
  });

  it('are maps where they are no trees, the words on links as phrases', () => {
    const net = ['ab', 'ac', 'bc', 'bd', 'cd', 'ad'].map(([source, target]) => ({ source, target, label: 'feeds' }));
    const [offer] = offersFor(graph(net));
    expect(offer!.kind.id).toBe('concept');
    expect(offer!.list!.items.filter(({ fields }) => fields['phrase'] === 'feeds')).toHaveLength(6);
  });

  it('records with the id of what they stand under are a tree', () => {
    const records = [
      { id: 1, parentId: null, name: 'Quay' },
      { id: 2, parentId: 1, name: 'Ann' },
    ];
    expect(first(JSON.stringify(records))).toEqual({ kind: 'org', form: 'json', outline: ['Quay', '>Ann'] });
  });

  it('JSON in one long line is JSON, whatever its commas', () => {
    const records = Array.from({ length: 800 }, (_, i) => ({ name: `Person ${i}`, more: 'a, b, c, d' }));
    expect(first(JSON.stringify({ people: records }))?.outline).toHaveLength(800);
  });

  it('nothing that is nested is lost: lists by key, words by key', () => {
    const read = first(
      JSON.stringify({
        title: 'Codes',
        codes: Object.fromEntries('abcdefghij'.split('').map((key) => [key, `Word ${key}`])),
      }),
    );
    expect(read?.outline).toEqual(['Codes', '>codes', ...'abcdefghij'.split('').map((key) => `>>Word ${key}`)]);
    expect(first('{"Quay":{"people":[{"name":"Ann"}]},"Hill":{"people":[{"name":"Bo"}]}}')?.outline).toEqual([
      'Quay',
      '>Ann',
      'Hill',
      '>Bo',
    ]);
  });
});

describe('JSON of names and nothing else', () => {
  it('is an outline however deep it is, every name an item', () => {
    const towns = '{"North":{"Vale":["Quay","Mill"],"Dale":["Ford"]},"South":{"Moor":["Ash","Elm"]}}';
    expect(first(towns)).toEqual({
      kind: 'org',
      form: 'json',
      outline: ['North', '>Vale', '>>Quay', '>>Mill', '>Dale', '>>Ford', 'South', '>Moor', '>>Ash', '>>Elm'],
    });
  });
  it('records under numbers are called by their titles, and keep the numbers as ids', () => {
    const numbered =
      '{"11":{"Title":"Crops","Size":"4"},"21":{"Title":"Mines","Size":"7"},"22":{"Title":"Mills","Size":"1"}}';
    expect(first(numbered)?.outline).toEqual(['Crops', 'Mines', 'Mills']);
    expect(offersFor(numbered)[0]!.list!.items[0]!.fields).toEqual({ name: 'Crops', id: '11', Size: '4' });
  });
  it('one record with marks is no diagram of sets', () => {
    const [offer] = offersFor('{"extends":"all","env":{"browser":true,"node":true},"rules":{"indent":["error",2]}}');
    expect(offer!.kind.id).toBe('org');
    expect(offersFor('Ann: Pruning, Guiding')[0]!.kind.id).not.toBe('venn');
  });
});

describe('the column of names', () => {
  it('is the first that tells lines apart, not one that sorts or describes them', () => {
    const rows = ['Ash', 'Elm', 'Fir', 'Oak', 'Yew', 'Box'].map(
      (name, i) => `${i % 2 ? 'broad' : 'needle'},${name},${'words that go on and on about it '.repeat(4)}${i}`,
    );
    expect(first(`leaf,tree,about\n${rows.join('\n')}\n`)?.outline[0]).toBe('Ash');
    // Where only sentences are left, a title is a name rather than a post.
    const titled = rows.map((row, i) => `${i + 10},${row.split(',').slice(1).join(',')}`);
    expect(first(`Code,Title,Description\n${titled.join('\n')}\n`)?.outline[0]).toBe('Ash');
    expect(first('Title,Name\nDirector,Ann Vale\nGardener,Bo Hill\n')?.outline[0]).toBe('Ann Vale');
  });
});

describe('a page and other marks as text', () => {
  it('is read as the same page in a file is, or refused for the same reason', async () => {
    const table = '<!DOCTYPE html><table><tr><td>Name<td>Post<tr><td>Ann<td>Cook</table>';
    expect(first(table)).toEqual({ kind: 'org', form: 'tsv', outline: ['Ann'] });
    const prose = '<!doctype html>\n<html>\n<head>\n<script>\nrun();\n</script>\n</head>\n<p>Words.</p>\n</html>';
    expect(first(prose)).toBeNull();
    const [offer] = offersFor(prose);
    await expect(sourceOf(new TextEncoder().encode(prose))).rejects.toThrow(offer!.fitness.why);
    expect(offer!.refused?.code).toBe('not-a-list');
  });
  it('addresses and headings with colons are no items with their sets', () => {
    const log =
      '# Log\n\nSee [it](https://a.example/b), always.\n\n### [1.2](https://a.example/c)\n\n* **fix:** the gate, the sluice\n';
    expect(first(log)?.kind).toBe('org');
    expect(first('Ann: Pruning, Guiding\nhttps://a.example/x: Pruning\n')).toEqual({
      kind: 'venn',
      form: 'members',
      outline: ['Ann', 'https://a.example/x'],
    });
  });
});

describe('what is no list for a chart', () => {
  it('moments and numbers are no words', () => {
    const rows = Array.from(
      { length: 12 },
      (_, i) => `1854-${String(i + 1).padStart(2, '0')}-01T07:00:00.000Z,${i},${i * 3}`,
    );
    expect(first(`month,wounds,other\n${rows.join('\n')}\n`)).toBeNull();
  });
  it('long texts beside names are no doubt about them', () => {
    const texts = ['Ash', 'Elm', 'Fir'].map((name) => ({ name, text: 'word '.repeat(3_000) }));
    expect(first(JSON.stringify(texts))?.outline).toEqual(['Ash', 'Elm', 'Fir']);
  });
  it('is said, whatever it looks like', () => {
    const times = Array.from({ length: 40 }, (_, i) => `2020-01-01 10:${String(i).padStart(2, '0')},${i}`);
    for (const text of [`time,value\n${times.join('\n')}\n`, '1,2,3\n4,5,6\n7,8,9\n', '[[1,2],[3,4],[5,6]]'])
      expect(first(text)).toBeNull();
    const [offer] = offersFor('1,2,3\n4,5,6\n7,8,9\n');
    expect(offer!.fitness.why).toMatch(/not a list for a chart/);
  });

  it('a reading that leaves most lines in doubt does not win', () => {
    // Three columns of a table are no propositions, and its headings no item.
    const table = 'Anrede;Ort;Datum\nFrau;Kiel;3.4.2020\nHerr;Bonn;5.6.2021\nFrau;Ulm;7.8.2022\nHerr;Jena;1.2.2021\n';
    const [offer] = offersFor(table);
    expect(offer!.kind.id).not.toBe('concept');
    expect(offer!.list?.headed).toBe(true);
  });

  it('labels in brackets before sentences are no linking phrases', () => {
    const log = [
      '# Log',
      '## 1.1',
      ...['Deps', 'Tests', 'Fix', 'New', 'Docs'].map(
        (tag) => `- [${tag}] update what has to be updated in this part of it all`,
      ),
    ].join('\n');
    expect(first(log)?.kind).toBe('org');
  });
});

describe('headings', () => {
  const headed = (text: string, options = {}) =>
    offersFor(text, options).find(({ kind }) => kind.id === 'org')!.list!.headed;
  it('are found by what stands below them', () => {
    expect(headed('country,capital,since\nNorland,Harbour,1905\nSudland,Bridge,1911\nWestland,Mill,1920\n')).toBe(true);
    expect(headed('Art;Menge\nBirne;12\nApfel;7\nQuitte;3\n')).toBe(true);
    expect(headed('kind,colour\nPear,green\nApple,red\nPlum,green\nQuince,red\nMedlar,green\nCherry,red\n')).toBe(true);
  });
  it('are none where the first row is like the others', () => {
    expect(headed('Ann Vale,Gardener\nBo Hill,Porter\nCy Marsh,Cook\n')).toBe(false);
    expect(headed('Pear,12\nApple,7\nQuince,3\n')).toBe(false);
  });
  it('are what a person says', () => {
    expect(headed('Ann Vale,Gardener\nBo Hill,Porter\n', { headings: true })).toBe(true);
    expect(headed('Name,Post\nBo Hill,Porter\n', { headings: false })).toBe(false);
  });
  it('the name is the first column of words', () => {
    expect(first('[{"lon":1.5,"lat":2,"town":"Quay"},{"lon":3,"lat":4,"town":"Mill"}]')?.outline).toEqual([
      'Quay',
      'Mill',
    ]);
  });
});

describe('packed text', () => {
  const packed = async (text: string) =>
    new Uint8Array(
      await new Response(new Blob([text]).stream().pipeThrough(new CompressionStream('gzip'))).arrayBuffer(),
    );
  it('is unpacked', async () => {
    expect((await sourceOf(await packed('Quay\n\tAnn\n'))).text).toBe('Quay\n\tAnn\n');
  });
  it('is refused in words where it is cut off, or larger than a list may be', async () => {
    const whole = await packed('Quay\n\tAnn\n'.repeat(100));
    await expect(sourceOf(whole.subarray(0, whole.length - 12))).rejects.toThrow(UnreadableFile);
    await expect(sourceOf(await packed(' '.repeat(9_000_000)))).rejects.toThrow(/more than 8 MB/);
  });
});

describe('long lists', () => {
  const rows = (count: number) =>
    Array.from({ length: count }, (_, i) => `Person ${i}, ${i % 90},City ${i % 300}`).join('\n');
  it('are what their beginning is, read to their end', () => {
    const [offer, ...others] = offersFor(`Name,Age,City\n${rows(20_000)}\n`);
    expect(offer!.list).toMatchObject({ form: 'csv', headed: true });
    expect(offer!.list!.items).toHaveLength(20_000);
    expect(others.every(({ list }) => list === undefined)).toBe(true);
    const tree = JSON.stringify(
      Array.from({ length: 9_000 }, (_, id) => ({ id, name: `N${id}`, parentId: id === 0 ? null : id >> 2 })),
    );
    expect(offersFor(tree)[0]!.list!.items).toHaveLength(9_000);
  });
  it('of more lines than a chart holds are refused in words', () => {
    const [offer] = offersFor(`Name,Age,City\n${rows(42_000)}\n`);
    expect(offer!.fitness).toMatchObject({ sure: 0, why: expect.stringMatching(/42000 lines; a chart holds 30000/) });
  });
  it('of very long rows are tables, also where the last is cut at a blank', () => {
    const cells = (i: number) => Array.from({ length: 150 }, (_, at) => (at ? `${i} of ${at}` : `Person ${i}`));
    const text = ['Name', ...cells(0).slice(1)].join(',');
    const [offer] = offersFor([text, ...Array.from({ length: 600 }, (_, i) => cells(i).join(','))].join('\n'));
    expect(offer!.list).toMatchObject({ form: 'csv' });
    expect(offer!.list!.items).toHaveLength(600);
  });
  it('of a family that is too long say so, not that others cannot read them', () => {
    const people = Array.from({ length: 30_001 }, (_, i) => `0 @I${i}@ INDI\n1 NAME Ann /Number${i}/`);
    const [offer] = offersFor(['0 HEAD', '1 GEDC', '2 VERS 5.5.1', ...people, '0 TRLR'].join('\n'));
    expect(offer!.kind.id).toBe('family');
    expect(offer!.fitness.why).toMatch(/30001 lines; a chart holds 30000/);
  });
  it('of things and what joins them are told by the first lines between them, and by as many alone as there are', () => {
    const nodes = Array.from({ length: 6_000 }, (_, i) => ({
      id: i,
      label: `Habitat number ${i}, by the old sea wall`,
    }));
    const links = Array.from({ length: 4_000 }, (_, i) => ({
      source: 5_999 - i,
      target: (i * 7) % 4_000,
      label: 'feeds',
    }));
    const [offer] = offersFor(JSON.stringify({ nodes, links }));
    expect(offer).toMatchObject({ kind: { id: 'concept' }, list: { form: 'json' } });
    expect(new Set(offer!.list!.items.map(({ fields }) => fields['name'])).size).toBe(6_000);
  });
});

describe('lists of more lines than a function takes arguments', () => {
  it.each([
    ['lines with commas', (i: number) => `Name ${i}, and ${i}.`],
    ['bullets', (i: number) => `- Name ${i}`],
    ['numbered lines', (i: number) => `${i}. Name`],
    ['cells', (i: number) => `${i}\tName ${i}\t${i % 7}`],
  ])('%s are refused in words', (_, line) => {
    const text = Array.from({ length: 130_000 }, (_, i) => line(i)).join('\n');
    expect(offersFor(text).every(({ list }) => (list?.items.length ?? 0) <= 130_000)).toBe(true);
    expect(readList(kindOf('org')!, text)).toMatchObject({ ok: false, problem: { code: expect.any(String) } });
  });
});

describe('what is no list', () => {
  const why = (text: string) => {
    const [offer] = offersFor(text);
    return offer!.fitness.sure === 0 ? offer!.fitness.why : `${offer!.kind.id} ${offer!.fitness.sure}`;
  };
  it.each([
    ['a program', 'import { a } from "b";\nfunction c(d) {\n  const e = d;\n  return e;\n}\nif (a) {\n  c(a);\n}\n'],
    ['statements to a database', `CREATE TABLE \`beds\` (\n${"('AB', 'Quay'),\n".repeat(9)}('AC', 'Fen');\n`],
  ])('is said of %s', (_, text) => expect(why(text)).toContain('looks like a program'));
  it('is said of running text, but not of a few long posts', () => {
    const sentence =
      'The path by the pond would be closed until the spring when somebody comes back from the nursery and mends the gates which nobody had done in all the years before. ';
    expect(why(`${sentence}\n\n${sentence}\n${sentence}`)).toContain('running text');
    expect(why(`Ann\n\tBo | ${sentence}\n\tCy | ${sentence}\n`)).toMatch(/^org/);
  });
  it('is said of changes to a directory, and of RDF without concepts', () => {
    expect(why('version: 1\ndn: ou=Plants,dc=garden\nchangetype: delete\n')).toContain('only what is to be changed');
    expect(why('<urn:a> <urn:b> "c" .\n<urn:a> <urn:d> <urn:e> .\n')).toContain('neither concepts');
  });
});

describe('a file as programs write it', () => {
  const first = (text: string) => {
    const [offer] = offersFor(text);
    return { kind: offer!.kind.id, form: offer!.list?.form, items: offer!.list?.items.length };
  };
  it('may be JSON in one very long line with an end of line after it', () => {
    const records = Array.from({ length: 6_000 }, (_, i) => ({
      name: `Bed ${i}`,
      place: 'behind the glasshouse',
      sown: 'in May, again in June',
    }));
    expect(first(`${JSON.stringify(records)}\n`)).toEqual({ kind: 'org', form: 'json', items: 6_000 });
  });
  it('may have remarks over its table', () => {
    expect(first('# of the garden,\n# all beds\n\nA,north,3\nB,south,4\nC,south,9\n')).toMatchObject({
      form: 'csv',
      items: 3,
    });
    // A heading over a list is one of the list.
    expect(first('# Garden\n\n- Ann\n- Bo\n')).toMatchObject({ form: 'markdown', items: 3 });
  });
  it('may have columns in which nobody has anything: they are no sets', () => {
    expect(first('name,code,west,east\nAnn,A,,\nBo,B,,\nCy,C,,\n').kind).toBe('org');
  });
  it('may say classes of a vocabulary in triples', () => {
    const [sub, label] = [
      'http://www.w3.org/2000/01/rdf-schema#subClassOf',
      'http://www.w3.org/2000/01/rdf-schema#label',
    ];
    const text = `<urn:sedge> <${sub}> <urn:plant> .\n<urn:reed> <${sub}> <urn:plant> .\n<urn:plant> <${label}> "Plant"@en .\n`;
    const [offer] = offersFor(text);
    expect(offer!.list!.form).toBe('skos');
    expect(offer!.list!.items.map(({ fields }) => fields['name'])).toEqual(
      expect.arrayContaining(['Plant', 'sedge', 'reed']),
    );
  });
});
