/** An arrangement whose parts stand elsewhere, as a mirror or a move has them. */
import type { Arrangement, PlacedWords } from '../kinds';
import type { Point } from '../layout';

export interface Mapping {
  point(at: Point): Point;
  /** Where the corner of an item's box comes to stand: boxes are not turned. */
  corner(at: Point, item: string): Point;
  words(own: PlacedWords): PlacedWords;
}

/** Boxes, lines and the words beside them, mapped; what else an arrangement has stays. */
export function mapped(arrangement: Arrangement, { point, corner, words }: Mapping): Arrangement {
  const points = (all: readonly Point[]) => all.map(point);
  const { boxes, links, joins, repeats, captions } = arrangement;
  return {
    ...arrangement,
    boxes: new Map([...boxes].map(([id, at]) => [id, corner(at, id)])),
    links: links.map((link) => ({
      ...link,
      points: points(link.points),
      ...(link.ways && { ways: link.ways.map(points) }),
      ...(link.words && { words: words(link.words) }),
    })),
    joins: joins.map(points),
    ...(repeats && { repeats: repeats.map(({ of, at }) => ({ of, at: corner(at, of) })) }),
    ...(captions && { captions: captions.map(words) }),
  };
}
