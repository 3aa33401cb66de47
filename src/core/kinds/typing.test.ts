/** A line that is typed means what it means in a list that is pasted; what is added stands where it belongs. */
import { describe, expect, it } from 'vitest';
import { carried, readAs } from '../../../tests/support/kinds';
import { type Change, type Chart, emptyChart, setsOf } from '../chart';
import { kindOf, kinds } from '.';

let count = 0;
/** Types lines one after another as next to each other, or under the one before with a leading tab. */
function typed(kindId: string, ...lines: readonly string[]): Chart {
  const kind = kindOf(kindId)!;
  let chart = emptyChart(kindId, '-');
  let last: string | null = null;
  for (const line of lines) {
    const id = `t${++count}`;
    const inside = line.startsWith('\t') && last !== null;
    const next = last === null ? undefined : kind.nextPlace?.(chart, last);
    const parent: string | null = next ? next.parent : inside ? last : last === null ? null : chart.items[last]!.parent;
    const name = line.trim();
    chart = carried(chart, { type: 'add-items', items: [{ id, parent, fields: { name } }] });
    const what = kind.typed?.(chart, id, name);
    if (what) chart = carried(chart, what);
    last = chart.items[id] ? id : last;
  }
  return chart;
}
const rows = (kindId: string, chart: Chart) => kindOf(kindId)!.writeOutline(chart);

describe('typing means the same as pasting', () => {
  it.each([
    ['org', ['Ann | Head', '\tBo - Clerk'], 'Ann | Head\n\tBo | Clerk'],
    [
      'family',
      ['Ada (1950, f)', '+ Karl (1948–2010, m)', 'Bo (1980)'],
      'Ada (1950, f)\n+ Karl (1948–2010, m)\n\tBo (1980)',
    ],
    [
      'decision',
      ['Is it dry?', '\tyes (60 %): Thyme = 40', 'no: Reed'],
      'Is it dry?\n\tyes (60 %): Thyme = 40\n\tno: Reed',
    ],
    ['concept', ['Marsh', '\t[is flooded by] Tides'], 'Marsh\n\t[is flooded by] Tides'],
    ['concept', ['Tides - bring -> Mud'], 'Tides - bring -> Mud'],
    ['venn', ['Ann: Bees, Pond', 'Bo: Pond'], 'Ann: Bees, Pond\nBo: Pond'],
    ['venn', ['Bees: 12', 'Bees and Pond: 3'], 'Bees: 12\nBees and Pond: 3'],
  ] as const)('%s %j', (kindId, lines, pasted) => {
    expect(rows(kindId, typed(kindId, ...lines))).toBe(rows(kindId, readAs(kindId, pasted).chart));
  });
  it('takes a plain name as it is', () => {
    for (const kind of kinds) expect(kind.typed?.(typed(kind.id, 'Ann'), `t${count}`, 'Ann'), kind.id).toBeUndefined();
  });
  it('takes the focus question of a map, and the second line of a proposition', () => {
    const chart = typed('concept', '? How does a marsh work?', 'Tides - bring -> Mud', 'Tides -> Birds');
    expect(chart.arrangement['focus']).toBe('How does a marsh work?');
    expect(Object.values(chart.items).filter(({ fields }) => fields['name'] === 'Tides')).toHaveLength(1);
  });
});

describe('a line put under another in a Venn diagram', () => {
  const venn = kindOf('venn')!;
  it('belongs to the set that the other names', () => {
    let chart = typed('venn', 'Bees', 'Ann');
    const [bees, ann] = Object.keys(chart.items) as [string, string];
    const meant = venn.nest!(chart, ann, bees) as { change: Change };
    chart = carried(chart, meant.change);
    expect(setsOf(chart).map(({ name, members }) => [name, members])).toEqual([['Bees', [ann]]]);
    expect(Object.keys(chart.items)).toEqual([ann]);
  });
  it('is refused under what belongs to sets itself', () => {
    const chart = typed('venn', 'Ann: Bees', 'Bo');
    const [ann, bo] = Object.keys(chart.items) as [string, string];
    expect(venn.nest!(chart, bo, ann)).toMatch(/is an item itself/);
  });
});

describe('what can be added', () => {
  const { chart, id } = readAs('family', 'Ada\n+ Karl\n\tBo\n\tCy\nEve\n');
  const family = kindOf('family')!;
  const add = (what: string, at: string, of = chart) => {
    const done = family.additions.find((one) => one.id === what)!.add(of, id(at), 'new');
    return typeof done === 'string' ? done : carried(of, done.change);
  };
  const outline = (of: Chart | string) => (typeof of === 'string' ? of : rows('family', of));
  it('of a family: each in its place', () => {
    expect(outline(add('child', 'Ada'))).toBe('Ada\n+ Karl\n\tBo\n\tCy\n\t?\nEve\n');
    expect(outline(add('partner', 'Bo'))).toBe('Ada\n+ Karl\n\tBo\n\t+ ?\n\tCy\nEve\n');
    expect(outline(add('sibling', 'Bo'))).toBe('Ada\n+ Karl\n\tBo\n\t?\n\tCy\nEve\n');
    expect(outline(add('parent', 'Eve'))).toBe('Ada\n+ Karl\n\tBo\n\tCy\n?\n\tEve\n');
    expect(add('parent', 'Bo')).toMatch(/two parents already/);
    expect(add('sibling', 'Ada')).toMatch(/add a parent of Ada first/);
  });
  it('of every kind has a key of its own, works on an empty chart and can be taken back', () => {
    for (const kind of kinds) {
      const keys = kind.additions.map(({ key }) => key);
      expect(new Set(keys).size, kind.id).toBe(keys.length);
      for (const { add: run } of kind.additions) {
        const done = run(emptyChart(kind.id, '-'), null, 'new');
        if (typeof done === 'string') throw new Error(done);
        expect(carried(emptyChart(kind.id, '-'), done.change).items[done.write]).toBeDefined();
      }
    }
  });
});
