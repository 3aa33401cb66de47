/** Lists in the forms that all kinds share: what is written is read back the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { type Chart, treeOf, walk } from './chart';
import { readSheets } from './formats';
import { kindOf, kinds } from './kinds';
import { readList } from './read';
import { listAsXlsx, writeList } from './write';

const org = kindOf('org')!;
const DEMO: Readonly<Record<string, string>> = {
  org: 'Oriel Tansley | Garden director\n\tPiet Marrable | Head of plants\n\t\tSuda Welk | Glasshouse lead\n\tMaud Ferrow | Head of learning\n',
  family: 'Ada Fenn (1870, f)\n+ Bo Fenn (1868, m)\n\tCy Fenn (1895, m)\n\t+ Di Holt (1897, f)\n\t\tEd Fenn (1920)\n',
  decision:
    'Is it dry?\n\tyes (60 %): Thyme = 40\n\tno (40 %): Is it salt?\n\t\tyes: Glasswort = 10\n\t\tno: Reed = 20\n',
  concept: '? How\nMarsh\n\t[is flooded by] Tides\n\t\t[bring] Mud\n\t[feeds] Birds\n\t\t[look in] Mud\n',
  venn: 'Ann: Bees\nBo: Pond\nCy: Bees, Pond\nEd: \n',
};

/** What a list says, without ids. */
const said = (chart: Chart) => {
  const numberOf = new Map(walk(treeOf(chart.items)).map(({ id }, i) => [id, i]));
  return {
    items: walk(treeOf(chart.items)).map(({ id, depth }) => [depth, chart.items[id]!.fields]),
    links: Object.values(chart.links)
      .map(({ from, to, role, label, fields }) =>
        JSON.stringify([numberOf.get(from), numberOf.get(to), role, label, fields]),
      )
      .sort(),
    sets: Object.values(chart.sets)
      .map(({ name, members }) => [name, members.map((id) => numberOf.get(id)).sort()])
      .sort(),
    arrangement: chart.arrangement,
  };
};

describe.each(kinds.map((kind) => [kind.words.name, kind] as const))('a list of a kind: %s', (_, kind) => {
  const { chart } = readAs(kind.id, DEMO[kind.id]!);
  it.each(['outline', 'markdown', 'opml', 'json'])('is read back the same from %s', (format) => {
    const text = writeList(kind, format, chart);
    const read = readAs(kind.id, text, {}, format === 'markdown' ? format : undefined);
    expect(said(read.chart)).toEqual(said(chart));
    expect(read.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    // Venn's lines are known for what they are, whatever marks them.
    expect(read.form).toBe(kind.id === 'venn' && format === 'outline' ? 'members' : format);
  });
  it('is read back the same from a workbook', async () => {
    const sheets = readSheets(await listAsXlsx(kind, chart));
    const csv = (of: Chart) => writeList(kind, 'csv', of).split('\r\n').sort();
    expect(csv(readAs(kind.id, sheets[0]!.text, {}, 'csv').chart)).toEqual(csv(chart));
    expect(sheets.length).toBe(1 + Object.keys(chart.sets).length);
  });
});

/** Words with what the forms use as signs, and line ends inside. */
const letters = fc.string({
  unit: fc.constantFrom(...'abcdé B1*_[]()<>&"\'#|,;=+-–:\\`.!'),
  minLength: 1,
  maxLength: 12,
});
const words = fc
  .tuple(fc.constantFrom(...'XÅz'), fc.array(letters, { minLength: 1, maxLength: 2 }))
  .map(([first, parts]) =>
    parts.map((part, i) => (i === 0 ? first : 'M') + part.replace(/\s+/g, ' ').trim()).join('\n'),
  )
  .filter((text) => !/ [-–|] | \| |\t/.test(text) && !/[ |–-]$/m.test(text));
const listed = fc.array(fc.tuple(fc.nat(3), words, fc.option(words)), { minLength: 1, maxLength: 12 }).map((rows) => {
  const open: string[] = [];
  const items = rows.map(([wanted, name, note], i) => {
    const level = Math.min(wanted, open.length);
    open.length = level;
    open.push(`i${i}`);
    return {
      id: `i${i}`,
      parent: level === 0 ? null : open[level - 1]!,
      order: `a${String.fromCharCode(65 + i)}`,
      fields: { name, ...(note !== null && { 'Own words': note }) },
    };
  });
  return { ...readAs('org', 'A').chart, items: Object.fromEntries(items.map((item) => [item.id, item])) } as Chart;
});

describe('any words', () => {
  it.each(['opml', 'json'])('come through %s with the list’s own fields', (format) => {
    fc.assert(
      fc.property(listed, (chart) => {
        const again = readAs('org', writeList(org, format, chart), {}, format).chart;
        expect(said(again)).toEqual(said(chart));
      }),
    );
  });
  it.each(['outline', 'markdown'])('come through %s, line ends inside items too', (format) => {
    fc.assert(
      fc.property(listed, (chart) => {
        const bare = (of: Chart) => said(of).items.map(([depth, fields]) => [depth, (fields as { name: string }).name]);
        const again = readAs('org', writeList(org, format, chart), {}, format).chart;
        expect(bare(again)).toEqual(bare(chart));
      }),
    );
  });
  it('come through CSV and a workbook', async () => {
    await fc.assert(
      fc.asyncProperty(listed, async (chart) => {
        const cells = (of: Chart) => walk(treeOf(of.items)).map(({ id }) => of.items[id]!.fields);
        const flat = {
          ...chart,
          items: Object.fromEntries(Object.entries(chart.items).map(([id, item]) => [id, { ...item, parent: null }])),
        };
        expect(cells(readAs('org', writeList(org, 'csv', flat), {}, 'csv').chart)).toEqual(cells(flat));
        const [sheet] = readSheets(await listAsXlsx(org, flat));
        expect(cells(readAs('org', sheet!.text, {}, 'csv').chart)).toEqual(cells(flat));
      }),
      { numRuns: 25 },
    );
  });
});

describe('lists of other programs', () => {
  const names = (text: string, form?: string) => {
    const read = readList(org, text, { form });
    if (!read.ok) throw new Error(read.problem.message);
    const items = Object.fromEntries(read.list.items.map((item) => [item.id, item]));
    return walk(treeOf(items)).map(({ id, depth }) => `${'  '.repeat(depth)}${items[id]!.fields['name']}`);
  };
  it('as JSON: records with a manager, and nested ones', () => {
    expect(names('[{"name":"A","title":"Head"},{"name":"B","manager":"A"},{"name":"C","manager":"B"}]')).toEqual([
      'A',
      '  B',
      '    C',
    ]);
    expect(names('{"team":[{"name":"A","reports":[{"name":"B","reports":[{"name":"C"}]},{"name":"D"}]}]}')).toEqual([
      'A',
      '  B',
      '    C',
      '  D',
    ]);
  });
  it('as Markdown: headings over bullets, marks and links taken off', () => {
    expect(
      names(
        '# Garden\n\n## **Plants**\n- [Suda Welk](https://garden.example)\n  - *Ines*\n- Hanne\n\n## Learning\n1. Tolu\n',
      ),
    ).toEqual(['Garden', '  Plants', '    Suda Welk', '      Ines', '    Hanne', '  Learning', '    Tolu']);
    expect(names('| Name | Reports to |\n|------|:----------:|\n| A \\| B | |\n| C | A \\| B |\n')).toEqual([
      'A | B',
      '  C',
    ]);
  });
  it('with what is broken said in words', () => {
    const message = (text: string, form: string) => {
      const read = readList(org, text, { form });
      return read.ok ? '' : read.problem.message;
    };
    expect(message('[{"name": "A"', 'json')).toMatch(/^This JSON is broken/);
    expect(message('<opml version="2.0"><body><outline text="A"></body></opml>', 'opml')).toMatch(
      /^This OPML is broken: 1:/,
    );
    expect(message('[]', 'json')).toMatch(/no line with words/);
  });
});
