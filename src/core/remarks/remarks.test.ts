import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { apply, type Chart } from '../chart';
import { compose } from '../compose';
import { kindOf } from '../kinds';
import { chartOfList, readList } from '../read';
import { marksOf, overlapping, type Scene } from '../scene';
import { type Numbered, numbersAt, type Pin, pinAt, pinIsGone, pinKey, pinSchema, withRemarks } from '.';

function chartOf(kindId: string, text: string): Chart {
  const kind = kindOf(kindId)!;
  const read = readList(kind, text);
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(kind, 'Garden', read.list);
}
const garden = chartOf('org', 'Ann\n\tBo\n\t\tCy\n\tDi\n');
const idOf = (chart: Chart, name: string) =>
  Object.values(chart.items).find(({ fields }) => fields['name'] === name)!.id;
const drawn = (chart: Chart) => {
  const { scene, regions } = compose(chart, fonts);
  return { scene, regions };
};
const wordsOf = (scene: Scene) =>
  [...marksOf(scene), ...(scene.over ?? []).map((mark) => ({ mark }))]
    .map(({ mark }) => (mark.type === 'text' ? mark.text : ''))
    .join(' ');

describe('pins', () => {
  it('stand at what they are pinned to, follow it, and go up to what it is folded into', () => {
    const bo = idOf(garden, 'Bo');
    const at = pinAt(drawn(garden), garden.items, { item: bo })!;
    const { box } = drawn(garden).scene.items.find(({ id }) => id === bo)!;
    expect(at).toEqual([box.x + box.width, box.y]);
    const moved = apply(garden, { type: 'set-item', id: bo, nudge: { dx: 30, dy: 12 } });
    if (!moved.ok) throw new Error(moved.problem.message);
    expect(pinAt(drawn(moved.chart), moved.chart.items, { item: bo })).not.toEqual(at);
    const folded = apply(garden, { type: 'set-item', id: bo, folded: true });
    if (!folded.ok) throw new Error(folded.problem.message);
    const there = drawn(folded.chart);
    expect(there.scene.items.some(({ id }) => id === idOf(garden, 'Cy'))).toBe(false);
    expect(pinAt(there, folded.chart.items, { item: idOf(garden, 'Cy') })).toEqual(
      pinAt(there, folded.chart.items, { item: bo }),
    );
  });

  it('on lines stand halfway along them; on regions where the region is; on the sheet at its corner', () => {
    const { scene, regions } = drawn(garden);
    const [edge] = scene.edges;
    const key = edge!.id === undefined ? `said ${edge!.said}` : `link ${edge!.id}`;
    const [x, y] = pinAt({ scene, regions }, garden.items, { edge: key })!;
    const [from, to] = [edge!.from, edge!.to].map((id) => scene.items.find((item) => item.id === id)!.box);
    expect(y).toBeGreaterThan(from!.y);
    expect(y).toBeLessThan(to!.y + to!.height);
    expect(x).toBeGreaterThan(Math.min(from!.x, to!.x));
    expect(pinAt({ scene, regions }, garden.items, { sheet: true })).toEqual([scene.margin, scene.margin]);
    const venn = chartOf('venn', 'Name,Pruning,Guiding\nAnn,x,x\nBo,x,\nCy,,x\n');
    const sets = Object.keys(venn.sets);
    const both = pinAt(drawn(venn), venn.items, { region: sets });
    expect(both).toEqual(drawn(venn).regions.find((one) => one.sets.length === 2)!.at);
    expect(pinAt(drawn(venn), venn.items, { region: [...sets].reverse() })).toEqual(both);
  });

  it('say when what they are on is gone', () => {
    const gone: Pin[] = [{ item: 'x' }, { branch: 'x' }, { edge: 'link x' }, { edge: 'said x' }, { region: ['x'] }];
    for (const pin of gone) {
      expect(pinIsGone(garden, pin)).toBe(true);
      expect(pinSchema.safeParse(pin).success).toBe(true);
    }
    expect(pinIsGone(garden, { sheet: true })).toBe(false);
    expect(pinIsGone(garden, { item: idOf(garden, 'Cy') })).toBe(false);
    expect(pinAt(drawn(garden), garden.items, { item: 'x' })).toBeNull();
    // What every object has by itself is no item.
    expect(pinIsGone(garden, { item: 'constructor' })).toBe(true);
    for (const odd of [{}, { item: 'a', sheet: true }, { edge: 'other x' }, { region: [] }, { sheet: false }])
      expect(pinSchema.safeParse(odd).success, JSON.stringify(odd)).toBe(false);
    expect(pinKey({ region: ['b', 'a'] })).toBe(pinKey({ region: ['a', 'b'] }));
  });

  it('on one thing have their numbers beside each other', () => {
    const on = { item: idOf(garden, 'Bo') };
    const remarks: Numbered[] = [1, 2, 3].map((number) => ({ number, on }));
    const at = numbersAt(drawn(garden), garden.items, remarks).map((one) => one.at);
    expect(new Set(at.map(([x]) => x)).size).toBe(3);
    expect(new Set(at.map(([, y]) => y)).size).toBe(1);
  });
});

describe('remarks in files', () => {
  const remarks = [
    {
      number: 1,
      on: { item: idOf(garden, 'Bo') },
      name: 'Maud',
      where: 'Bo',
      text: 'Back in March?',
      answers: [{ name: 'Piet', text: 'In April.' }],
    },
    {
      number: 2,
      on: { sheet: true } as const,
      name: 'Piet',
      where: 'the sheet',
      text: 'On A3, please. '.repeat(30),
      answers: [],
    },
  ];
  const whole = { chart: garden, fonts, remarks };

  it('are numbered on the picture and listed on a page after it, or under it', () => {
    const { scene, regions } = drawn(garden);
    const paged = withRemarks([scene], { ...whole, regions }, true);
    expect(paged).toHaveLength(2);
    expect(paged[0]!.items).toEqual(scene.items);
    expect(paged[0]!.remarked?.map(({ name, text }) => [name, text.split('\n').length])).toEqual([
      ['Maud', 2],
      ['Piet', 1],
    ]);
    expect(wordsOf(paged[0]!)).toMatch(/1\s+2/);
    for (const words of ['Back in March?', 'Piet: In April.', 'Maud, Bo']) expect(wordsOf(paged[1]!)).toContain(words);
    const [single, ...more] = withRemarks([scene], { ...whole, regions }, false);
    expect(more).toEqual([]);
    expect(single!.height).toBeGreaterThan(scene.height);
    expect(wordsOf(single!)).toContain('Back in March?');
    // Nothing of the list is over the picture, or beyond the page.
    const below = single!.page.slice(scene.page.length).filter(({ type }) => type === 'text') as {
      x: number;
      y: number;
    }[];
    for (const { x, y } of below) {
      expect(
        overlapping({ x, y: y - 4, width: 1, height: 1 }, { x: 0, y: 0, width: scene.width, height: scene.height }),
      ).toBe(false);
      expect(y).toBeLessThan(single!.height);
      expect(x).toBeLessThan(single!.width);
    }
  });

  it('go over as many pages as they need, and are nothing where there are none', () => {
    const { scene, regions } = drawn(garden);
    const many = Array.from({ length: 40 }, (_, i) => ({ ...remarks[1]!, number: i + 1 }));
    const pages = withRemarks([scene], { ...whole, remarks: many, regions }, true).slice(1);
    expect(pages.length).toBeGreaterThan(2);
    const said = pages.map(wordsOf).join(' ');
    for (const { number } of many) expect(said).toMatch(new RegExp(`(^|\\s)${number}\\s`));
    for (const page of pages)
      for (const mark of page.page) if (mark.type === 'text') expect(mark.y).toBeLessThan(page.height - 20);
    expect(withRemarks([scene], { ...whole, remarks: [], regions }, true)).toEqual([scene]);
  });
});
