/** One view for each: those that a chart has now, where some stand for many. */
import { byOrder, type Chart, setsOf, treeOf, type View, walk } from '../chart';
import { cellOf } from '../edit';
import { type KindOnPage, matterOf } from '../kinds';
import { folded } from '../list';
import { remembered } from '../remember';

/** Most views that one is made into. */
const MOST_EACH = 200;

/**
 * Two words that name a value, for ids: 53 bits, so that two of some hundred values have the same by a chance of about
 * 10^-12. Source: FNV-1a of 32 bits (Fowler, Noll, Vo; common practice), over the text and over it turned round.
 */
function nameFor(text: string): string {
  const hash = (letters: Iterable<string>, start: number) => {
    let at = start;
    for (const letter of letters) at = Math.imul(at ^ letter.codePointAt(0)!, 16_777_619) >>> 0;
    return at.toString(36);
  };
  return `${hash(text, 2_166_136_261)}-${hash([...text].reverse(), 84_696_351)}`;
}

interface Member {
  readonly key: string;
  readonly name: string;
  readonly shows: View['shows'];
}

/** The branches of a tier: those that something stands under, or all where nothing does. */
function branchesOf(kind: KindOnPage, chart: Chart, tier: number): Member[] {
  const { tierOf } = kind.structure(chart);
  const tree = treeOf(chart.items);
  const on = walk(tree).flatMap(({ id }) => (tierOf.get(id) === tier ? [id] : []));
  const branches = on.filter((id) => tree.childrenOf(id).length > 0);
  return (branches.length > 0 ? branches : on).map((id) => ({
    key: id,
    name: chart.items[id]!.fields['name'] || chart.items[id]!.fields['post'] || matterOf(kind, chart).unnamed,
    shows: { branches: [id] },
  }));
}

/** The values of a field in the order of the list; how they are written apart does not count. */
function valuesOf(kind: KindOnPage, chart: Chart, field: string): Member[] {
  const found = new Map<string, Member>();
  for (const { id } of walk(treeOf(chart.items))) {
    const value = cellOf(kind, chart, id, field).trim();
    const key = folded(value);
    if (key === '' || found.has(key)) continue;
    const where = { field, test: 'equals' as const, value: value.slice(0, 300) };
    found.set(key, { key: nameFor(key), name: value.slice(0, 120), shows: { where } });
  }
  return [...found.values()];
}

const membersOf = (kind: KindOnPage, chart: Chart, each: NonNullable<View['each']>): Member[] => {
  if ('tier' in each) return branchesOf(kind, chart, each.tier);
  if ('field' in each) return valuesOf(kind, chart, each.field);
  return setsOf(chart).map(({ id, name }) => ({ key: id, name: name.trim() || '?', shows: { sets: [id] } }));
};

/** The id of one of those that a view is made into; short enough for an id. */
const idFor = (view: View, key: string): string => {
  const id = `${view.id}.${key}`;
  return id.length <= 64 ? id : `${view.id.slice(0, 30)}.${nameFor(key)}`;
};

/**
 * The views of a chart as rows: one that stands for many is made into one for each there is now, so that a new branch has
 * its own by itself. One of those that was set in its own way stays as it is, also where what it shows is gone.
 */
export function viewsOf(kind: KindOnPage, chart: Chart): readonly View[] {
  return known(chart)(kind);
}

const known = remembered((chart: Chart) => remembered((kind: KindOnPage) => find(kind, chart)));

function find(kind: KindOnPage, chart: Chart): readonly View[] {
  const all = Object.values(chart.views ?? {}).sort(byOrder);
  const own = new Map(all.map((view) => [view.id, view]));
  const shown = new Set<string>();
  const rows: View[] = [];
  for (const view of all) {
    if (!view.each) {
      // One of many that keeps the place of its own kin stands among them.
      const kin = view.of === undefined ? undefined : own.get(view.of);
      if (kin?.each && kin.order === view.order) continue;
      if (!shown.has(view.id)) rows.push(view);
      shown.add(view.id);
      continue;
    }
    const { each, ...made } = view;
    const here: View[] = [];
    for (const { key, name, shows } of membersOf(kind, chart, each).slice(0, MOST_EACH)) {
      const id = idFor(view, key);
      const set = own.get(id);
      if (set && set.order !== view.order) continue;
      here.push(
        set ?? { ...made, id, name: name.slice(0, 120).trim() || '?', shows: { ...made.shows, ...shows }, of: view.id },
      );
    }
    const gone = all.filter(
      ({ of, order, id }) => of === view.id && order === view.order && !here.some((one) => one.id === id),
    );
    rows.push(...here, ...gone);
  }
  return rows;
}

export const viewOf = (kind: KindOnPage, chart: Chart, id: string): View | undefined =>
  viewsOf(kind, chart).find((view) => view.id === id);
