import { type Box, grown } from '../scene';
import { type Point, sidesOf, within } from './ways';

/** How near a line's end has to be to the middle of a side to be fixed there, in points. */
const NEAR = 0.75;
/** So far off a box a line ends on it all the same, in points ... */
export const TOUCHING = 2;
/** ... and so far as the widest gap that lines keep to boxes, in the picture's own units. */
export const WIDEST_GAP = 12;
/** A line that runs along a box comes to it after so many times its distance. */
const FLAT = 8;

/** Places that lines are fixed to, by item: the middles of its sides, then where else lines end. */
export class Sites {
  private readonly sites = new Map<string, Point[]>();
  constructor(
    private readonly boxes: ReadonlyMap<string, Box>,
    /** How far off a box a line may end that comes to it, in points on the slide. */
    private readonly reach: number,
  ) {}

  of(item: string): Point[] {
    const known = this.sites.get(item);
    if (known) return known;
    const middles = sidesOf(this.boxes.get(item)!);
    this.sites.set(item, middles);
    return middles;
  }

  /**
   * The place of an item for the end of a line: where the line, drawn on a little, comes to the item's box; undefined where it
   * does not, as lines of a couple begin between its two.
   */
  at(item: string, end: Point, before: Point): number | undefined {
    const box = this.boxes.get(item);
    if (!box) return undefined;
    const long = Math.hypot(end[0] - before[0], end[1] - before[1]) || 1;
    const on = (by: number): Point => [
      end[0] + ((end[0] - before[0]) / long) * by,
      end[1] + ((end[1] - before[1]) / long) * by,
    ];
    // From a little before its end, as lines may end on the box or just in it.
    const [from, to] = [on(-TOUCHING), on(FLAT * this.reach)];
    const isNear = within(end, end, grown(box, this.reach)) !== undefined;
    const inside = isNear ? within(from, to, box) : undefined;
    if (!inside) return undefined;
    const part = inside[0] === 0 && inside[1] < 1 ? inside[1] : inside[0];
    const [x, y] = [from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part];
    const all = this.of(item);
    const found = all.findIndex(([sx, sy]) => Math.hypot(sx - x, sy - y) < NEAR);
    return found >= 0 ? found : all.push([x, y]) - 1;
  }
}
