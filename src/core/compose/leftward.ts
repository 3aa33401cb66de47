/** Pictures of charts that begin at the right: what an arrangement has at the left stands at the right. */
import type { Look } from '../chart';
import type { Arrangement, PlacedWords, Size } from '../kinds';

type Point = readonly [number, number];
const OTHER = { left: 'right', middle: 'middle', right: 'left' } as const;

/** A look whose words are aligned from the other side. */
export const facing = (look: Look): Look => (look.align === 'middle' ? look : { ...look, align: OTHER[look.align] });

/**
 * An arrangement seen in a mirror; boxes and words stay as they are. Rings and overlaps begin nowhere, and stay too.
 * @param sizes of boxes with all that stands round them, before they are scaled
 */
export function mirroredArrangement(arrangement: Arrangement, sizes: ReadonlyMap<string, Size>): Arrangement {
  const { axis, width, boxes, boxScale = 1, repeats, tags, areas, regions, captions, reach } = arrangement;
  if (axis === 'rings' || axis === 'overlaps') return arrangement;
  const point = ([x, y]: Point): Point => [width - x, y];
  const points = (all: readonly Point[]) => all.map(point);
  const wide = (id: string) => (sizes.get(id)?.width ?? 0) * boxScale;
  const words = (own: PlacedWords): PlacedWords => ({
    ...own,
    x: width - own.x - own.words.width,
    ...(own.align && { align: OTHER[own.align] }),
  });
  return {
    ...arrangement,
    boxes: new Map([...boxes].map(([id, [x, y]]) => [id, [width - x - wide(id), y]])),
    links: arrangement.links.map((link) => ({
      ...link,
      points: points(link.points),
      ...(link.ways && { ways: link.ways.map(points) }),
      ...(link.words && { words: words(link.words) }),
    })),
    joins: arrangement.joins.map(points),
    ...(repeats && { repeats: repeats.map(({ of, at }) => ({ of, at: [width - at[0] - wide(of), at[1]] as const })) }),
    ...(tags && { tags: tags.map((tag) => ({ ...tag, at: { x: wide(tag.of) - tag.at.x, y: tag.at.y } })) }),
    ...(areas && {
      areas: areas.map((area) => ({
        ...area,
        outline: points(area.outline),
        ...(area.label && { label: { ...area.label, x: width - area.label.x - area.label.width } }),
      })),
    }),
    ...(regions && { regions: regions.map((region) => ({ ...region, at: point(region.at) })) }),
    ...(captions && { captions: captions.map(words) }),
    ...(axis === 'columns' && {
      bands: arrangement.bands.map(({ start, end }) => ({ start: width - start, end: width - end })),
    }),
    ...(reach && { reach: { ...reach, left: width - reach.right, right: width - reach.left } }),
  };
}
