/** Kinds whose lines carry words: to both sides of their middle, and with long tiers in two rows. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { overlap, overlaps, readAs, wordsOnLines } from '../../../tests/support/kinds';
import { parents } from '../../../tests/support/trees';
import { type Chart, defaultPage } from '../chart';
import { compose } from '../compose';

const chartOf = (kind: string, list: string, arrangement: Chart['arrangement'], page: Partial<Chart['page']> = {}) =>
  ({ ...readAs(kind, list).chart, arrangement, page: { ...defaultPage, ...page } }) as Chart;
/** Propositions of a tree, each with a phrase. */
const mapOf = (all: readonly number[]) =>
  all
    .map((parent, i) => (i === 0 ? '' : `Idea ${parent < 0 ? 0 : parent} - leads to ${i} - Idea ${i}`))
    .filter(Boolean)
    .join('\n');
const wide = ['Main', ...Array.from({ length: 14 }, (_, i) => `\tIdea ${i}`)].join('\n');
const placed = (chart: Chart) => {
  const { items, tiers, scene, page } = compose(chart, fonts);
  return { items, tiers, axis: scene.axis, page };
};
const middle = ({ box: { x, width } }: ReturnType<typeof placed>['items'][number]) => x + width / 2;

describe('both sides', () => {
  const list = [
    'Main',
    ...['A', 'B', 'C', 'D'].flatMap((name) => [`\t${name}`, `\t\t${name} one`, `\t\t${name} two`]),
  ].join('\n');

  it('share the branches out evenly in list order, deeper tiers further away', () => {
    const { items, axis } = placed(chartOf('concept', list, { layout: 'columns', sides: 'both' }));
    expect(axis).toBe('sides');
    const at = (name: string) => middle(items.find((item) => item.name === name)!);
    for (const name of ['A', 'B']) expect(at(`${name} one`)).toBeGreaterThan(at(name));
    for (const name of ['C', 'D']) expect(at(`${name} one`)).toBeLessThan(at(name));
    expect(at('A')).toBeGreaterThan(at('Main'));
    expect(at('D')).toBeLessThan(at('Main'));
  });

  it('are one side where there is one branch only', () => {
    const { axis } = placed(chartOf('concept', 'Main\n\tA\n\t\tB\n\t\tC', { sides: 'both' }));
    expect(axis).toBe('rows');
  });
});

describe('long tiers', () => {
  it('stand in two rows where the page asks for it, so that words print larger', () => {
    const page = { orientation: 'portrait' } as const;
    const one = placed(chartOf('concept', wide, { rows: 'one' }, page));
    const two = placed(chartOf('concept', wide, {}, page));
    expect(two.page.smallestText!).toBeGreaterThan(1.2 * one.page.smallestText!);
    expect(new Set(two.items.map(({ box }) => Math.round(box.y + box.height / 2))).size).toBe(3);
    // One tier all the same: its band holds both rows.
    expect(two.tiers).toHaveLength(2);
    const band = two.tiers[1]!;
    for (const { box, tier } of two.items)
      if (tier === 2) {
        expect(box.y).toBeGreaterThanOrEqual(band.start - 0.01);
        expect(box.y + box.height).toBeLessThanOrEqual(band.end + 0.01);
      }
  });

  it('stay in one where all of them are short', () => {
    const { items } = placed(chartOf('concept', 'Main\n\tA\n\tB\n\tC', { rows: 'two' }));
    expect(new Set(items.map(({ box }) => Math.round(box.y + box.height / 2))).size).toBe(2);
  });
});

it('no box or phrase lies on another, whichever way a map runs', () => {
  fc.assert(
    fc.property(
      parents(24),
      fc.constantFrom('rows', 'columns'),
      fc.constantFrom('one', 'both'),
      fc.constantFrom('one', 'two'),
      fc.constantFrom('start', 'middle', 'end'),
      (all, layout, sides, rows, words) => {
        if (all.length < 2) return;
        const chart = chartOf(
          'concept',
          mapOf(all),
          { layout, sides, rows, words },
          { size: 'picture', showTitle: false, margin: 0 },
        );
        const composition = compose(chart, fonts);
        expect(overlaps(composition)).toEqual([]);
        const phrases = wordsOnLines(composition);
        for (const [i, phrase] of phrases.entries()) {
          for (const { box } of composition.items) expect(overlap(phrase, box)).toBe(false);
          for (const other of phrases.slice(i + 1)) expect(overlap(phrase, other)).toBe(false);
        }
      },
    ),
    { numRuns: 60 },
  );
});

it('boxes that become narrower for their page have room for every word, in any shape', () => {
  const plants = [
    'Carbon',
    'Tides',
    'Storm',
    'Fish',
    'Birds',
    'Salt',
    'Mud',
    'Reeds',
    'Crabs',
    'Light',
    'Seeds',
    'Wind',
  ];
  const list = ['by the sea', 'in a bog', 'on a roof'].flatMap((place, i) => [
    `\t${place}: Is it sunny ${i}?`,
    ...['always', 'mornings', 'never', 'in winter'].map((when, j) => `\t\t${when}: Plant ${plants[4 * i + j]}`),
  ]);
  for (const shape of ['square', 'cut', 'ellipse', 'hexagon', 'tag'] as const) {
    const chart = chartOf('decision', ['Is it wet?', ...list].join('\n'), {}, { orientation: 'portrait' });
    const { items, settled } = compose({ ...chart, tiers: { 3: { look: { shape } } } }, fonts);
    expect(settled!.by.some((part) => part < 1)).toBe(true);
    for (const { set } of items) for (const { text } of set.lines) expect(text).not.toMatch(/-$/);
  }
});
