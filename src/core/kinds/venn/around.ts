/** What stands round the shapes of a diagram: names of sets, the frame, lists for regions that are too full. */
import type { Point } from '../../layout';
import type { Area, ArrangeInput, PlacedWords, SetWords } from '../arrangement';
import { chosen } from '../choices';
import { choices } from './choices';
import { nameInside, nestedSets } from './inside-names';
import { blocksOf } from './place';
import { membershipOf, together } from './sets';
import { type Ellipse, isWithin, polygonOf } from './shapes';

const NAME = { size: 13, widest: 170, gap: 8 };
export const NUMBER = { size: 13, small: 10 };
const FRAME = { padding: 20, gap: 14 };
const MARGIN = { gap: 34, between: 14 };
const EDGE = 4;

export const centred = (words: SetWords, [x, y]: Point): PlacedWords => ({
  x: x - words.width / 2,
  y: y - words.height / 2,
  words,
  align: 'middle',
});

/** What a picture reaches over; grows with what is added. */
export class Bounds {
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
export function listBeside(
  { chart, sizes, setWords }: ArrangeInput,
  groups: readonly { readonly region: number; readonly ids: readonly string[] }[],
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

/** The words of a set's name. */
export const nameOf = ({ chart, setWords }: ArrangeInput, set: number): SetWords =>
  setWords(membershipOf(chart).sets[set]!.name || '?', NAME.widest, { size: NAME.size, strong: true });

/**
 * Names of sets outside the shapes, each beside the far end of its own, clear of all others; inside their own where that lies
 * within another.
 * @param there what stands in the shapes
 */
export function placeNames(
  input: ArrangeInput,
  shapes: readonly Ellipse[],
  scale: number,
  bounds: Bounds,
  there: readonly { x: number; y: number; width: number; height: number }[],
): PlacedWords[] {
  const nested = nestedSets(shapes);
  const standing = [...there];
  const rings = shapes.map((shape) => polygonOf(shape)[0]!.map(([x, y]): Point => [x * scale, y * scale]));
  const middle: Point = [
    shapes.reduce((sum, { x }) => sum + x * scale, 0) / Math.max(1, shapes.length),
    shapes.reduce((sum, { y }) => sum + y * scale, 0) / Math.max(1, shapes.length),
  ];
  const taken: { x: number; y: number; width: number; height: number }[] = [];
  return shapes.map((_, i) => {
    const words = nameOf(input, i);
    const inside = nested[i] ? nameInside(shapes, i, words, scale, standing) : undefined;
    if (inside) {
      standing.push({ x: inside.x, y: inside.y, width: words.width, height: words.height });
      return inside;
    }
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
        (ring, other) =>
          isWithin([at[0] / scale, at[1] / scale], shapes[other]!) || ring.some(([px, py]) => !clear(px, py)),
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
/**
 * The frame for everything there is. What belongs to no set stands in it: under the shapes, or beside them where the page
 * is wider than they are. It takes the proportions of the page.
 */
export function frameOf(
  { chart, sizes, setWords, room }: ArrangeInput,
  outside: readonly string[],
  number: string | undefined,
  bounds: Bounds,
  boxes: Map<string, Point>,
  captions: PlacedWords[],
  middles: Map<number, Point>,
): Area | undefined {
  const { sets } = membershipOf(chart);
  const needed = outside.length > 0 || number !== undefined;
  if (!needed && chosen(choices, chart.arrangement, 'frame') !== 'always') return undefined;
  if (sets.length === 0) bounds.add(0, 0, 320, 0);
  const left = bounds.left;
  const width = bounds.right - left;
  const p = FRAME.padding;
  const wider = room ? room.width / room.height / ((width + 2 * p) / (bounds.bottom - bounds.top + 2 * p)) : 0;
  const isBeside = number === undefined && wider > 1 && Number.isFinite(wider);
  if (isBeside) {
    // From the foot up, in as many columns as keep it no higher than the shapes.
    const blocks = blocksOf(outside.map((id) => sizes.get(id)!));
    const block = blocks.find(({ height }) => height <= bounds.bottom - bounds.top) ?? blocks.at(-1);
    const at: Point = [bounds.right + FRAME.gap, bounds.bottom - (block?.height ?? 0)];
    for (const [i, id] of outside.entries()) {
      const [dx, dy] = block!.places[i]!;
      boxes.set(id, [at[0] + dx, at[1] + dy]);
    }
    if (block) {
      bounds.add(...at, block.width, block.height);
      middles.set(0, [at[0] + block.width / 2, at[1] + block.height / 2]);
    }
  }
  let [x, y, high] = [left, bounds.bottom + (needed && !isBeside ? FRAME.gap : 0), 0];
  for (const id of isBeside ? [] : outside) {
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
  } else if (outside.length > 0 && !isBeside) middles.set(0, [left + width / 2, y]);
  bounds.add(bounds.left - p, bounds.top - p, 0, 0);
  bounds.add(bounds.right + p, bounds.bottom + p, 0, 0);
  if (room) {
    const more = (bounds.bottom - bounds.top) * (room.width / room.height) - (bounds.right - bounds.left);
    bounds.add(bounds.left - Math.max(0, more) / 2, bounds.top, 0, 0);
    bounds.add(bounds.right + Math.max(0, more) / 2, bounds.top, 0, 0);
  }
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
