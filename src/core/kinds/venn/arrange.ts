import type { Chart } from '../../chart';
import type { Point } from '../../layout';
import type { Area, ArrangeInput, Arrangement, PlacedWords, Region } from '../arrangement';
import { chosen } from '../choices';
import { Bounds, centred, frameOf, listBeside, NUMBER, nameOf, placeNames } from './around';
import { choices } from './choices';
import { eulerShapes } from './euler';
import { nameInside, nestedSets } from './inside-names';
import { type Block, blocksOf, roomFor, standsIn } from './place';
import { membershipOf, setsIn } from './sets';
import { areaOf, type Ellipse, outlineOf, type Part, polygonOf, regionsOf, vennShapes } from './shapes';
import { showsCounts } from './shown';
import { showRange, solutionOf } from './solve';

/**
 * Points for a unit of the shapes: no smaller, so that names and numbers have room; and no larger than `most`, or than
 * `spare` times what all items would need if they filled `filled` of the shapes; `forNames` times that where names stand inside.
 */
const SCALE = { least: 92, most: 240, step: 1.04, spare: 1.4, filled: 0.38, forNames: 1.6 };

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
        const ids = ordered(chart, held.items.get(region) ?? []);
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
  const nested = nestedSets(shapes).flatMap((is, i) => (is ? [i] : []));
  const haveRoom = (at: number) => nested.every((i) => nameInside(shapes, i, nameOf(input, i), at, []));
  let scale = needs.some((need) => need > cap) ? cap : Math.max(SCALE.least, ...needs);
  for (const most = scale * SCALE.forNames; scale < most && !haveRoom(scale); ) scale *= SCALE.step;

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
  const there = [
    ...[...boxes].map(([id, [x, y]]) => ({ x, y, width: sizes.get(id)!.width, height: sizes.get(id)!.height })),
    ...captions.map((words) => boxOf(words)),
  ];
  const names = placeNames(input, shapes, scale, bounds, there);
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
        ...(names[i] && { label: boxOf(names[i]) }),
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
  const outside = ordered(chart, held.items.get(0) ?? []);
  const frame = frameOf(
    input,
    counts ? [] : outside,
    counts ? held.counts.get(0) : undefined,
    bounds,
    boxes,
    captions,
    middles,
  );
  if (frame) areas.push(frame);

  // Of no sets and no items there is a picture too: an empty one.
  if (!Number.isFinite(bounds.left)) bounds.add(0, 0, 0, 0);
  const move = ([x, y]: Point): Point => [x - bounds.left, y - bounds.top];
  const regions = [...parts.keys(), ...(held.counts.has(0) ? [0] : [])].map((region): Region => {
    const ids = held.items.get(region) ?? [];
    const known = Number(held.counts.get(region) ?? 0);
    return {
      sets: setsIn(sets, region).map(({ id }) => id),
      count: Number.isFinite(known) ? known : ids.length,
      items: ids,
      at: move(middles.get(region) ?? [0, 0]),
    };
  });
  return {
    boxes: new Map([...boxes].map(([id, at]) => [id, move(at)])),
    areas: areas.map((area) => ({
      ...area,
      outline: area.outline.map(move),
      ...(area.label && { label: { ...area.label, x: area.label.x - bounds.left, y: area.label.y - bounds.top } }),
    })),
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

/** Items of a region in the order that was asked for. */
function ordered(chart: Chart, ids: readonly string[]): readonly string[] {
  if (chosen(choices, chart.arrangement, 'order') !== 'name') return ids;
  const { compare } = new Intl.Collator(chart.language);
  const name = (id: string) => chart.items[id]!.fields['name'] ?? '';
  return ids.toSorted((a, b) => compare(name(a), name(b)));
}

const boxOf = ({ x, y, words: { width, height } }: PlacedWords) => ({ x, y, width, height });

const shaded = (count: number) => ({
  code: 'empty-regions-shaded',
  severity: 'note' as const,
  message: `${count} ${count === 1 ? 'region is' : 'regions are'} empty but can't be left out with these shapes; ${count === 1 ? 'it is' : 'they are'} shaded.`,
  repairs: [],
});
