import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, overlaps, readAs } from '../../../../tests/support/kinds';
import { outlineOf, parents } from '../../../../tests/support/trees';
import { apply, type Change, type Chart } from '../../chart';

const changed = (chart: Chart, ...changes: Change[]): Chart => {
  const result = apply(chart, { type: 'group', changes });
  if (!result.ok) throw new Error(result.problem.message);
  return result.chart;
};
const at = (chart: Chart) => {
  const { items } = drawn(chart);
  return (name: string) => items.find((item) => item.name === name)!.box;
};
const wayTo = (chart: Chart, name: string, role = 'reports-to') => {
  const { links, items } = drawn(chart);
  const id = items.find((item) => item.name === name)!.id;
  return links.find((link) => link.to === id && link.role === role)!.points;
};
const middle = (box: { x: number; width: number }) => box.x + box.width / 2;

const TABLE = `Name,Reports to,Aide,Dotted line to,Set on tier
Top,,,,
Aide one,Top,yes,,
Aide two,Top,yes,,
Aide three,Top,yes,,
Under aide,Aide two,,,
Left,Top,,,
Right,Top,,,
A,Left,,Right,
B,Left,,,
C,Right,,,5
D,Right,,,
`;

describe('aides, grades, folds and dotted lines', () => {
  const { chart, id, problems } = readAs('org', TABLE);
  const place = at(chart);

  it('puts aides beside the line above the reports, by turns, a pair to a row', () => {
    expect(problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    const line = middle(place('Top'));
    expect(place('Aide one').x + place('Aide one').width).toBeLessThan(line);
    expect(place('Aide two').x).toBeGreaterThan(line);
    expect(place('Aide two').y).toBe(place('Aide one').y);
    expect(place('Aide three').y).toBeGreaterThan(place('Aide one').y);
    expect(place('Under aide').y).toBeGreaterThan(place('Aide two').y);
    expect(place('Left').y).toBeGreaterThan(place('Aide three').y + place('Aide three').height);
  });
  it('sets a post on the tier that its line asks for, its line passing the tiers between', () => {
    const { tierOf } = drawn(chart);
    expect(tierOf[id('C')]).toBe(5);
    expect(tierOf[id('D')]).toBe(3);
    expect(place('C').y).toBeGreaterThan(place('D').y + place('D').height);
  });
  it('draws a dotted line broken, from the second superior', () => {
    const way = wayTo(chart, 'A', 'dotted-line');
    expect(way.length).toBeGreaterThan(1);
    const { scene } = drawn(chart);
    expect(scene.links.some(({ marks }) => marks.some((mark) => mark.type === 'path' && mark.dash))).toBe(true);
  });
  it('folds a branch and says how many stand in it', () => {
    const folded = changed(chart, { type: 'set-item', id: id('Left'), folded: true });
    const { items, scene } = drawn(folded);
    expect(items.map(({ name }) => name)).not.toContain('A');
    const words = scene.items
      .find((item) => item.id === id('Left'))!
      .marks.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    expect(words).toContain('+2');
    expect(drawn(changed(folded, { type: 'set-item', id: id('Left'), folded: null })).scene).toEqual(
      drawn(chart).scene,
    );
  });
});

describe('directions', () => {
  const { chart } = readAs('org', 'Top\n\tLeft\n\t\tA\n\t\tB\n\tRight\n\t\tC');
  const inWay = (direction: string) => drawn(changed(chart, { type: 'set-arrangement', arrangement: { direction } }));

  it('up is down upside down, left is right turned round: the same boxes mirrored', () => {
    for (const [way, back, key, extent] of [
      ['down', 'up', 'y', 'height'],
      ['right', 'left', 'x', 'width'],
    ] as const) {
      const [a, b] = [inWay(way), inWay(back)];
      const size = a.scene[extent];
      for (const [i, { box }] of a.items.entries())
        expect(b.items[i]!.box[key]).toBeCloseTo(size - box[key] - box[extent], 6);
      expect(b.tiers[0]!.start).toBeGreaterThan(b.tiers.at(-1)!.start);
    }
  });
});

describe('settings of a tier, a branch and the chart', () => {
  const { chart, id } = readAs('org', 'Top\n\tLeft\n\t\tA\n\t\tB\n\t\tC\n\tRight\n\t\tD\n\t\tE\n\t\tF');
  const set = (...changes: Change[]) => at(changed(chart, ...changes));

  it('a tier is set as it is told, a branch of it otherwise', () => {
    const place = set(
      { type: 'set-tier', tier: 2, leaves: 'stack' },
      { type: 'set-item', id: id('Right'), leaves: 'pairs' },
    );
    expect(place('A').x).toBe(place('C').x);
    expect(place('D').y).toBe(place('E').y);
    expect(place('F').y).toBeGreaterThan(place('D').y);
  });
  it('a grid takes the columns it is given, filled one after another', () => {
    const place = set({ type: 'set-item', id: id('Left'), leaves: 'grid:2' });
    expect(place('A').x).toBe(place('B').x);
    expect(place('C').y).toBe(place('A').y);
    expect(place('C').x).toBeGreaterThan(place('A').x + place('A').width);
  });
  it('the gap after a tier is its own', () => {
    const gap = (place: ReturnType<typeof at>) => place('Left').y - place('Top').y - place('Top').height;
    expect(gap(set({ type: 'set-tier', tier: 1, gap: 90 }))).toBeCloseTo(90, 6);
    expect(gap(set({ type: 'set-tier', tier: 2, gap: 90 }))).toBeCloseTo(gap(at(chart)), 6);
  });
});

describe('by hand', () => {
  const { chart, id } = readAs('org', 'Top\n\tLeft\n\t\tA\n\tRight');
  it('a nudge moves just one box and its lines; taken away, all is exactly as computed', () => {
    const nudged = changed(chart, { type: 'set-item', id: id('Left'), nudge: { dx: 14, dy: -3 } });
    const [plain, moved] = [at(chart), at(nudged)];
    expect(moved('Left').x - plain('Left').x).toBeCloseTo(14, 6);
    expect(moved('Left').y - plain('Left').y).toBeCloseTo(-3, 6);
    for (const name of ['Top', 'A', 'Right']) expect(moved(name)).toEqual(plain(name));
    expect(wayTo(nudged, 'Left').at(-1)![0]).toBeCloseTo(middle(moved('Left')), 6);
    const back = changed(nudged, { type: 'set-items', items: { [id('Left')]: { nudge: null } } });
    expect(drawn(back).scene).toEqual(drawn(chart).scene);
  });
  it('a line keeps to the side and place it is given, and to its bends, until put back', () => {
    const docked = changed(chart, {
      type: 'set-item',
      id: id('Left'),
      line: { to: { side: 'left', at: 0.25 }, bends: [{ dx: -60, dy: 5 }] },
    });
    const way = wayTo(docked, 'Left');
    const box = at(docked)('Left');
    expect(way.at(-1)![1]).toBeCloseTo(box.y + box.height / 4, 6);
    expect(way.at(-1)![0]).toBeLessThan(box.x);
    // It keeps straight on before it turns, and bends where it was told.
    expect(way.length).toBeGreaterThan(3);
    expect(drawn(changed(docked, { type: 'set-item', id: id('Left'), line: null })).scene).toEqual(drawn(chart).scene);
  });
  it('lines are rounded, and hop where they cross', () => {
    const look = (line: 'rounded' | 'elbow') =>
      ([1, 2] as const).map((tier): Change => ({ type: 'set-tier', tier, look: { line } }));
    const paths = (of: Chart) =>
      drawn(of)
        .scene.links.flatMap(({ marks }) => marks.flatMap((mark) => (mark.type === 'path' ? [mark.d] : [])))
        .join('');
    expect(paths(changed(chart, ...look('elbow')))).not.toMatch(/[QAC]/);
    expect(paths(changed(chart, ...look('rounded')))).toMatch(/[QAC]/);
  });
});

describe('laws on random charts', () => {
  it('boxes stay apart in any direction and setting, and a leaf more never reorders the others', () => {
    fc.assert(
      fc.property(
        parents(60, true),
        fc.constantFrom('down', 'right', 'up', 'left'),
        fc.constantFrom('auto', 'spread', 'stack', 'stack-before', 'pairs', 'grid'),
        fc.nat(),
        (of, direction, leaves, where) => {
          const { chart } = readAs('org', outlineOf(of), { direction, leaves });
          expect(overlaps(drawn(chart))).toEqual([]);
          const ids = Object.keys(chart.items);
          const parent = ids[where % ids.length]!;
          const more = changed(chart, { type: 'add-items', items: [{ id: 'new', parent, fields: { name: 'New' } }] });
          expect(overlaps(drawn(more))).toEqual([]);
          const order = (of: Chart) => drawn(of).items.map(({ id }) => id);
          expect(order(more).filter((id) => id !== 'new')).toEqual(order(chart));
        },
      ),
      { numRuns: 60 },
    );
  });
});
