/**
 * Containers: items drawn round those that stand under them, such as a bed with its plants. The kind arranges the chart
 * without what is held; each container is as large as what it holds asks for, and what it holds stands in rows in it.
 */
import { type Chart, type Look, treeOf, walk } from '../chart';
import type { Arrangement, KindDrawn, SetWords, Size, Structure } from '../kinds';
import type { Point } from '../layout';
import { padding } from '../scene';
import { between, darker, type House, readable } from '../style';
import { type Insets, roomOf, withInsets } from './captions';

/** Between things in a container, in points. */
const GAP = 8;
/** Width to height that rows are broken for, about. */
const SHAPE = 1.6;
/** Part of its tier's fill that a container has, so that what it holds stands out from it. */
const PALE = 0.22;

/** Shapes whose room reaches into their corners. */
const HOLDS: ReadonlySet<Look['shape']> = new Set(['square', 'soft', 'rounded', 'pill', 'cut', 'double']);

export interface Held {
  /** The chart without what containers hold. */
  readonly outer: Chart;
  /** What each container holds, in order, containers after what is in them. */
  readonly within: ReadonlyMap<string, readonly string[]>;
  /** The container of each item that is held. */
  readonly by: ReadonlyMap<string, string>;
}

/** What containers hold; undefined where there are none, or the kind has none. */
export function heldOf(chart: Chart, kind: Pick<KindDrawn, 'holds'>): Held | undefined {
  if (!kind.holds || !Object.values(chart.items).some(({ holds }) => holds)) return undefined;
  const tree = treeOf(chart.items);
  const by = new Map<string, string>();
  const within = new Map<string, readonly string[]>();
  for (const { id } of walk(tree)) {
    const { holds, folded } = chart.items[id]!;
    const children = tree.childrenOf(id);
    // What stands under something held has nowhere else to be, drawn or folded away.
    if (children.length === 0 || !(by.has(id) || (holds && !folded))) continue;
    for (const child of children) by.set(child, id);
    if (!folded) within.set(id, children);
  }
  if (by.size === 0) return undefined;
  const items = Object.fromEntries(Object.entries(chart.items).filter(([id]) => !by.has(id)));
  const links = Object.fromEntries(
    Object.entries(chart.links).filter(([, { from, to }]) => !by.has(from) && !by.has(to)),
  );
  return { outer: { ...chart, items, links }, within: new Map([...within].reverse()), by };
}

/** The structure with what is held, each a tier below its container, in the order of the list. */
export function withHeld(outer: Structure, { by, within }: Held, chart: Chart): Structure {
  const tierOf = new Map(outer.tierOf);
  const drawn = new Set(outer.order);
  const order: string[] = [];
  let { tiers } = outer;
  for (const { id } of walk(treeOf(chart.items))) {
    const holder = by.get(id);
    if (holder !== undefined && drawn.has(holder) && within.has(holder)) {
      const tier = tierOf.get(holder)! + 1;
      tierOf.set(id, tier);
      tiers = Math.max(tiers, tier);
      drawn.add(id);
    }
    if (drawn.has(id)) order.push(id);
  }
  return { ...outer, order, tierOf, tiers };
}

/** The look of a container: pale in the colour of its tier, words at its top, in a shape that can hold things. */
export function containerLook(look: Look, own: string | undefined, house: House): Look {
  const fill = own ?? between(house.sheet, look.fill, PALE);
  return {
    ...look,
    fill,
    ink: readable(fill, house.ink),
    edge: own ? look.edge : darker(look.fill, 0.05),
    edgeWidth: Math.max(1, look.edgeWidth),
    rise: 'top',
    shape: HOLDS.has(look.shape) ? look.shape : 'rounded',
  };
}

/** Things in rows of so many columns, each as wide as its widest. */
function rowsOf(sizes: readonly Size[], columns: number): Size & { readonly at: readonly Point[] } {
  const widths = new Array<number>(columns).fill(0);
  for (const [i, { width }] of sizes.entries()) widths[i % columns] = Math.max(widths[i % columns]!, width);
  const at: Point[] = [];
  let [y, height] = [0, 0];
  let x = 0;
  for (const [i, size] of sizes.entries()) {
    if (i > 0 && i % columns === 0) {
      y += height + GAP;
      [x, height] = [0, 0];
    }
    at.push([x, y]);
    x += widths[i % columns]! + GAP;
    height = Math.max(height, size.height);
  }
  return { at, width: widths.reduce((sum, width) => sum + width + GAP, -GAP), height: y + height };
}

export interface Inside {
  /** The outermost container, and where in it. */
  readonly in: string;
  readonly at: Point;
}

/** Sizes of containers by what they hold, and where each held item stands in its outermost container. */
export function holding(
  { within, by }: Held,
  looks: ReadonlyMap<string, Look>,
  set: ReadonlyMap<string, SetWords>,
  own: ReadonlyMap<string, Size>,
  /** Of captions, round the shapes of those that have some. */
  room: ReadonlyMap<string, Insets>,
): { sizes: Map<string, Size>; inside: Map<string, Inside> } {
  const sizes = new Map(own);
  const places = new Map<string, Point>();
  for (const [id, children] of within) {
    const look = looks.get(id);
    const inner = children.filter((child) => sizes.has(child));
    if (!look || inner.length === 0) continue;
    const extents = inner.map((child) => withInsets(sizes.get(child)!, roomOf(room, child)));
    const pad = padding(look.inner);
    const words = set.get(id)!;
    const head = words.height + 2 * pad.y;
    const tried = extents.map((_, i) => rowsOf(extents, i + 1));
    const shape = ({ width, height }: Size) => Math.abs(Math.log(width / (height + head) / SHAPE));
    const grid = tried.reduce((best, next) => (shape(next) < shape(best) ? next : best));
    const width = Math.max(words.width, grid.width) + 2 * pad.x;
    sizes.set(id, { width, height: head + grid.height + pad.x });
    const left = (width - grid.width) / 2;
    for (const [i, child] of inner.entries()) {
      const [x, y] = grid.at[i]!;
      const own = roomOf(room, child);
      places.set(child, [left + x + own.x, head + y + own.top]);
    }
  }
  const inside = new Map<string, Inside>();
  for (const id of places.keys()) {
    let [x, y] = [0, 0];
    let at = id;
    for (let holder = by.get(at); holder !== undefined && places.has(at); holder = by.get(at)) {
      const place = places.get(at)!;
      [x, y] = [x + place[0], y + place[1]];
      at = holder;
    }
    inside.set(id, { in: at, at: [x, y] });
  }
  return { sizes, inside };
}

/** An arrangement with what its containers hold. */
export function filled(
  arrangement: Arrangement,
  inside: ReadonlyMap<string, Inside>,
  { tierOf, tiers }: Structure,
  sizes: ReadonlyMap<string, Size>,
): Arrangement {
  if (inside.size === 0) return arrangement;
  const { boxScale = 1, axis } = arrangement;
  const boxes = new Map(arrangement.boxes);
  const bands = [...arrangement.bands];
  for (const [id, { in: holder, at }] of inside) {
    const corner = arrangement.boxes.get(holder);
    if (!corner) continue;
    const [x, y] = [corner[0] + at[0] * boxScale, corner[1] + at[1] * boxScale];
    boxes.set(id, [x, y]);
    const tier = tierOf.get(id)! - 1;
    if (tier < arrangement.bands.length) continue;
    // A tier that is nowhere but in containers lies where they have it.
    const { width, height } = sizes.get(id)!;
    const start = axis === 'columns' ? x : y;
    const end = start + (axis === 'columns' ? width : height) * boxScale;
    const band = bands[tier];
    bands[tier] = band ? { start: Math.min(band.start, start), end: Math.max(band.end, end) } : { start, end };
  }
  for (let tier = 0; tier < tiers; tier++) bands[tier] ??= { start: 0, end: 0 };
  return { ...arrangement, boxes, bands };
}
