/** Boxes and what they have room in, in the same units. */
interface Extent {
  readonly width: number;
  readonly height: number;
}

/** An extent grown by half a gap on every side: boxes that keep the gap between them do not overlap so either. */
export const grownArea = ({ width, height }: Extent, gap: number): number => (width + gap) * (height + gap);

/**
 * Scale at which no arrangement of boxes fits a room any more, by their area and the largest of them: grown by half the
 * least gap they do not overlap, so that their areas together are at most that of the room grown likewise.
 * @param gap the least between two boxes, before scaling
 */
export function boundByArea(boxes: readonly Extent[], room: Extent, gap: number): number {
  let area = 0;
  let byLongest = Number.POSITIVE_INFINITY;
  for (const box of boxes) {
    area += grownArea(box, gap);
    byLongest = Math.min(byLongest, room.width / Math.max(1, box.width), room.height / Math.max(1, box.height));
  }
  // area s² = (W + gap s)(H + gap s)
  const a = area - gap * gap;
  const b = gap * (room.width + room.height);
  const c = room.width * room.height;
  return a <= 0 ? byLongest : Math.min(byLongest, (b + Math.sqrt(b * b + 4 * a * c)) / (2 * a));
}
