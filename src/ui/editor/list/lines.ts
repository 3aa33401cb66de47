/** Moves and additions in the list, as changes. */
import { nanoid } from 'nanoid';
import {
  asOne,
  branchOf,
  type Change,
  type Chart,
  isWithin,
  ordersAfter,
  setsOf,
  type Tree,
  treeOf,
  walk,
} from '../../../core/chart';
import type { Addition } from '../../../core/kinds';
import { kindFor } from '../../shared/fields';
import { change, focusLine, focusRow, say, select, useEditor } from '../state/store';
import { words } from '../words';

const chartNow = (): Chart => useEditor.getState().chart;
const nameOf = (id: string) => chartNow().items[id]?.fields['name'] || 'A line';

/** The sets that lines belong to which are written below each other, under what was a heading. */
let writingInto: { readonly last: string; readonly sets: readonly string[] } | null = null;

/** What a line that was typed means beside its name, as in a list that is pasted. @returns the line that is left; undefined where it is a name */
export function understandTyped(id: string, text: string): string | undefined {
  const chart = chartNow();
  const what = text === '' ? undefined : kindFor(chart.kind).typed?.(chart, id, text);
  const siblings = treeOf(chart.items).childrenOf(chart.items[id]?.parent ?? null);
  const before = siblings[siblings.indexOf(id) - 1];
  if (!what || !change(what)) return undefined;
  if (chartNow().items[id]) return id;
  // It was another line's name again, and is gone: writing goes on where it stood.
  const left = before ?? treeOf(chartNow().items).tops[0] ?? id;
  if (writingInto?.last === id) writingInto = { ...writingInto, last: left };
  return left;
}

/** Adds an empty line directly below: as the first under a line that has others under it, else as its next. */
export function addAfter(id: string | null): void {
  const chart = chartNow();
  const fresh = nanoid(12);
  const tree = treeOf(chart.items);
  const item = id === null ? undefined : chart.items[id];
  const own = item && kindFor(chart.kind).nextPlace?.(chart, item.id);
  if (own) {
    const { after, parent } = own;
    if (change({ type: 'add-items', items: [{ id: fresh, parent, fields: { name: '' } }], after })) focusLine(fresh);
    return;
  }
  const inside = item && tree.childrenOf(item.id).length > 0;
  const parent = inside ? item.id : (item?.parent ?? null);
  const after = inside ? null : (item?.id ?? tree.tops.at(-1) ?? null);
  const sets = writingInto?.last === id ? writingInto.sets.filter((set) => chart.sets[set]) : [];
  const belongs: Change = {
    type: 'set-membership',
    item: fresh,
    sets: Object.fromEntries(sets.map((set) => [set, true])),
  };
  const added: Change = { type: 'add-items', items: [{ id: fresh, parent, fields: { name: '' } }], after };
  if (!change(sets.length > 0 ? asOne([added, belongs]) : added)) return;
  if (sets.length > 0) writingInto = { last: fresh, sets };
  focusLine(fresh);
}

/** Adds what a kind has at an item, and leads to its words. */
export function addAt(addition: Addition, item: string | null, write: (id: string) => void = focusLine): void {
  const done = addition.add(chartNow(), item, nanoid(12));
  if (typeof done === 'string') say(done);
  else if (change(done.change)) write(done.write);
}

/** What a key pressed with Alt adds; undefined where it adds nothing. */
export const additionFor = (event: { readonly altKey: boolean; readonly code: string }): Addition | undefined =>
  event.altKey
    ? kindFor(chartNow().kind).additions.find(({ key }) => event.code === `Key${key.toUpperCase()}`)
    : undefined;

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

export function moveIn(id: string): boolean {
  const chart = chartNow();
  const { nest } = kindFor(chart.kind);
  const siblings = treeOf(chart.items).childrenOf(chart.items[id]!.parent);
  const above = siblings[siblings.indexOf(id) - 1];
  if (!nest || above === undefined) return change({ type: 'move-in', id });
  const meant = nest(chart, id, above);
  if (typeof meant === 'string') {
    say(meant);
    return false;
  }
  if (!change(meant.change)) return false;
  const sets = setsOf(chartNow()).flatMap((set) => (set.members.includes(id) ? [set.id] : []));
  writingInto = { last: id, sets };
  say(meant.said, true);
  return true;
}

export function moveOut(id: string): boolean {
  if (writingInto?.last !== id) return change({ type: 'move-out', id });
  const { sets } = writingInto;
  writingInto = null;
  return change({ type: 'set-membership', item: id, sets: Object.fromEntries(sets.map((set) => [set, false])) });
}

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

/** Of several lines those that stand under none of the others, in list order: to move or copy them is to move all. */
export function topmost(chart: Chart, ids: readonly string[]): string[] {
  const all = new Set(ids);
  const within = (id: string) => {
    for (let at = chart.items[id]?.parent ?? null; at !== null; at = chart.items[at]?.parent ?? null)
      if (all.has(at)) return true;
    return false;
  };
  return walk(treeOf(chart.items))
    .map(({ id }) => id)
    .filter((id) => all.has(id) && !within(id));
}

/** Lines of the list that are in view: those in folded branches are not. */
export function rowsInView(tree: Tree, folded: ReadonlySet<string>): { id: string; depth: number }[] {
  const rows: { id: string; depth: number }[] = [];
  let hidden = Number.POSITIVE_INFINITY;
  for (const row of walk(tree)) {
    if (row.depth > hidden) continue;
    hidden = folded.has(row.id) ? row.depth : Number.POSITIVE_INFINITY;
    rows.push(row);
  }
  return rows;
}

/** Moves several branches under or beside a line, in their order; undefined where they stand there or can't go there. */
export function moveChange(chart: Chart, ids: readonly string[], target: string, place: DropPlace): Change | undefined {
  const moved = topmost(chart, ids);
  if (moved.length === 0 || moved.some((id) => isWithin(chart.items, target, id))) return undefined;
  const parent = place === 'under' ? target : chart.items[target]!.parent;
  const set = new Set(moved);
  const siblings = treeOf(chart.items)
    .childrenOf(parent)
    .filter((id) => !set.has(id));
  const at = place === 'under' ? siblings.length - 1 : siblings.indexOf(target) - (place === 'before' ? 1 : 0);
  const orders = ordersAfter(
    siblings.map((id) => chart.items[id]!),
    at,
    moved.length,
  );
  return {
    type: 'place-lines',
    places: Object.fromEntries(moved.map((id, i) => [id, { parent, order: orders[i]! }])),
  };
}

/** Moves several branches with the same superior one place up or down among the others. */
export function moveAllAlong(ids: readonly string[], by: -1 | 1): void {
  if (ids.length === 1) {
    moveAlong(ids[0]!, by);
    return;
  }
  const chart = chartNow();
  const tops = topmost(chart, ids);
  const parents = new Set(tops.map((id) => chart.items[id]!.parent));
  if (parents.size !== 1) {
    say(words.list.notTogether);
    return;
  }
  const siblings = treeOf(chart.items).childrenOf([...parents][0]!);
  const target = by < 0 ? siblings[siblings.indexOf(tops[0]!) - 1] : siblings[siblings.indexOf(tops.at(-1)!) + 1];
  const what = target === undefined ? undefined : moveChange(chart, tops, target, by < 0 ? 'before' : 'after');
  if (what) change(what);
}

/** Moves several lines in or out together: one undo step. Those that can't go stay. */
export function shiftAll(ids: readonly string[], how: 'move-in' | 'move-out'): void {
  const tops = topmost(chartNow(), ids);
  // Moved out from the last on, so that they keep their order.
  const inTurn = how === 'move-out' ? [...tops].reverse() : tops;
  if (inTurn.length > 0) change(asOne(inTurn.map((id): Change => ({ type: how, id }))));
}

/** Removes several lines; with `branch` what stands under them too. */
export function removeAll(ids: readonly string[], how: 'line' | 'branch'): void {
  if (ids.length === 1) {
    remove(ids[0]!, how);
    return;
  }
  const tree = treeOf(chartNow().items);
  const all = how === 'line' ? [...ids] : [...new Set(topmost(chartNow(), ids).flatMap((id) => branchOf(tree, id)))];
  const gone = new Set(all);
  const order = walk(tree).map(({ id }) => id);
  const first = order.findIndex((id) => gone.has(id));
  const next =
    order
      .slice(0, first)
      .reverse()
      .find((id) => !gone.has(id)) ??
    order.find((id) => !gone.has(id)) ??
    null;
  if (!change({ type: 'remove-lines', ids: all })) return;
  say(words.list.removedLines(all.length), true);
  if (next === null) select(null);
  else focusRow(next);
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
