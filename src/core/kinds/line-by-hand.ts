/** Lines as somebody set them by hand: fixed places at the boxes, points to bend at. */
import type { LineByHand } from '../chart';
import { type Dock, dockPoint, type Obstacle, type Point, type Side } from '../layout';

const SIDES: Readonly<Record<'top' | 'right' | 'bottom' | 'left', Side>> = {
  top: 'near',
  bottom: 'far',
  left: 'before',
  right: 'after',
};

/** A dock of the sheet as routing knows it. */
export const dockIn = (dock: LineByHand['from']): Dock | undefined => dock && { side: SIDES[dock.side], at: dock.at };

export interface DrawnWay {
  readonly points: readonly Point[];
  readonly curved: boolean;
}

/** From where the points to bend at are counted. */
export function middleOf(from: Obstacle, to: Obstacle): Point {
  const middle = (k: 0 | 1) => (from.low[k] + from.high[k] + to.low[k] + to.high[k]) / 4;
  return [middle(0), middle(1)];
}

/** How far the line keeps straight on when it leaves a fixed place, before it turns. */
const STRAIGHT_ON = 10;

/**
 * @param computed the way as it would be by itself
 * @param gap free space at both ends
 */
export function byHand(
  computed: DrawnWay,
  line: LineByHand | undefined,
  from: Obstacle,
  to: Obstacle,
  gap: number,
): DrawnWay {
  const bends = line?.bends ?? [];
  if (!line || (bends.length === 0 && !line.from && !line.to)) return computed;
  const fixed = (box: Obstacle, dock: LineByHand['from']) => {
    const own = dockIn(dock);
    return own && { at: dockPoint(box, own, gap), on: dockPoint(box, own, gap + STRAIGHT_ON) };
  };
  const [leave, come] = [fixed(from, line.from), fixed(to, line.to)];
  const start = leave?.at ?? computed.points[0]!;
  const end = come?.at ?? computed.points.at(-1)!;
  if (bends.length > 0) {
    const [x, y] = middleOf(from, to);
    return { points: [start, ...bends.map(({ dx, dy }): Point => [x + dx, y + dy]), end], curved: false };
  }
  const a = leave?.on ?? computed.points[0]!;
  const b = come?.on ?? computed.points.at(-1)!;
  const half = (a[1] + b[1]) / 2;
  const turn: Point[] = [
    [a[0], half],
    [b[0], half],
  ];
  const all: Point[] = [start, a, ...turn, b, end];
  return {
    points: all.filter((p, i) => i === 0 || Math.hypot(p[0] - all[i - 1]![0], p[1] - all[i - 1]![1]) > 0.01),
    curved: false,
  };
}
