/** How kinds without a search of their own stand by themselves. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { apply, type Chart, defaultPage, type Page } from '../chart';
import { compose } from './compose';
import { prepare } from './prepare';
import { keptTo } from './settle';

const FAMILY = readFileSync('demo/founding-family.txt', 'utf8');
const onPage = (kind: string, list: string, arrangement = {}, page: Partial<Page> = {}): Chart => ({
  ...readAs(kind, list, arrangement).chart,
  page: { ...defaultPage, ...page },
});
/** Of couples that stand in one generation, how many stand in one row. */
function couplesInRows(chart: Chart): { inRow: number; all: number } {
  const { items, links } = compose(chart, fonts);
  const box = new Map(items.map((item) => [item.id, item]));
  const couples = links.filter(({ role }) => role === 'partner');
  const inRow = couples.filter(({ from, to }) => Math.abs(box.get(from)!.box.y - box.get(to)!.box.y) < 1);
  return { inRow: inRow.length, all: couples.length };
}

describe('by itself', () => {
  it('a family stays plain where that prints large enough', () => {
    const { inRow, all } = couplesInRows(
      onPage('family', 'Ada (1870)\n+ Bo (1868)\n\tCy (1895)\n\t+ Di (1897)\n\t\tEd (1920)\n'),
    );
    expect(all).toBe(2);
    expect(inRow).toBe(all);
  });
  it('a larger one stands one under the other, and not where that was set otherwise', () => {
    const itself = couplesInRows(onPage('family', FAMILY));
    expect(itself.inRow).toBeLessThan(itself.all);
    const set = couplesInRows(onPage('family', FAMILY, { couples: 'row', siblings: 'row' }));
    expect(set.inRow).toBe(set.all);
  });
  it('prints every chart of the demonstration but the largest at 9 pt or more on a sheet of A4', () => {
    for (const [kind, file] of [
      ['family', 'founding-family.txt'],
      ['decision', 'which-plant.txt'],
      ['decision', 'second-glasshouse.txt'],
      ['concept', 'salt-marsh.txt'],
      ['venn', 'volunteers.csv'],
    ] as const) {
      const { page } = compose(onPage(kind, readFileSync(`demo/${file}`, 'utf8')), fonts);
      expect(page.smallestText, file).toBeGreaterThanOrEqual(9);
    }
  });
  it('words on lines are no smaller than 85 % of the smallest in boxes', () => {
    for (const [kind, file] of [
      ['decision', 'which-plant.txt'],
      ['concept', 'salt-marsh.txt'],
    ] as const)
      for (const layout of kind === 'concept' ? ['rows', 'columns', 'rings', 'free'] : ['']) {
        const chart = onPage(kind, readFileSync(`demo/${file}`, 'utf8'), layout ? { layout } : {});
        const prepared = prepare(chart, fonts);
        const inBoxes = Math.min(...[...prepared.set.values()].flatMap(({ lines }) => lines.map(({ size }) => size)));
        const { links } = prepared.kind.arrange(prepared.input);
        const onLines = links.flatMap(({ words }) => words?.words.lines.map(({ size }) => size) ?? []);
        expect(onLines.length).toBeGreaterThan(5);
        expect(Math.min(...onLines)).toBeGreaterThanOrEqual(0.85 * inBoxes);
      }
  });
});

describe('kept to while words are typed', () => {
  const chart = onPage('family', FAMILY);
  const { settled, structure } = prepare(chart, fonts);

  it('is what was found, with the words that are new', () => {
    const id = structure.order.at(-1)!;
    const typed = apply(chart, { type: 'edit-fields', id, fields: { name: 'Anselm Aurelius Dray' } });
    if (!typed.ok) throw new Error(typed.problem.message);
    const kept = prepare(typed.chart, fonts, { settled });
    expect(kept.settled).toMatchObject({ choices: settled!.choices, lengths: settled!.lengths });
    expect(
      kept.set
        .get(id)!
        .lines.map(({ text }) => text)
        .join(' '),
    ).toContain('Aurelius');
  });
  it('gives a tier that is new the widths of the last one', () => {
    const more = { ...structure, tiers: structure.tiers + 2 };
    const kept = keptTo({ ...settled!, by: [1, 0.82] }, more);
    expect(kept.by).toHaveLength(more.tiers);
    expect(kept.by.slice(2).every((part) => part === 0.82)).toBe(true);
  });
});
