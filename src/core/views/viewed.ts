/**
 * A view as a chart: what it shows of the list, drawn as it asks. A pure projection of the chart value, before anything is
 * composed; the chart itself stays whole.
 */
import { branchOf, type Chart, type Item, treeOf, type View, walk, withoutFields } from '../chart';
import { ruledBy } from '../compose/ruled';
import { cutTo } from '../cut';
import { definedOf } from '../defined';
import { type KindOnPage, matterOf, waysOf } from '../kinds';
import { holds } from '../style';

export interface Viewed {
  readonly chart: Chart;
  /** Lines of the list that it leaves out. */
  readonly left: number;
  /** All that it was to show is gone from the list. */
  readonly gone: boolean;
  /** Names on the way up from what it shows to the top, the top first; empty where it shows no one part. */
  readonly way: readonly string[];
}

const nameOf = (kind: KindOnPage, chart: Chart, id: string) =>
  chart.items[id]?.fields['name'] || matterOf(kind, chart).unnamed;

/** The items above one, the top first. */
function above({ items }: Chart, id: string): string[] {
  const way: string[] = [];
  for (let at = items[id]?.parent ?? null; at !== null; at = items[at]!.parent) way.unshift(at);
  return way;
}

/** What all of several ways begin with. */
const sharedWay = (ways: readonly (readonly string[])[]): readonly string[] => {
  const [first = [], ...rest] = ways;
  const end = first.findIndex((id, i) => rest.some((way) => way[i] !== id));
  return end < 0 ? first : first.slice(0, end);
};

/** The lines that some begin with, in a tree; none where they are of many branches. */
function topsOf(kind: KindOnPage, { items }: Chart, ids: ReadonlySet<string> | undefined): readonly string[] {
  if (!ids || !kind.draws.tree) return [];
  const tops = [...ids].filter((id) => {
    const { parent } = items[id]!;
    return parent === null || !ids.has(parent);
  });
  return tops.length <= MOST_TOPS ? tops : [];
}
/** Of more branches there is no one place to say. */
const MOST_TOPS = 12;

interface Found {
  /** Undefined: all there are. */
  readonly items?: ReadonlySet<string>;
  /** The lines that a part begins with. */
  readonly heads: readonly string[];
  readonly gone: boolean;
  readonly arrangement?: Chart['arrangement'];
}

const there = (record: object) => (id: string) => Object.hasOwn(record, id);

/** The lines that a view begins from: its branches, what its kind finds, or the members of its sets. */
function startOf(chart: Chart, { branches, from, sets }: View['shows']): Found {
  if (branches) {
    const heads = branches.filter(there(chart.items));
    const tree = treeOf(chart.items);
    return { items: new Set(heads.flatMap((id) => branchOf(tree, id))), heads, gone: heads.length === 0 };
  }
  if (from) {
    const way = waysOf(chart.kind).find(({ id, from: count }) => id === from.way && count === from.items.length);
    if (!way || !from.items.every(there(chart.items))) return { items: new Set(), heads: [], gone: true };
    return { ...way.shown(chart, from.items, from.steps), heads: [], gone: false };
  }
  if (sets) {
    const shown = sets.filter(there(chart.sets));
    return { items: new Set(shown.flatMap((id) => chart.sets[id]!.members)), heads: [], gone: shown.length === 0 };
  }
  return { heads: [], gone: false };
}

/** Of some lines those for which a condition holds, and those between them: none is to seem to stand under another than it does. */
function whereSo(kind: KindOnPage, chart: Chart, found: Found, where: View['shows']['where']): Found {
  if (!where) return found;
  const asked = ruledBy(kind, chart, kind.structure(chart));
  const within = found.items ?? new Set(Object.keys(chart.items));
  const so = [...within].filter((id) => holds(asked, where, chart.items[id]!));
  const items = new Set(so);
  if (kind.draws.tree)
    for (const id of so) {
      const between: string[] = [];
      for (let at = chart.items[id]!.parent; at !== null; at = chart.items[at]!.parent) {
        if (items.has(at)) {
          for (const one of between) items.add(one);
          break;
        }
        between.push(at);
      }
    }
  return { ...found, items, heads: found.heads.filter((id) => items.has(id)) };
}

/** The lines down to a tier, each of the lowest with how many it leaves out. */
function downTo(kind: KindOnPage, chart: Chart, lowest: number | undefined): Chart {
  if (lowest === undefined) return chart;
  const { tierOf } = kind.structure(chart);
  const kept = new Map<string, Item>();
  const out = new Map<string, number>();
  const under = new Map<string, string>();
  for (const { id } of walk(treeOf(chart.items))) {
    const item = chart.items[id]!;
    const { parent } = item;
    const hidden = parent !== null && !kept.has(parent) ? under.get(parent)! : undefined;
    if (hidden === undefined && (tierOf.get(id) ?? 1) <= lowest) kept.set(id, item);
    else {
      const by = hidden ?? parent;
      if (by === null) continue;
      under.set(id, by);
      out.set(by, (out.get(by) ?? 0) + 1 + (item.more ?? 0));
    }
  }
  const items = [...kept].map(([id, item]): [string, Item] => {
    const count = (item.more ?? 0) + (out.get(id) ?? 0);
    return [id, count > 0 ? { ...item, more: count } : item];
  });
  return cutTo(chart, Object.fromEntries(items));
}

const GONE = 'What this view shows is not in the list any more.';

/** What is said of a part over its picture: where it belongs, and how much there is beside it. */
export function saidOf(kind: KindOnPage, whole: Chart, { left, gone, way }: Omit<Viewed, 'chart'>): string {
  if (gone) return GONE;
  const all = Object.keys(whole.items).length;
  const words = matterOf(kind, whole);
  const count = left === 0 ? '' : `${left} of ${all} ${all === 1 ? words.item : words.items} left out`;
  return [way.join(' › '), count].filter(Boolean).join(' · ');
}

/** Exceptions of a view on the items themselves. */
export function withOwn(chart: Chart, { exceptions = {}, shows: { folded = {} } }: View): Chart {
  const own = new Set([...Object.keys(exceptions), ...Object.keys(folded)].filter(there(chart.items)));
  if (own.size === 0) return chart;
  const items = { ...chart.items };
  for (const id of own) {
    const { folded: _, ...item } = items[id]!;
    const { style, ...set } = exceptions[id] ?? {};
    const so = folded[id] ?? items[id]!.folded;
    items[id] = {
      ...item,
      ...definedOf(set),
      ...(style && { style: { ...item.style, ...style } }),
      ...(so && { folded: true }),
    };
  }
  return { ...chart, items };
}

/** The chart as a view shows it. */
export function viewed(kind: KindOnPage, whole: Chart, view: View): Viewed {
  const { shows } = view;
  // Fields that are kept back are nowhere in it; what it is found by may be one of them.
  const found = whereSo(kind, whole, startOf(whole, shows), shows.where);
  const heads = found.heads.length > 0 ? found.heads : topsOf(kind, whole, found.items);
  const ways = heads.map((id) => above(whole, id));
  const way = sharedWay(ways);
  const drawnWay = view.belongs === 'drawn' && kind.draws.tree ? ways.flat() : [];
  const ids = found.items && new Set([...drawnWay, ...found.items]);
  let chart = whole;
  let before = 0;
  if (ids) {
    const tierOf = kind.structure(whole).tierOf;
    const tiers = [...ids].flatMap((id) => tierOf.get(id) ?? []);
    const off =
      found.arrangement || !kind.draws.tree ? 0 : Math.max(0, tiers.reduce((a, b) => Math.min(a, b), 9_999) - 1);
    const items = Object.entries(whole.items).flatMap(([id, item]): [string, Item][] => {
      if (!ids.has(id)) return [];
      return [[id, item.parent === null || ids.has(item.parent) ? item : { ...item, parent: null }]];
    });
    before = tiers.length === 0 ? 0 : off;
    chart = cutTo(whole, Object.fromEntries(items), { before, sets: shows.sets });
  }
  const { stands: _, views: __, carried, ...rest } = withOwn(downTo(kind, chart, shows.downTo), view);
  const left = Object.keys(whole.items).length - Object.keys(rest.items).length;
  const names = way.map((id) => nameOf(kind, whole, id));
  const part = { left, gone: found.gone, way: names };
  const said =
    view.belongs === 'none' && !found.gone
      ? ''
      : saidOf(kind, whole, drawnWay.length > 0 ? { ...part, way: [] } : part);
  const page = { ...whole.page, ...definedOf(view.page ?? {}) };
  const subtitle = [page.subtitle, said].filter(Boolean).join(' · ').slice(0, 200);
  const isPart = ids !== undefined || left > 0;
  const drawn: Chart = {
    ...rest,
    ...(before > 0 && { tierFrom: before + 1 }),
    // What a file carried along tells of lines that are not shown.
    ...(carried && !isPart && { carried }),
    title: view.title ?? (isPart ? `${whole.title}: ${view.name}` : whole.title).slice(0, 200),
    house: view.house ?? whole.house,
    arrangement: { ...whole.arrangement, ...found.arrangement, ...view.arrangement },
    page: { ...page, ...(subtitle !== '' && { subtitle }) },
    ...(view.face && { face: view.face }),
  };
  return { chart: withoutFields(drawn, view.without ?? []), ...part };
}
