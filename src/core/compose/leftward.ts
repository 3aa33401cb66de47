/** Pictures of charts that begin at the right: what an arrangement has at the left stands at the right. */
import type { Look } from '../chart';
import type { Arrangement, PlacedWords, Size } from '../kinds';
import type { Point } from '../layout';
import { mapped } from './mapped';

const OTHER = { left: 'right', middle: 'middle', right: 'left' } as const;

/** A look whose words are aligned from the other side. */
export const facing = (look: Look): Look => (look.align === 'middle' ? look : { ...look, align: OTHER[look.align] });

/**
 * An arrangement seen in a mirror; boxes and words stay as they are. Rings and overlaps begin nowhere, and stay too.
 * @param sizes of boxes with all that stands round them, before they are scaled
 */
export function mirroredArrangement(arrangement: Arrangement, sizes: ReadonlyMap<string, Size>): Arrangement {
  const { axis, width, boxScale = 1, tags, areas, regions, reach } = arrangement;
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
    ...mapped(arrangement, { point, corner: ([x, y], id) => [width - x - wide(id), y], words }),
    ...(tags && { tags: tags.map((tag) => ({ ...tag, at: { x: wide(tag.of) - tag.at.x, y: tag.at.y } })) }),
    ...(areas && {
      areas: areas.map((area) => ({
        ...area,
        outline: points(area.outline),
        ...(area.label && { label: { ...area.label, x: width - area.label.x - area.label.width } }),
      })),
    }),
    ...(regions && { regions: regions.map((region) => ({ ...region, at: point(region.at) })) }),
    ...(axis === 'columns' && {
      bands: arrangement.bands.map(({ start, end }) => ({ start: width - start, end: width - end })),
    }),
    ...(reach && { reach: { ...reach, left: width - reach.right, right: width - reach.left } }),
  };
}
