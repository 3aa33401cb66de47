import type { Chart } from '../../chart';
import type { Point } from '../../layout';
import type { Area, ArrangeInput, Arrangement, PlacedWords, Region, SetWords } from '../arrangement';
import { chosen } from '../choices';
import { choices } from './choices';
import { eulerShapes } from './euler';
import { type Block, blocksOf, roomFor, standsIn } from './place';
import { membershipOf, setsIn, together } from './sets';
import { areaOf, type Ellipse, outlineOf, type Part, polygonOf, regionsOf, vennShapes } from './shapes';
import { showRange, solutionOf } from './solve';

/**
 * Points for a unit of the shapes: no smaller, so that names and numbers have room; and no larger than `most`, or than
 * `spare` times what all items would need if they filled `filled` of the shapes.
 */
const SCALE = { least: 118, most: 240, step: 1.04, spare: 1.4, filled: 0.38 };
const NAME = { size: 13, widest: 170, gap: 8 };
const NUMBER = { size: 13, small: 10 };
const FRAME = { padding: 20, gap: 14 };
const MARGIN = { gap: 34, between: 14 };
const EDGE = 4;

/** What stands in each region: items in list order, and how many there are, in words. */
interface Held {
  readonly items: ReadonlyMap<number, string[]>;
  readonly counts: ReadonlyMap<number, string>;
}

export function heldOf(chart: Chart): Held {
  const { items, regionOf, counted } = membershipOf(chart);
  const byRegion = new Map<number, string[]>();
  if (counted) {
    const { regions } = solutionOf(chart);
    return { items: byRegion, counts: new Map([...regions].map(([region, range]) => [region, showRange(range)])) };
  }
  for (const id of items) {
    const region = regionOf.get(id)!;
    if (byRegion.has(region)) byRegion.get(region)!.push(id);
    else byRegion.set(region, [id]);
  }
  return { items: byRegion, counts: new Map([...byRegion].map(([region, ids]) => [region, String(ids.length)])) };
}

/** Whether the picture shows how many instead of what. */
export const showsCounts = (chart: Chart): boolean =>
  membershipOf(chart).counted || chosen(choices, chart.arrangement, 'show') === 'counts';

const whole = new Map<number, { readonly shapes: Ellipse[]; readonly parts: Map<number, Part[]> }>();
/** The diagram with every region, worked out once for each number of sets. */
function wholeDiagram(sets: number) {
  const known = whole.get(sets);
  if (known) return known;
  const shapes = vennShapes(sets);
  const made = { shapes, parts: regionsOf(shapes) };
  whole.set(sets, made);
  return made;
}

/** Shapes for the sets, their regions, and those that have to be shaded because they are there and empty. */
function diagramOf(chart: Chart, held: Held) {
  const { sets, counted } = membershipOf(chart);
  const whole = wholeDiagram(sets.length);
  if (chosen(choices, chart.arrangement, 'regions') !== 'held') return { ...whole, empty: [] as number[] };
  const isHeld = (region: number) =>
    counted ? held.counts.has(region) && held.counts.get(region) !== '0' : held.items.has(region);
  const wanted = new Set([...whole.parts.keys()].filter(isHeld));
  // A set that nobody is in still has its circle.
  for (const [i] of sets.entries()) if (![...wanted].some((region) => (region >> i) & 1)) wanted.add(1 << i);
  const shapes = wanted.size === whole.parts.size ? undefined : eulerShapes(sets.length, wanted);
  if (shapes) return { shapes, parts: regionsOf(shapes), empty: [] as number[] };
  return { ...whole, empty: [...whole.parts.keys()].filter((region) => !wanted.has(region)) };
}

interface Group {
  readonly region: number;
  readonly ids: readonly string[];
  readonly part: Part;
  readonly stands: readonly Point[];
  readonly blocks: readonly Block[];
  /** Least scale at which it has room. */
  readonly scale: number;
}

const place = (group: Omit<Group, 'scale'>, scale: number) => {
  for (const block of group.blocks) {
    const at = roomFor(group.part, group.stands, block, scale);
    if (at) return { block, at };
  }
  return undefined;
};

function leastScale(group: Omit<Group, 'scale'>): number {
  let scale = SCALE.least;
  while (!place(group, scale) && scale < SCALE.least * 100) scale *= SCALE.step;
  return scale;
}

export function arrange(input: ArrangeInput): Arrangement {
  const { chart, sizes, setWords } = input;
  const { sets, regionOf } = membershipOf(chart);
  const held = heldOf(chart);
  const { shapes, parts, empty } = diagramOf(chart, held);
  const counts = showsCounts(chart);

  const groups = counts
    ? []
    : [...parts].flatMap(([region, [part]]): Group[] => {
        const ids = held.items.get(region) ?? [];
        if (ids.length === 0 || !part) return [];
        const group = { region, ids, part, stands: standsIn(part), blocks: blocksOf(ids.map((id) => sizes.get(id)!)) };
        return [{ ...group, scale: leastScale(group) }];
      });
  // One size for all: as large as the fullest region needs, unless that would make all else small.
  const needs = groups.map(({ scale }) => scale);
  const itemArea = groups
    .flatMap(({ ids }) => ids)
    .reduce((sum, id) => sum + (sizes.get(id)!.width + 5) * (sizes.get(id)!.height + 5), 0);
  const shapeArea = [...parts.values()].flat().reduce((sum, { polygon }) => sum + areaOf(polygon), 0);
  const cap = Math.max(SCALE.most, SCALE.spare * Math.sqrt(itemArea / (SCALE.filled * Math.max(shapeArea, 0.1))));
  const scale = needs.some((need) => need > cap) ? cap : Math.max(SCALE.least, ...needs);

  const boxes = new Map<string, Point>();
  const captions: PlacedWords[] = [];
  const middles = new Map<number, Point>();
  const full: Group[] = [];
  for (const group of groups) {
    const found = group.scale <= cap ? place(group, scale) : undefined;
    if (!found) {
      full.push(group);
      continue;
    }
    const [x, y] = [found.at[0] * scale, found.at[1] * scale];
    middles.set(group.region, [x, y]);
    for (const [i, id] of group.ids.entries()) {
      const [dx, dy] = found.block.places[i]!;
      boxes.set(id, [x - found.block.width / 2 + dx, y - found.block.height / 2 + dy]);
    }
  }
  for (const [region, [part]] of parts) {
    const middle: Point = [part!.at[0] * scale, part!.at[1] * scale];
    if (!middles.has(region)) middles.set(region, middle);
    if (!counts || empty.includes(region)) continue;
    const text = held.counts.get(region) ?? (membershipOf(chart).counted ? '?' : '0');
    const room = part!.free * scale * 1.8;
    let words = setWords(text, 200, { size: NUMBER.size, strong: true });
    if (words.width > room) words = setWords(text, 200, { size: NUMBER.small, strong: true });
    captions.push(centred(words, middle));
  }

  const bounds = new Bounds();
  const outlines = shapes.map((shape) => outlineOf(shape).map(([x, y]): Point => [x * scale, y * scale]));
  for (const shape of shapes) for (const [x, y] of polygonOf(shape)[0]!) bounds.add(x * scale, y * scale, 0, 0);
  const names = placeNames(input, shapes, scale, bounds);
  captions.push(...names);

  listBeside(input, full, middles, bounds, boxes, captions);

  const areas: Area[] = [
    ...sets.map(
      (set, i): Area => ({
        id: set.id,
        name: set.name,
        count: [...regionOf.values()].filter((region) => (region >> i) & 1).length,
        outline: outlines[i]!,
        curved: true,
        as: 'set',
        place: i + 1,
      }),
    ),
    ...empty.flatMap((region) =>
      parts.get(region)!.map(
        (part, i): Area => ({
          id: `empty ${region} ${i}`,
          name: '',
          count: 0,
          outline: part.polygon[0]!.slice(0, -1).map(([x, y]): Point => [x * scale, y * scale]),
          curved: false,
          as: 'empty',
          place: 0,
        }),
      ),
    ),
  ];
  const outside = held.items.get(0) ?? [];
  const frame = frameOf(input, counts ? [] : outside, held, bounds, boxes, captions, middles);
  if (frame) areas.push(frame);

  const move = ([x, y]: Point): Point => [x - bounds.left, y - bounds.top];
  const regions = [...parts.keys(), ...(held.counts.has(0) ? [0] : [])].map((region): Region => {
    const ids = held.items.get(region) ?? [];
    const known = Number(held.counts.get(region) ?? 0);
    return {
      sets: setsIn(sets, region).map(({ id }) => id),
      count: Number.isInteger(known) ? known : ids.length,
      items: ids,
      at: move(middles.get(region) ?? [0, 0]),
    };
  });
  return {
    boxes: new Map([...boxes].map(([id, at]) => [id, move(at)])),
    areas: areas.map((area) => ({ ...area, outline: area.outline.map(move) })),
    regions,
    captions: captions.map((words) => ({ ...words, x: words.x - bounds.left, y: words.y - bounds.top })),
    links: [],
    joins: [],
    axis: 'overlaps',
    bands: [],
    width: bounds.right - bounds.left,
    height: bounds.bottom - bounds.top,
    figures: { regionsDrawn: parts.size },
    problems: empty.length > 0 ? [shaded(empty.length)] : [],
  };
}

const shaded = (count: number) => ({
  code: 'empty-regions-shaded',
  severity: 'note' as const,
  message: `${count} ${count === 1 ? 'region is' : 'regions are'} empty but can't be left out with these shapes; ${count === 1 ? 'it is' : 'they are'} shaded.`,
  repairs: [],
});

const centred = (words: SetWords, [x, y]: Point): PlacedWords => ({
  x: x - words.width / 2,
  y: y - words.height / 2,
  words,
  align: 'middle',
});

/** What a picture reaches over; grows with what is added. */
class Bounds {
  left = Number.POSITIVE_INFINITY;
  top = Number.POSITIVE_INFINITY;
  right = Number.NEGATIVE_INFINITY;
  bottom = Number.NEGATIVE_INFINITY;
  add(x: number, y: number, width: number, height: number): void {
    this.left = Math.min(this.left, x);
    this.top = Math.min(this.top, y);
    this.right = Math.max(this.right, x + width);
    this.bottom = Math.max(this.bottom, y + height);
  }
}

/** What a region has no room for stands beside the picture, under the number that stands in the region. */
function listBeside(
  { chart, sizes, setWords }: ArrangeInput,
  groups: readonly Group[],
  middles: ReadonlyMap<number, Point>,
  bounds: Bounds,
  boxes: Map<string, Point>,
  captions: PlacedWords[],
): void {
  const { sets } = membershipOf(chart);
  const { top, bottom } = bounds;
  let [x, y, wide] = [bounds.right + MARGIN.gap, top, 0];
  for (const [i, { region, ids }] of groups.entries()) {
    captions.push(centred(setWords(String(i + 1), 60, { size: NUMBER.small, strong: true }), middles.get(region)!));
    const heading = setWords(`${i + 1}  ${together(sets, region)}`, NAME.widest, { size: NUMBER.small, strong: true });
    // As many columns as keep the group no higher than the picture.
    const blocks = blocksOf(ids.map((id) => sizes.get(id)!));
    const block = blocks.find(({ height }) => height < bottom - top) ?? blocks.at(-1)!;
    const high = heading.height + EDGE + block.height;
    if (y > top && y + high > bottom) [x, y, wide] = [x + wide + MARGIN.between, top, 0];
    captions.push({ x, y, words: heading });
    for (const [at, id] of ids.entries()) {
      const [dx, dy] = block.places[at]!;
      boxes.set(id, [x + dx, y + heading.height + EDGE + dy]);
    }
    wide = Math.max(wide, block.width, heading.width);
    bounds.add(x, y, wide, high);
    y += high + MARGIN.between;
  }
}

/** Names of sets outside the shapes, each beside the far end of its own, clear of all others. */
function placeNames(
  { chart, setWords }: ArrangeInput,
  shapes: readonly Ellipse[],
  scale: number,
  bounds: Bounds,
): PlacedWords[] {
  const { sets } = membershipOf(chart);
  const rings = shapes.map((shape) => polygonOf(shape)[0]!.map(([x, y]): Point => [x * scale, y * scale]));
  const middle: Point = [
    shapes.reduce((sum, { x }) => sum + x * scale, 0) / Math.max(1, shapes.length),
    shapes.reduce((sum, { y }) => sum + y * scale, 0) / Math.max(1, shapes.length),
  ];
  const taken: { x: number; y: number; width: number; height: number }[] = [];
  return shapes.map((_, i) => {
    const words = setWords(sets[i]!.name || '?', NAME.widest, { size: NAME.size, strong: true });
    const far = rings[i]!.reduce((so, point) => (distance(point, middle) > distance(so, middle) + 1e-6 ? point : so));
    const length = distance(far, middle) || 1;
    const direction: Point =
      shapes.length === 1 ? [0, -1] : [(far[0] - middle[0]) / length, (far[1] - middle[1]) / length];
    let box = { x: 0, y: 0, width: words.width, height: words.height };
    for (let out = length; out < length * 3; out += 3) {
      const at: Point = [middle[0] + direction[0] * out, middle[1] + direction[1] * out];
      box = { ...box, x: at[0] - words.width / 2, y: at[1] - words.height / 2 };
      const clear = (px: number, py: number) =>
        px < box.x - NAME.gap ||
        px > box.x + box.width + NAME.gap ||
        py < box.y - NAME.gap ||
        py > box.y + box.height + NAME.gap;
      const inside = rings.some(
        (ring, other) => within(at, shapes[other]!, scale) || ring.some(([px, py]) => !clear(px, py)),
      );
      const apart = taken.every(
        (own) =>
          box.x + box.width + NAME.gap < own.x ||
          own.x + own.width + NAME.gap < box.x ||
          box.y + box.height + 2 < own.y ||
          own.y + own.height + 2 < box.y,
      );
      if (!inside && apart) break;
    }
    taken.push(box);
    bounds.add(box.x, box.y, box.width, box.height);
    return { x: box.x, y: box.y, words, align: 'middle' as const };
  });
}

const distance = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);
const within = ([px, py]: Point, { x, y, a, b, turn }: Ellipse, scale: number): boolean => {
  const [dx, dy] = [px / scale - x, py / scale - y];
  const u = (dx * Math.cos(turn) + dy * Math.sin(turn)) / a;
  const v = (-dx * Math.sin(turn) + dy * Math.cos(turn)) / b;
  return u * u + v * v < 1;
};

/** The frame for everything there is, what belongs to no set standing in it under the shapes. */
function frameOf(
  { chart, sizes, setWords }: ArrangeInput,
  outside: readonly string[],
  held: Held,
  bounds: Bounds,
  boxes: Map<string, Point>,
  captions: PlacedWords[],
  middles: Map<number, Point>,
): Area | undefined {
  const { sets } = membershipOf(chart);
  const number = showsCounts(chart) ? held.counts.get(0) : undefined;
  const needed = outside.length > 0 || number !== undefined;
  if (!needed && chosen(choices, chart.arrangement, 'frame') !== 'always') return undefined;
  if (sets.length === 0) bounds.add(0, 0, 320, 0);
  const left = bounds.left;
  const width = bounds.right - left;
  let [x, y, high] = [left, bounds.bottom + (needed ? FRAME.gap : 0), 0];
  for (const id of outside) {
    const size = sizes.get(id)!;
    if (x > left && x + size.width > left + width) [x, y, high] = [left, y + high + 5, 0];
    boxes.set(id, [x, y]);
    bounds.add(x, y, size.width, size.height);
    x += size.width + 6;
    high = Math.max(high, size.height);
  }
  if (number !== undefined) {
    const words = setWords(`In none: ${number}`, 200, { size: NUMBER.size, strong: true });
    captions.push({ x: bounds.right - words.width, y, words });
    bounds.add(bounds.right - words.width, y, words.width, words.height);
    middles.set(0, [bounds.right - words.width / 2, y + words.height / 2]);
  } else if (outside.length > 0) middles.set(0, [left + width / 2, y]);
  const p = FRAME.padding;
  bounds.add(bounds.left - p, bounds.top - p, 0, 0);
  bounds.add(bounds.right + p, bounds.bottom + p, 0, 0);
  return {
    id: 'frame',
    name: '',
    count: 0,
    outline: [
      [bounds.left, bounds.top],
      [bounds.right, bounds.top],
      [bounds.right, bounds.bottom],
      [bounds.left, bounds.bottom],
    ],
    curved: false,
    as: 'frame',
    place: 0,
  };
}
