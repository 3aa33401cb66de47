/** Pictures of charts that begin at the right. */
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { type Chart, isLeftwardChart } from '../chart';
import { kinds, optionsIn } from '../kinds';
import { chartOfList, readList } from '../read';
import { compose } from './compose';

const LIST = 'Oriel\n  Piet\n    Suda\n    Ravi\n  Hanne\n    Bo\n';
const org = kinds.find(({ id }) => id === 'org')!;
function chartOf(more: Partial<Chart> = {}): Chart {
  const read = readList(org, LIST);
  if (!read.ok) throw new Error(read.problem.message);
  return { ...chartOfList(org, 'Garden', read.list), ...more };
}
const boxesOf = (chart: Chart) =>
  new Map(compose(chart, fonts).scene.items.map(({ label, box }) => [label.split(',')[0]!, box]));

describe('a chart begins at the right', () => {
  it('where its language does, or most of its names', () => {
    const named = (...names: string[]) =>
      isLeftwardChart({
        items: Object.fromEntries(
          names.map((name, i) => [`i${i}`, { id: `i${i}`, parent: null, order: 'a', fields: { name } }]),
        ),
      } as never);
    expect(isLeftwardChart(chartOf())).toBe(false);
    expect(isLeftwardChart(chartOf({ language: 'fa' }))).toBe(true);
    expect(named('ليلى', 'سالم', 'Ann')).toBe(true);
    expect(named('ليلى', 'Bo', 'Ann')).toBe(false);
    expect(named('(1) ליאור')).toBe(true);
    expect(named()).toBe(false);
  });
});

describe('its picture', () => {
  it.each(['down', 'up', 'right', 'left'])('is as in a mirror: %s', (direction) => {
    const arrangement = { direction };
    const page = { ...chartOf().page, size: 'picture' as const };
    const [plain, turned] = [
      boxesOf(chartOf({ arrangement, page })),
      boxesOf(chartOf({ arrangement, page, language: 'ar' })),
    ];
    const right = Math.max(...[...plain.values()].map(({ x, width }) => x + width));
    const left = Math.min(...[...turned.values()].map(({ x }) => x));
    for (const [name, { x, y, width, height }] of plain) {
      const own = turned.get(name)!;
      expect(own.x - left).toBeCloseTo(right - x - width, 1);
      expect([own.y, own.width, own.height].map(Math.round)).toEqual([y, width, height].map(Math.round));
    }
  });
  it('has its title, its headings and what is aligned at the other side', () => {
    const page = { ...chartOf().page, tierHeadings: true, dateLine: 'November' };
    const scene = compose(chartOf({ page, language: 'ar' }), fonts).scene;
    const at = (words: string) =>
      scene.page.find((mark) => mark.type === 'text' && mark.text === words) as { x: number };
    expect(at('Garden').x).toBeGreaterThan(scene.width / 2);
    expect(at('November').x).toBeLessThan(scene.width / 2);
    expect(at('Tier 1').x).toBeGreaterThan(scene.picture.x + scene.picture.width - 60);
    expect(scene.leftward).toBe(true);
  });
  it('has lines that end at its boxes', () => {
    for (const kind of kinds.filter(({ id }) => id !== 'venn')) {
      const form = kind.forms[0]!;
      const read = readList(kind, form.sample);
      if (!read.ok) throw new Error(read.problem.message);
      const { scene } = compose({ ...chartOfList(kind, 'x', read.list), language: 'he' }, fonts);
      for (const { from, to, points } of compose({ ...chartOfList(kind, 'x', read.list), language: 'he' }, fonts)
        .links) {
        const box = scene.items.find(({ id }) => id === to)?.box ?? scene.items.find(({ id }) => id === from)!.box;
        const near = points.some(
          ([x, y]) => x > box.x - 8 && x < box.x + box.width + 8 && y > box.y - 8 && y < box.y + box.height + 8,
        );
        expect(near, `${kind.id}: ${from} to ${to}`).toBe(true);
      }
    }
  });
});

describe('what was chosen by hand', () => {
  it('is meant as it is seen: a line that leaves at the left does so', () => {
    const chart = chartOf({ language: 'ar', page: { ...chartOf().page, size: 'picture' } });
    const id = (name: string) => Object.values(chart.items).find(({ fields }) => fields['name'] === name)!.id;
    const link = { id: 'l1', role: 'dotted-line', from: id('Ravi'), to: id('Bo') };
    for (const side of ['left', 'right'] as const) {
      const links = { l1: { ...link, line: { from: { side, at: 0.5 } } } };
      const { scene } = compose({ ...chart, links } as Chart, fonts);
      const box = scene.items.find((item) => item.id === link.from)!.box;
      const edge = scene.edges!.find(({ id: own }) => own === 'l1')!;
      const x = edge.points[0]![0] * scene.frame.scale + scene.frame.x;
      // A line keeps a little off the box.
      expect(Math.abs(x - (side === 'left' ? box.x : box.x + box.width))).toBeLessThan(5);
    }
  });
  it('is offered in words that hold for it', () => {
    const direction = org.choices.find(({ key }) => key === 'direction');
    if (direction?.type !== 'choice') throw new Error('no directions');
    const labelOf = (leftward: boolean) =>
      optionsIn(direction.options, leftward).find(({ value }) => value === 'right')!.label;
    expect([labelOf(false), labelOf(true)]).toEqual(['To the right', 'To the left']);
  });
});
