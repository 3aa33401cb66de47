/**
 * Branches that keep a rectangle to themselves: from the row of their top to their last row, nothing of another branch
 * stands between their outermost boxes. A branch is laid out first; then its outermost place in every row is widened to
 * the branch's own extents, and all is laid out again, the innermost branches before those around them. What is within a
 * branch stays as it was, as only its edges grow.
 */
import { type TidyGaps, tidy } from '../tidy';

interface Place {
  readonly row: number;
  readonly left: number;
  readonly right: number;
  readonly children: readonly number[];
}

/** A branch with its own rectangle: the place of its top, and the room round it along the rows. */
export interface OwnRoom {
  readonly place: number;
  readonly before: number;
  readonly after: number;
  /** Branches within it have lower ones. */
  readonly level: number;
}

/** Centre lines of places, and their extents with what rectangles take. */
export function placedApart(
  places: readonly Place[],
  tops: readonly number[],
  gaps: TidyGaps,
  rooms: readonly OwnRoom[],
): { centres: Float64Array; right: number[] } {
  const forest = {
    children: places.map(({ children }) => children),
    tops,
    left: places.map(({ left }) => left),
    right: places.map(({ right }) => right),
  };
  let centres = tidy(forest, gaps);
  for (const level of [...new Set(rooms.map((room) => room.level))].sort((a, b) => a - b)) {
    for (const room of rooms) {
      if (room.level !== level) continue;
      const ends = new Map<number, { low: number; high: number }>();
      let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      const stack = [room.place];
      for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
        const { row, children } = places[at]!;
        low = Math.min(low, centres[at]! - forest.left[at]!);
        high = Math.max(high, centres[at]! + forest.right[at]!);
        const end = ends.get(row);
        if (!end) ends.set(row, { low: at, high: at });
        else {
          if (centres[at]! < centres[end.low]!) end.low = at;
          if (centres[at]! > centres[end.high]!) end.high = at;
        }
        stack.push(...children);
      }
      for (const end of ends.values()) {
        forest.left[end.low] = centres[end.low]! - (low - room.before);
        forest.right[end.high] = high + room.after - centres[end.high]!;
      }
    }
    centres = tidy(forest, gaps);
  }
  return { centres, right: forest.right };
}
