/** Moves and additions in the list, as changes. */
import { nanoid } from 'nanoid';
import { branchOf, type Change, type Chart, isWithin, treeOf } from '../../../core/chart';
import { change, focusLine, say, select, useEditor } from '../state/store';
import { words } from '../words';

const chartNow = (): Chart => useEditor.getState().chart;
const nameOf = (id: string) => chartNow().items[id]?.fields['name'] || 'A line';

/** Adds an empty line directly below: as the first under a line that has others under it, else as its next. */
export function addAfter(id: string | null): void {
  const chart = chartNow();
  const fresh = nanoid(12);
  const tree = treeOf(chart.items);
  const item = id === null ? undefined : chart.items[id];
  const inside = item && tree.childrenOf(item.id).length > 0;
  const parent = inside ? item.id : (item?.parent ?? null);
  const after = inside ? null : (item?.id ?? tree.tops.at(-1) ?? null);
  if (change({ type: 'add-items', items: [{ id: fresh, parent, fields: { name: '' } }], after })) focusLine(fresh);
}

/** Moves a branch among its siblings. */
export function moveAlong(id: string, by: -1 | 1): void {
  const chart = chartNow();
  const { parent } = chart.items[id]!;
  const siblings = treeOf(chart.items).childrenOf(parent);
  const at = siblings.indexOf(id);
  const to = at + by;
  if (to < 0 || to >= siblings.length) return;
  const after = by === 1 ? siblings[to]! : (siblings[to - 1] ?? null);
  change({ type: 'move-branch', id, parent, after });
}

export const moveIn = (id: string) => change({ type: 'move-in', id });
export const moveOut = (id: string) => change({ type: 'move-out', id });

/** Removes a line, those under it moving up; or its whole branch. The line above is selected then. */
export function remove(id: string, how: 'line' | 'branch'): void {
  const chart = chartNow();
  const tree = treeOf(chart.items);
  const count = branchOf(tree, id).length;
  const name = nameOf(id);
  const siblings = tree.childrenOf(chart.items[id]!.parent);
  const at = siblings.indexOf(id);
  const next = siblings[at - 1] ?? chart.items[id]!.parent ?? siblings[at + 1] ?? null;
  if (!change({ type: how === 'line' ? 'remove-lift' : 'remove-branch', id })) return;
  say(how === 'line' && count > 1 ? words.list.lifted(name) : words.list.removed(name, count), true);
  if (next === null) select(null);
  else if (document.activeElement?.closest('[data-lines]')) focusLine(next);
  else select(next);
}

/** Where a branch can be dropped relative to an item. */
export type DropPlace = 'under' | 'before' | 'after';

/** The change that drops a branch at a place; undefined where it stands there or can't go there. */
export function dropChange(chart: Chart, id: string, target: string, place: DropPlace): Change | undefined {
  if (isWithin(chart.items, target, id)) return undefined;
  if (place === 'under') return { type: 'move-branch', id, parent: target };
  const { parent } = chart.items[target]!;
  const siblings = treeOf(chart.items)
    .childrenOf(parent)
    .filter((other) => other !== id);
  const at = siblings.indexOf(target);
  return { type: 'move-branch', id, parent, after: place === 'after' ? target : (siblings[at - 1] ?? null) };
}
