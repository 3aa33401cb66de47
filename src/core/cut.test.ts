import { describe, expect, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import type { Chart } from './chart';
import { cutTo } from './cut';

const { chart: plain, id } = readAs(
  'org',
  'Name,Reports to,Dotted line to\nTop,,\nAnn,Top,\nBo,Ann,\nCy,Ann,Di\nDi,Top,\n',
);
const [ann, bo, cy, di] = ['Ann', 'Bo', 'Cy', 'Di'].map(id) as [string, string, string, string];
const round = (key: string, around: NonNullable<Chart['enclosures']>[string]['around']) => ({
  id: key,
  around,
  name: key,
});
const note = (key: string, at: object) => ({ id: key, text: key, at: { ...at, x: 10, y: 10 } });
const chart = {
  ...plain,
  tiers: { '1': { name: 'Heads' }, '2': { name: 'Leads' }, '3': { name: 'Cooks' } },
  enclosures: {
    branch: round('branch', { branch: ann }),
    gone: round('gone', { branch: di }),
    tier: round('tier', { tier: 3 }),
    over: round('over', { tier: 1 }),
    some: round('some', { items: [bo, di] }),
    others: round('others', { items: [di] }),
  },
  notes: {
    a: note('a', { item: ann }),
    d: note('d', { item: di }),
    s: note('s', { enclosure: 'some' }),
    o: note('o', { enclosure: 'others' }),
    p: note('p', {}),
  },
  sets: { one: { id: 'one', name: 'One', members: [bo, di], order: 'a' } },
} as unknown as Chart;
const items = Object.fromEntries([ann, bo, cy].map((key) => [key, chart.items[key]!]));

describe('a chart with some of its lines', () => {
  it('is without what joins them to others, or is round none of them', () => {
    const made = cutTo(chart, items);
    expect(made.items).toBe(items);
    expect(made.links).toEqual({});
    expect(Object.keys(made.enclosures!)).toEqual(['branch', 'tier', 'over', 'some']);
    expect(made.enclosures!['some']!.around).toEqual({ items: [bo] });
    expect(Object.keys(made.notes)).toEqual(['a', 's']);
    expect(made.sets['one']!.members).toEqual([bo]);
    expect(made.tiers).toBe(chart.tiers);
  });
  it('keeps links within, and notes of the page where its picture is the same', () => {
    const all = { ...items, [di]: chart.items[di]! };
    expect(cutTo(chart, all).links).toEqual(chart.links);
    expect(Object.keys(cutTo(chart, all, { placed: true }).notes)).toEqual(['a', 'd', 's', 'o', 'p']);
  });
  it('counts tiers from its first, each with its name, and keeps the sets that are asked for', () => {
    const made = cutTo(chart, items, { before: 1, sets: [] });
    expect(made.tiers).toEqual({ '1': { name: 'Leads' }, '2': { name: 'Cooks' } });
    expect(made.enclosures!['tier']!.around).toEqual({ tier: 2 });
    expect(made.enclosures!['over']).toBeUndefined();
    expect(made.sets).toEqual({});
  });
  it('leaves the chart as it was', () => {
    const before = structuredClone(chart);
    cutTo(chart, items, { before: 1, sets: [] });
    expect(chart).toEqual(before);
  });
});
