/** Several arrangements as one picture: none is arranged anew, each is moved. */
import type { Arrangement, PlacedWords, Size } from '../kinds';
import type { Point } from '../layout';
import { mapped } from './mapped';

export interface Row {
  readonly arrangement: Arrangement;
  /** From the arrangement's own corner to the picture's, and the picture's size. */
  readonly shift: { readonly x: number; readonly y: number };
  readonly picture: Size;
  /** Tiers of the page before the row's first. */
  readonly off: number;
}

/** Arrangements one under the other, each in the middle. Tiers have no band of their own there. @param gap between them */
export function stacked(rows: readonly Row[], gap: number): Arrangement {
  const width = Math.max(...rows.map(({ picture }) => picture.width));
  let top = 0;
  const moved = rows.map((row) => {
    const { arrangement, picture, shift, off } = row;
    const [dx, dy] = [(width - picture.width) / 2 + shift.x, top + shift.y];
    top += picture.height + gap;
    const point = ([x, y]: Point): Point => [x + dx, y + dy];
    const words = (own: PlacedWords) => ({ ...own, x: own.x + dx, y: own.y + dy });
    const one = mapped(arrangement, { point, corner: point, words });
    return { ...one, links: one.links.map((link) => ({ ...link, tier: link.tier + off })) };
  });
  const all = <T>(of: (arrangement: Arrangement) => readonly T[] | undefined): T[] =>
    moved.flatMap((one) => of(one) ?? []);
  return {
    boxes: new Map(moved.flatMap(({ boxes }) => [...boxes])),
    repeats: all(({ repeats }) => repeats),
    tags: all(({ tags }) => tags),
    captions: all(({ captions }) => captions),
    links: all(({ links }) => links),
    joins: all(({ joins }) => joins),
    ...(moved.some(({ hops }) => hops) && { hops: true }),
    axis: moved[0]!.axis,
    bands: [],
    width,
    height: top - gap,
    problems: all(({ problems }) => problems),
  };
}
