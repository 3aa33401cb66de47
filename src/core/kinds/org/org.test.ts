import { describe, expect, it } from 'vitest';
import { fonts } from '../../../../tests/support/fonts';
import type { Chart } from '../../chart';
import { compose } from '../../compose';
import { chartOfList, readList } from '../../read';
import { arrangementProblems, chosen, kindOf } from '..';
import { isVacant } from './vacant';

const kind = kindOf('org')!;
function chartOf(text: string, over: Partial<Chart> = {}): Chart {
  const read = readList(kind, text);
  if (!read.ok) throw new Error(read.problem.message);
  const chart = chartOfList(kind, 'Test', read.list);
  return { ...chart, page: { ...chart.page, size: 'picture', showTitle: false }, ...over };
}
/** A top with two branches, one of six leaves, one of two. */
const BRANCHES = 'Top\n\tLeft\n\t\tA\n\t\tB\n\t\tC\n\t\tD\n\t\tE\n\t\tF\n\tRight\n\t\tG\n\t\tH';
const place = (chart: Chart) => {
  const { items } = compose(chart, fonts);
  return (name: string) => items.find((item) => item.name === name)!.box;
};
const idOf = (chart: Chart, name: string) =>
  Object.values(chart.items).find((item) => item.fields['name'] === name)!.id;

describe('arranging an org chart', () => {
  it('stacks more than four leaves by itself and spreads two', () => {
    const at = place(chartOf(BRANCHES));
    expect(at('A').x).toBe(at('F').x);
    expect(at('A').y).toBeLessThan(at('B').y);
    expect(at('G').y).toBe(at('H').y);
  });
  it('sets a branch as it is told, and those under it too', () => {
    const chart = chartOf(BRANCHES);
    const set = (name: string, leaves: string): Chart => {
      const id = idOf(chart, name);
      return { ...chart, items: { ...chart.items, [id]: { ...chart.items[id]!, leaves } } };
    };
    const spread = place(set('Left', 'spread'));
    expect(spread('A').y).toBe(spread('F').y);
    const all = place(set('Top', 'stack'));
    expect(all('G').x).toBe(all('H').x);
    expect(all('G').y).toBeLessThan(all('H').y);
  });
  it('runs to the right with tiers as columns, the same names in the same order', () => {
    const at = place(chartOf(BRANCHES, { arrangement: { direction: 'right' } }));
    expect(at('Left').x).toBe(at('Right').x);
    expect(at('Top').x).toBeLessThan(at('Left').x);
    expect(at('Left').y).toBeLessThan(at('Right').y);
    expect(at('A').x).toBe(at('H').x);
    const { scene } = compose(chartOf(BRANCHES, { arrangement: { direction: 'right' } }), fonts);
    expect(scene.axis).toBe('columns');
  });
  it('keeps the gaps that were chosen', () => {
    const gaps = { siblingGap: 25, tierGap: 70, treeGap: 90 };
    const chart = chartOf('A\n\tB\n\tC\nD', { arrangement: gaps });
    const at = place(chart);
    expect(at('C').x - (at('B').x + at('B').width)).toBeCloseTo(25, 6);
    expect(at('B').y - (at('A').y + at('A').height)).toBeCloseTo(70, 6);
    const edge = Math.max(at('A').x + at('A').width, at('C').x + at('C').width);
    expect(at('D').x).toBeGreaterThan(at('A').x + at('A').width + 89);
    expect(edge).toBeGreaterThan(0);
  });
  it('joins several tops by a line above them', () => {
    const { scene, items } = compose(chartOf('A\nB\nC', { arrangement: { tops: 'joined' } }), fonts);
    expect(scene.links.map((link) => link.key)).toEqual(['join']);
    expect(Math.min(...items.map((item) => item.box.y))).toBeGreaterThan(scene.picture.y + 10);
  });
  it('leaves three points free at both ends of every line', () => {
    const { items, links, page } = compose(chartOf('Top\n\tA\n\tB\n\tC'), fonts);
    for (const link of links) {
      const from = items.find((item) => item.id === link.from)!.box;
      const to = items.find((item) => item.id === link.to)!.box;
      expect(link.points[0]![1] - (from.y + from.height)).toBeCloseTo(3 * page.scale, 6);
      expect(to.y - link.points.at(-1)![1]).toBeCloseTo(3 * page.scale, 6);
    }
  });
  it.each(['elbow', 'straight', 'curve'] as const)('draws %s lines where the tier asks for them', (line) => {
    const { scene } = compose(chartOf('Top\n\tA\n\tB', { tiers: { 1: { look: { line } } } }), fonts);
    const mark = scene.links[0]!.marks[0]!;
    const d = mark.type === 'path' ? mark.d : '';
    expect(d.includes('C')).toBe(line === 'curve');
    // Elbows: up to three corners on the first way; straight lines: two points each.
    expect(d.split('L').length - 1).toBe({ elbow: 5, straight: 2, curve: 0 }[line]);
  });
});

describe('choices', () => {
  it('fall back to their initial value where a chart holds something else', () => {
    expect(chosen(kind.choices, { direction: 'sideways' }, 'direction')).toBe('down');
    expect(chosen(kind.choices, { tierGap: 9_999 }, 'tierGap')).toBe(32);
    expect(chosen(kind.choices, { tierGap: 50 }, 'tierGap')).toBe(50);
    expect(() => chosen(kind.choices, {}, 'no-such')).toThrow();
  });
  it('are checked for requests', () => {
    expect(arrangementProblems(kind.choices, { direction: 'right', tierGap: 40 })).toEqual([]);
    expect(
      arrangementProblems(kind.choices, { direction: 7, tierGap: 1, spin: true }).map((problem) => problem.key),
    ).toEqual(['direction', 'tierGap', 'spin']);
  });
});

describe('vacant posts', () => {
  it.each([
    '',
    ' ',
    'Vacant',
    'vacant post',
    'VACANCY',
    'N.N.',
    'TBA',
    'tbc',
    'TBD',
    'To be hired',
    'open',
    'vacant (mat. leave)',
    'Vacant - from May',
    'unbesetzt',
    'vacante',
    'à pourvoir',
    'Open position',
    'N. N.',
  ])('are known by %j', (name) => {
    expect(isVacant({ fields: { name } })).toBe(true);
  });
  it.each(['Vacanta Bell', 'Nn Lo', 'Ann', 'Open Hands Ltd', 'Frank Offen', 'Vacancy Bell'])('are not %j', (name) => {
    expect(isVacant({ fields: { name } })).toBe(false);
  });
  it('are known by a column that says so', () => {
    const vacant = (fields: Record<string, string>) => isVacant({ fields: { name: 'Ann', ...fields } });
    expect(vacant({ Status: 'Vacant' })).toBe(true);
    expect(vacant({ 'Post status': 'open (from May)' })).toBe(true);
    expect(vacant({ Vacant: 'yes' })).toBe(true);
    expect(vacant({ Status: 'permanent' })).toBe(false);
    expect(vacant({ Vacant: 'no' })).toBe(false);
  });
  it('are drawn with their words even where the name is empty', () => {
    const read = chartOf('Name,Post\nAnn,Head\n,Pond\n');
    expect(compose(read, fonts).items[1]!.set.lines.map((line) => line.text)).toEqual(['Vacant post', 'Pond']);
  });
});

describe('figures', () => {
  it('count a person with two posts once, and spans of those who have reports', () => {
    const chart = chartOf('Ann | Head\n\tBo | Lead\n\tBo | Clerk\n\tVacant post | Pond\n\t\tCy | Intern');
    expect(kind.figures(chart, kind.structure(chart))).toEqual({
      people: 3,
      posts: 5,
      vacant: 1,
      tiers: 3,
      span: { mean: 2, most: 3 },
    });
    expect(kind.shownFigures(chart, kind.structure(chart), {}).every((figure) => figure.about.endsWith('.'))).toBe(
      true,
    );
  });
  it('of nothing are nothing', () => {
    const chart = { ...chartOf('A'), items: {} };
    expect(kind.figures(chart, kind.structure(chart))).toEqual({
      people: 0,
      posts: 0,
      vacant: 0,
      tiers: 0,
      span: { mean: 0, most: 0 },
    });
  });
});
