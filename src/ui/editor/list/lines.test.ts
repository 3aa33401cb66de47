import { describe, expect, it } from 'vitest';
import { apply, type Chart, emptyChart, firstOrders, treeOf } from '../../../core/chart';
import { dropChange } from './lines';

/** top: a (a1, a2), b, c */
function garden(): Chart {
  const parents: Record<string, string | null> = { top: null, a: 'top', a1: 'a', a2: 'a', b: 'top', c: 'top' };
  const orders = firstOrders(6);
  const items = Object.entries(parents).map(([id, parent], i) => ({
    id,
    parent,
    order: orders[i]!,
    fields: { name: id },
  }));
  return { ...emptyChart('org', 'T'), items: Object.fromEntries(items.map((item) => [item.id, item])) };
}
const dropped = (...[id, target, place]: [string, string, 'under' | 'before' | 'after']) => {
  const chart = garden();
  const what = dropChange(chart, id, target, place);
  if (!what) return undefined;
  const applied = apply(chart, what);
  if (!applied.ok) throw new Error(applied.problem.message);
  const tree = treeOf(applied.chart.items);
  return { top: tree.childrenOf('top'), a: tree.childrenOf('a'), tops: tree.tops };
};

describe('dropping a branch', () => {
  it('under another puts it last there', () => {
    expect(dropped('c', 'a', 'under')).toMatchObject({ top: ['a', 'b'], a: ['a1', 'a2', 'c'] });
  });
  it('before and after another puts it beside', () => {
    expect(dropped('c', 'a', 'before')).toMatchObject({ top: ['c', 'a', 'b'] });
    expect(dropped('a', 'c', 'after')).toMatchObject({ top: ['b', 'c', 'a'] });
    expect(dropped('a', 'b', 'after')).toMatchObject({ top: ['b', 'a', 'c'] });
    expect(dropped('b', 'a2', 'before')).toMatchObject({ top: ['a', 'c'], a: ['a1', 'b', 'a2'] });
  });
  it('beside a top makes it a top', () => {
    expect(dropped('b', 'top', 'after')).toMatchObject({ tops: ['top', 'b'] });
    expect(dropped('b', 'top', 'before')).toMatchObject({ tops: ['b', 'top'] });
  });
  it('on itself or into its own branch is not offered', () => {
    expect(dropped('a', 'a', 'under')).toBeUndefined();
    expect(dropped('a', 'a1', 'under')).toBeUndefined();
    expect(dropped('top', 'a2', 'after')).toBeUndefined();
  });
});
