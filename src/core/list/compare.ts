/** A newer list against the chart: who joined, left, moved, was renamed or changed, and the change that brings it there. */

import {
  type Change,
  type Chart,
  type Item,
  type ItemSet,
  type Link,
  type NewItem,
  ordersAfter,
  type Tree,
  treeOf,
  walk,
} from '../chart';
import { pushTo } from '../grouped';
import { dateIn } from './dates';
import { type MatchedBy, matchLines, SURE } from './match';
import type { ListRead } from './types';
import { folded } from './words';

export interface Person {
  readonly item: string;
  readonly name: string;
}
export interface Comparison {
  /** `under`: whom they stand under; `null` is the top. */
  readonly joined: readonly (Person & { readonly under: string | null })[];
  readonly left: readonly (Person & { readonly under: string | null })[];
  /** Stands under another than before. */
  readonly moved: readonly (Person & { readonly from: string | null; readonly to: string | null })[];
  readonly renamed: readonly (Person & { readonly to: string; readonly by: MatchedBy; readonly certainty: number })[];
  /** Fields but the name. */
  readonly changed: readonly (Person & {
    readonly fields: Readonly<Record<string, { readonly from: string | null; readonly to: string | null }>>;
  })[];
  /** Matched with less than full certainty, so that somebody should look. */
  readonly unsure: readonly (Person & { readonly by: MatchedBy; readonly certainty: number })[];
  /** Lines of the newer list that are lines of the chart: by their own ids those of the chart. */
  readonly matches: ReadonlyMap<string, string>;
  /** Everything as one change. */
  readonly change: Change;
  /** The same with only what was chosen: keys as `entryKey` gives them. */
  changeFor(chosen: ReadonlySet<string>): Change;
}

export const ENTRIES = ['joined', 'left', 'moved', 'renamed', 'changed'] as const;
export type EntryKind = (typeof ENTRIES)[number];
export const entryKey = (kind: EntryKind, item: string): string => `${kind} ${item}`;

/** What is known of the kind whose list it is. */
export interface CompareOptions {
  /** What an item without a name is called. */
  readonly unnamed?: string;
  /** What a field says that is worked out rather than stored, such as the number of a line: as it is written in a table. */
  readonly cell?: ((item: string, field: string) => string | undefined) | undefined;
  /** Roles of links that only some forms of a list can hold, and the field that holds them. */
  readonly linkFields?: Readonly<Record<string, string>> | undefined;
  /** For lines of the newer list those of the chart that came from the same record of a file. */
  readonly same?: ((list: Newer) => ReadonlyMap<string, string>) | undefined;
  /** Roles of links that say the same from either end. */
  readonly mutual?: readonly string[] | undefined;
}

type Newer = Pick<ListRead, 'items' | 'links' | 'sets' | 'columns' | 'carried'>;

/** Fields of which a list says something, be it that they are empty: of the others it knows nothing, and they stay. */
const saidIn = ({ items, columns = [] }: Newer): ReadonlySet<string> =>
  new Set([...items.flatMap(({ fields }) => Object.keys(fields)), ...columns.map(({ field }) => field)]);

/** The same date is the same however its month is written. */
const isSame = (a: string, b: string): boolean =>
  a === b || (dateIn(a) !== undefined && /\d/.test(b) && folded(a) === folded(b));

const fieldChanges = (
  before: Item,
  to: Item['fields'],
  said: ReadonlySet<string>,
  cell: CompareOptions['cell'],
): Record<string, { from: string | null; to: string | null }> => {
  const { id, fields: from } = before;
  const own = (key: string) => from[key] ?? cell?.(id, key) ?? '';
  return Object.fromEntries(
    [...new Set([...Object.keys(from), ...Object.keys(to)])]
      .filter((key) => key !== 'name' && (to[key] !== undefined || said.has(key)) && !isSame(own(key), to[key] ?? ''))
      .map((key) => [key, { from: from[key] ?? null, to: to[key] ?? null }]),
  );
};

/** Two links that say the same of the same items. */
const linkKey = ({ from, to, role, label = '', fields = {} }: Link, mutual: readonly string[]) =>
  JSON.stringify([
    ...(mutual.includes(role) ? [from, to].sort() : [from, to]),
    role,
    label,
    Object.entries(fields).sort(),
  ]);

/** The change from a chart's links to those of a newer list; links that say the same keep their id. */
function linkChange(
  chart: Chart,
  fresh: readonly Link[],
  there: (id: string) => boolean,
  goes: (link: Link) => boolean,
  mutual: readonly string[],
): Change[] {
  const waiting = new Map<string, string[]>();
  for (const link of Object.values(chart.links)) {
    const key = linkKey(link, mutual);
    pushTo(waiting, key, link.id);
  }
  const put = fresh.filter(
    (link) => there(link.from) && there(link.to) && waiting.get(linkKey(link, mutual))?.shift() === undefined,
  );
  const remove = [...waiting.values()].flat().filter((id) => goes(chart.links[id]!));
  return put.length + remove.length === 0 ? [] : [{ type: 'set-links', put, remove }];
}

/** The same for sets, which are known by their names. */
function setChange(chart: Chart, fresh: readonly ItemSet[], there: (id: string) => boolean, whole: boolean): Change[] {
  const known = new Map(Object.values(chart.sets).map((set) => [folded(set.name), set]));
  const put = fresh.map((set) => ({
    ...set,
    id: known.get(folded(set.name))?.id ?? set.id,
    members: set.members.filter(there).sort(),
  }));
  const stay = new Set(put.map(({ id }) => id));
  const remove = whole ? Object.keys(chart.sets).filter((id) => !stay.has(id)) : [];
  const differs = put.filter((set) => JSON.stringify(chart.sets[set.id]) !== JSON.stringify(set));
  return differs.length + remove.length === 0 ? [] : [{ type: 'set-sets', put: differs, remove }];
}

/**
 * What the newer list's file carries, in place of what an older one did: ids of items stand in its keys as words of their
 * own. A list that carries nothing leaves alone what there is.
 */
function carryChange(chart: Chart, fresh: ListRead['carried'], idOf: (id: string) => string): Change[] {
  if (!fresh) return [];
  const before = chart.carried ?? {};
  const own = Object.fromEntries(
    Object.entries(fresh).map(([key, text]) => [key.split(' ').map(idOf).join(' '), text] as const),
  );
  const put = Object.fromEntries(Object.entries(own).filter(([key, text]) => before[key] !== text));
  const remove = Object.keys(before).filter((key) => own[key] === undefined);
  return Object.keys(put).length + remove.length === 0 ? [] : [{ type: 'carry', put, remove }];
}

/** Order keys for siblings that stand as they should: those that are right already keep theirs. */
function placesFor(
  wanted: ReadonlyMap<string | null, readonly string[]>,
  items: Readonly<Record<string, Item>>,
): Record<string, { parent: string | null; order: string }> {
  const places: Record<string, { parent: string | null; order: string }> = {};
  for (const [parent, ids] of wanted) {
    const right = ids.every((id, i) => {
      const before = items[ids[i - 1] ?? ''];
      return items[id]?.parent === parent && (!before || before.order < items[id]!.order);
    });
    if (right) continue;
    const orders = ordersAfter([], -1, ids.length);
    for (const [i, id] of ids.entries())
      if (items[id]?.parent !== parent || items[id]!.order !== orders[i]) places[id] = { parent, order: orders[i]! };
  }
  return places;
}

/**
 * Where everybody stands in the end: as the newer list says for those it speaks of and that were accepted, as before for
 * the others, each after the sibling it stood after.
 */
function wantedPlaces(
  old: Tree,
  fresh: Tree,
  byNew: ReadonlyMap<string, string>,
  parentOf: (id: string) => string | null,
  stands: (id: string) => boolean,
): Map<string | null, string[]> {
  const wanted = new Map<string | null, string[]>();
  const put = (parent: string | null, id: string) => pushTo(wanted, parent, id);
  const spoken = new Set<string>();
  for (const { id } of walk(fresh)) {
    const item = byNew.get(id) ?? id;
    if (!stands(item)) continue;
    spoken.add(item);
    put(parentOf(item), item);
  }
  // Those of whom the newer list does not speak and who stay.
  for (const { id } of walk(old)) {
    if (spoken.has(id) || !stands(id)) continue;
    const parent = parentOf(id);
    const siblings = old.childrenOf(parent);
    const list = wanted.get(parent) ?? [];
    const before = siblings
      .slice(0, Math.max(0, siblings.indexOf(id)))
      .reverse()
      .find((other) => list.includes(other));
    list.splice(before === undefined ? 0 : list.indexOf(before) + 1, 0, id);
    wanted.set(parent, list);
  }
  return wanted;
}

/**
 * @param list the newer list, with ids that the chart does not use
 * Styles, exceptions and nudges stay with their items: matched items keep their id and only their fields and place change.
 */
export function compareList(
  chart: Chart,
  list: Newer,
  { unnamed = '?', cell, linkFields = {}, mutual = [], same }: CompareOptions = {},
): Comparison {
  const said = saidIn(list);
  const roles = new Set(list.links.map(({ role }) => role));
  const knows = ({ role }: Link) => {
    const field = linkFields[role];
    return field === undefined || said.has(field) || roles.has(role);
  };
  const fresh = list.items;
  const oldTree = treeOf(chart.items);
  const freshTree = treeOf(Object.fromEntries(fresh.map((item) => [item.id, item])));
  const old = walk(oldTree).map(({ id }) => chart.items[id]!);
  const inOrder = walk(freshTree).map(({ id }) => id);
  const byId = new Map(fresh.map((item) => [item.id, item]));
  // What an item without a name is called stands in lists for no name.
  const nameless = (name = '') => name === '' || folded(name) === folded(unnamed);
  const bare = (item: Item): Item =>
    nameless(item.fields['name']) ? { ...item, fields: { ...item.fields, name: '' } } : item;
  const matches = matchLines(
    old.map(bare),
    inOrder.map((id) => bare(byId.get(id)!)),
    same?.(list),
  );
  const idOf = (id: string) => matches.get(id)?.to ?? id;
  const stays = new Set([...matches.values()].map(({ to }) => to));
  const nameOf = (id: string | null) =>
    id === null ? null : (chart.items[id] ?? byId.get(id))?.fields['name'] || unnamed;
  const targetOf = new Map(
    inOrder.map((id) => {
      const { parent } = byId.get(id)!;
      return [idOf(id), parent === null ? null : idOf(parent)] as const;
    }),
  );

  const joined: Comparison['joined'][number][] = [];
  const moved: Comparison['moved'][number][] = [];
  const renamed: Comparison['renamed'][number][] = [];
  const changed: Comparison['changed'][number][] = [];
  const unsure: Comparison['unsure'][number][] = [];
  const fieldsOf = new Map<string, Record<string, string | null>>();
  for (const id of inOrder) {
    const item = byId.get(id)!;
    const match = matches.get(id);
    const target = targetOf.get(idOf(id))!;
    if (!match) {
      joined.push({ item: id, name: nameOf(id)!, under: nameOf(target) });
      continue;
    }
    const before = chart.items[match.to]!;
    const person = { item: before.id, name: nameOf(before.id)! };
    const { by, certainty } = match;
    if (certainty < SURE) unsure.push({ ...person, by, certainty });
    const [name = '', now = ''] = [before.fields['name'], item.fields['name']];
    if (name !== now && !(nameless(name) && nameless(now)))
      renamed.push({ ...person, to: item.fields['name'] || unnamed, by, certainty });
    const fields = fieldChanges(before, item.fields, said, cell);
    if (Object.keys(fields).length > 0) {
      changed.push({ ...person, fields });
      fieldsOf.set(before.id, Object.fromEntries(Object.entries(fields).map(([key, { to }]) => [key, to])));
    }
    if (before.parent !== target) moved.push({ ...person, from: nameOf(before.parent), to: nameOf(target) });
  }
  const gone = old.filter((item) => !stays.has(item.id));
  const left = gone.map((item) => ({ item: item.id, name: nameOf(item.id)!, under: nameOf(item.parent) }));
  const freshOf = new Map([...matches].map(([id, { to }]) => [to, byId.get(id)!]));

  function changeFor(chosen?: ReadonlySet<string>): Change {
    const takes = (kind: EntryKind, item: string) => chosen === undefined || chosen.has(entryKey(kind, item));
    const edits: Record<string, Record<string, string | null>> = {};
    const edit = (id: string, fields: Record<string, string | null>) => {
      edits[id] = { ...edits[id], ...fields };
    };
    for (const { item } of changed) if (takes('changed', item)) edit(item, fieldsOf.get(item)!);
    for (const { item } of renamed)
      if (takes('renamed', item)) edit(item, { name: freshOf.get(item)!.fields['name'] ?? '' });
    const goes = new Set(left.filter(({ item }) => takes('left', item)).map(({ item }) => item));
    const comes = new Set(joined.filter(({ item }) => takes('joined', item)).map(({ item }) => item));
    const isMoved = new Set(moved.map(({ item }) => item));
    const there = (id: string) => (chart.items[id] ? !goes.has(id) : comes.has(id));
    /** Where an item is to stand, the nearest above it that will be there. */
    const parentOf = (id: string): string | null => {
      const speaks = targetOf.has(id) && (!isMoved.has(id) || takes('moved', id));
      const seen = new Set([id]);
      let at = speaks ? targetOf.get(id)! : chart.items[id]!.parent;
      while (at !== null && !there(at) && !seen.has(at)) {
        seen.add(at);
        at = chart.items[at] ? chart.items[at]!.parent : (targetOf.get(at) ?? null);
      }
      return at !== null && there(at) ? at : null;
    };
    const parents = new Map([...old.map(({ id }) => id), ...comes].filter(there).map((id) => [id, parentOf(id)]));
    // Only some moves taken may close a circle: it is opened where it would close.
    for (const id of parents.keys()) {
      const way = new Set<string>();
      for (let at: string | null = id; at !== null; at = parents.get(at) ?? null) {
        if (way.has(at)) {
          parents.set(at, null);
          break;
        }
        way.add(at);
      }
    }
    const newToOld = new Map(inOrder.map((id) => [id, idOf(id)]));
    const wanted = wantedPlaces(oldTree, freshTree, newToOld, (id) => parents.get(id) ?? null, there);
    const places = placesFor(wanted, chart.items);
    const added: NewItem[] = [...comes].map((id) => ({ ...byId.get(id)!, ...places[id]! }));
    const placed = Object.fromEntries(Object.entries(places).filter(([id]) => chart.items[id]));
    const changes: Change[] = [];
    if (Object.keys(edits).length > 0) changes.push({ type: 'edit-lines', edits });
    // New ones come at the top first: whom they are to stand under may be on the way to another place.
    if (added.length > 0) changes.push({ type: 'add-items', items: added.map((item) => ({ ...item, parent: null })) });
    const all = {
      ...placed,
      ...Object.fromEntries(added.map(({ id, parent, order }) => [id, { parent, order: order! }])),
    };
    if (Object.keys(all).length > 0) changes.push({ type: 'place-lines', places: all });
    // Of a newer list that is taken in parts, links and sets are added to, and nothing is taken from them.
    const whole = chosen === undefined;
    const links = list.links.map((link) => ({ ...link, from: idOf(link.from), to: idOf(link.to) }));
    const sets = list.sets.map((set) => ({ ...set, members: set.members.map(idOf) }));
    changes.push(
      ...linkChange(chart, links, there, (link) => whole && knows(link), mutual),
      ...setChange(chart, sets, there, whole),
      ...carryChange(chart, list.carried, idOf),
    );
    if (goes.size > 0) changes.push({ type: 'remove-lines', ids: [...goes] });
    return { type: 'group', changes };
  }

  return {
    joined,
    left,
    moved,
    renamed,
    changed,
    unsure,
    matches: new Map([...matches].map(([id, { to }]) => [id, to])),
    change: changeFor(),
    changeFor,
  };
}

/** "4 joined, 2 left, 3 moved since 1 October 2026"; what did not happen is not named. */
export function summaryOf(comparison: Pick<Comparison, EntryKind>, since?: string): string {
  const parts = ENTRIES.flatMap((kind) => (comparison[kind].length > 0 ? [`${comparison[kind].length} ${kind}`] : []));
  const day = since === undefined ? '' : ` since ${longDate(since)}`;
  return parts.length === 0 ? `Nothing changed${day}` : `${parts.join(', ')}${day}`;
}

/** An ISO day as it is read out: 1 October 2026. */
export const longDate = (iso: string): string =>
  new Date(`${iso}T00:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });
