/** How org charts stand by themselves. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../../tests/support/fonts';
import { overlaps, readAs } from '../../../../tests/support/kinds';
import { outlineOf, parents } from '../../../../tests/support/trees';
import { apply, type Change, type Chart, defaultPage, type Page } from '../../chart';
import { compose, prepare } from '../../compose';
import { ALL_ALLOWED, fitChart } from '../../fit';

const onPage = (list: string, page: Partial<Page> = {}): Chart => ({
  ...readAs('org', list).chart,
  page: { ...defaultPage, ...page },
});
const changed = (chart: Chart, change: Change): Chart => {
  const result = apply(chart, change);
  if (!result.ok) throw new Error(result.problem.message);
  return result.chart;
};
const garden = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const person = (i: number) => `Person ${String.fromCharCode(65 + (i % 26))}${i} | Post of some kind`;
/** Heads with so many under each. */
const branches = (...under: number[]) =>
  [
    'Top | Head',
    ...under.flatMap((count, b) => [
      `\t${person(b)}`,
      ...Array.from({ length: count }, (_, i) => `\t\t${person(b * 20 + i)}`),
    ]),
  ].join('\n');

describe('by itself', () => {
  it('every branch of a tier is set alike wherever that reaches the wanted size', () => {
    for (const list of [branches(2, 2, 2), branches(4, 4, 3, 5, 4), branches(6, 2, 1, 6), branches(9, 8)]) {
      const { page } = compose(onPage(list), fonts);
      expect(page.smallestText!).toBeGreaterThanOrEqual(9);
      expect(page.even!).toBeGreaterThanOrEqual(0.95);
    }
  });

  it('prints at nearly the size that fitting finds in the same direction', () => {
    const same = { ...ALL_ALLOWED, direction: false };
    for (const list of [garden, branches(7, 6, 5, 8, 4, 9), branches(12, 3, 3, 3, 1, 1, 1)]) {
      const fit = fitChart(onPage(list), fonts, same)!;
      expect(fit.now!).toBeGreaterThanOrEqual(0.95 * Math.min(9, fit.prints!));
    }
  });

  it('takes narrower boxes where the page asks for them, never breaking a word, a name in three lines at the most', () => {
    const chart = onPage(garden);
    const { settled, set, worded } = prepare(chart, fonts);
    expect(Math.max(...settled!.by)).toBeLessThanOrEqual(1);
    const whole = prepare(chart, fonts, { asIs: true });
    for (const { id, face } of worded) {
      const words = set.get(id)!.lines.map(({ text }) => text);
      expect(words.join(' ').replace(/- /g, '-')).toBe(
        face.lines
          .map(({ text }) => text)
          .join(' ')
          .replace(/- /g, '-'),
      );
      expect(words.length).toBeLessThanOrEqual(
        Math.max(whole.set.get(id)!.lines.length, 3 * (face.lines.length - 1) + 1),
      );
    }
  });

  it('leaves widths, gaps and branches that were set as they are', () => {
    const set = changed(onPage(garden), {
      type: 'group',
      changes: [
        { type: 'set-tier', tier: 4, look: { width: 200 } },
        { type: 'set-arrangement', arrangement: { siblingGap: 22, tierGap: 41 } },
        { type: 'set-items', items: { [readAs('org', garden).id('Suda Welk')]: { leaves: 'pairs' } } },
      ],
    });
    const { settled, structure, worded, sizes } = prepare(set, fonts);
    expect(settled!.tree!.gaps.siblings).toBe(22);
    expect(settled!.tree!.gaps.tiers.every((gap) => gap === 41)).toBe(true);
    const suda = structure.order.indexOf(readAs('org', garden).id('Suda Welk'));
    expect(settled!.tree!.settings[suda]!.form).toBe('pairs');
    const wide = prepare(set, fonts, { asIs: true });
    for (const { id, tier } of worded) if (tier === 4) expect(sizes.get(id)).toEqual(wide.sizes.get(id));
  });

  it('a branch that is set on purpose changes no other one', () => {
    const before = onPage(branches(3, 3, 3));
    const forms = (chart: Chart) => {
      const { settled, structure } = prepare(chart, fonts);
      return new Map(structure.order.map((id, i) => [id, settled!.tree!.settings[i]!.form]));
    };
    const heads = Object.values(before.items).filter(
      ({ parent }) => parent !== null && before.items[parent]!.parent === null,
    );
    const set = changed(before, { type: 'set-items', items: { [heads[0]!.id]: { leaves: 'pairs' } } });
    for (const [id, form] of forms(set))
      if (id !== heads[0]!.id && before.items[id]!.parent !== heads[0]!.id) expect(form).toBe(forms(before).get(id));
  });

  it('is the same every time, whatever was composed before', () => {
    const once = compose(onPage(garden), fonts);
    compose(onPage(branches(3, 3)), fonts);
    expect(compose(onPage(garden), fonts).scene).toEqual(once.scene);
  });

  it('keeps boxes apart and on the page, in the order of the list, for any tree', () => {
    fc.assert(
      fc.property(parents(45, true), fc.constantFrom('A4', 'A3'), (of, size) => {
        const composition = compose(onPage(outlineOf(of), { size }), fonts);
        const { items, page } = composition;
        expect(overlaps(composition)).toEqual([]);
        for (const { box } of items) {
          expect(box.x).toBeGreaterThanOrEqual(page.margin - 0.01);
          expect(box.y).toBeGreaterThanOrEqual(page.margin - 0.01);
          expect(box.x + box.width).toBeLessThanOrEqual(page.width - page.margin + 0.01);
          expect(box.y + box.height).toBeLessThanOrEqual(page.height - page.margin + 0.01);
        }
      }),
      { numRuns: 25 },
    );
  });

  it('a leaf that is added takes its place after the others: none of them changes places', () => {
    fc.assert(
      fc.property(parents(40), (of) => {
        const order = (chart: Chart) => compose(chart, fonts).items.map(({ name }) => name);
        const before = order(onPage(outlineOf(of)));
        const after = order(onPage(`${outlineOf(of)}\n\tAdded | Post`));
        expect(after.filter((name) => name !== 'Added')).toEqual(before);
      }),
      { numRuns: 15 },
    );
  });

  it('while words are typed no branch is set anew, and once at the most when the typing pauses', () => {
    fc.assert(
      fc.property(parents(40), fc.nat(), (of, pick) => {
        let chart = onPage(outlineOf(of));
        let { settled } = prepare(chart, fonts);
        const before = settled!.tree!.settings;
        const id = settled!.order[pick % settled!.order.length]!;
        for (let n = 1; n <= 30; n += 3) {
          chart = changed(chart, {
            type: 'edit-fields',
            id,
            fields: { name: 'Wilhelmina Quartermain the Younger'.slice(0, n) },
          });
          settled = prepare(chart, fonts, { settled }).settled;
          expect(settled!.tree!.settings).toEqual(before);
        }
      }),
      { numRuns: 10 },
    );
  });
});
