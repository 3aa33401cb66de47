/** The arrangement of what was prepared, and where its picture comes to stand on the page. */
import { isLeftwardChart } from '../chart';
import type { Arrangement, Size } from '../kinds';
import { type Fit, fitToPage } from '../layout';
import type { Box } from '../scene';
import type { Fonts } from '../text';
import { linesByHand } from './by-hand';
import { roomOf, withInsets, withoutRoom } from './captions';
import { type DrawnEnclosure, enclosures } from './enclose';
import { filled } from './held';
import { mirroredArrangement } from './leftward';
import { frameOf, headingRoom } from './page';
import { plated } from './plates';
import type { Prepared } from './prepare';

/** The arrangement of what was prepared. */
export function arranged(prepared: Prepared): Arrangement {
  const { chart, kind, input, inside, structure, sizes, room } = prepared;
  const own = kind.arrange(input);
  const facing = isLeftwardChart(chart) ? mirroredArrangement(own, input.sizes) : own;
  const shapes = plated(withoutRoom(facing, room), prepared);
  return linesByHand(filled(shapes, inside, structure, sizes), chart, sizes);
}

/** Where an arrangement's picture comes to stand on the page. */
export function onto(prepared: Prepared, arrangement: Arrangement, fonts: Fonts): Onto {
  const { chart, names, key, input } = prepared;
  const headings = headingRoom(chart, arrangement, names, fonts);
  // Of thousands of boxes none is looked at where nothing is drawn round any.
  const drawn =
    input.enclosed.length > 0 ? enclosures(input.enclosed, boxesOf(prepared, arrangement), arrangement) : [];
  // Shapes round what stands at the edge reach beyond it.
  const out = { left: 0, top: 0, right: arrangement.width, bottom: arrangement.height, ...arrangement.reach };
  for (const { extent, name } of drawn) {
    out.left = Math.min(out.left, extent.x - EDGE);
    out.top = Math.min(out.top, extent.y - EDGE, name[1]);
    out.right = Math.max(out.right, extent.x + extent.width + EDGE);
    out.bottom = Math.max(out.bottom, extent.y + extent.height + EDGE);
  }
  // Headings of tiers stand where the chart begins.
  const leftward = isLeftwardChart(chart);
  const shift = { x: (leftward ? 0 : headings.x) - out.left, y: headings.y - out.top };
  const picture = { width: out.right + shift.x + (leftward ? headings.x : 0), height: out.bottom + shift.y };
  const place = fitToPage(picture, frameOf(chart, picture.width, key, fonts), chart.page);
  return { shift, picture, place, enclosures: drawn };
}

/** Boxes of all items with their captions, in the picture's own units. */
function boxesOf({ sizes, room }: Prepared, { boxes, boxScale = 1 }: Arrangement): Map<string, Box> {
  return new Map(
    [...boxes].map(([id, [x, y]]) => {
      const own = roomOf(room, id);
      const { width, height } = withInsets(sizes.get(id)!, own);
      const box = {
        x: x - own.x * boxScale,
        y: y - own.top * boxScale,
        width: width * boxScale,
        height: height * boxScale,
      };
      return [id, box];
    }),
  );
}

/** Half the width of an edge, about. */
const EDGE = 1;

export interface Onto {
  /** From the arrangement's own corner to the picture's. */
  readonly shift: { readonly x: number; readonly y: number };
  readonly picture: Size;
  readonly place: Fit;
  readonly enclosures: readonly DrawnEnclosure[];
}

/** Size of the smallest words of items, in the picture's own units; null where there are none. */
export function smallestSet({ set, captions }: Pick<Prepared, 'set' | 'captions'>): number | null {
  let least = Number.POSITIVE_INFINITY;
  for (const own of captions.values())
    for (const { words } of own) for (const { size } of words.lines) least = Math.min(least, size);
  for (const { lines } of set.values()) for (const { size } of lines) least = Math.min(least, size);
  return Number.isFinite(least) ? least : null;
}

/** Size of the smallest words of a picture, in its own units; null where it has none. */
export function smallestOf(own: Pick<Prepared, 'set' | 'captions'>, arrangement: Arrangement): number | null {
  const outside = [...arrangement.links.flatMap(({ words }) => words ?? []), ...(arrangement.captions ?? [])];
  let least = (smallestSet(own) ?? Number.POSITIVE_INFINITY) * (arrangement.boxScale ?? 1);
  for (const { words } of outside) for (const { size } of words.lines) least = Math.min(least, size);
  return Number.isFinite(least) ? least : null;
}
