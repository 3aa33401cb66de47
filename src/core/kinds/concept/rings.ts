/**
 * Concepts on rings round the main idea. Each branch gets a sector as wide as what it holds needs (the radial drawing of
 * trees: P. Eades, "Drawing free trees", Bulletin of the ICA 5, 1992); each ring is as wide as it takes for no box to touch
 * another, and all grow until every linking phrase has a free place on its link. The rings are ellipses, so that the
 * picture comes to have the proportions of its page.
 */
import type { Problem } from '../../list';
import type { Size } from '../arrangement';
import type { WordedLink } from '../worded';
import type { Graph } from './graph';
import { anglesOf } from './sectors';
import { finish, grid, growthsOf, inProportion, type Laid, placeLinks, type Rect, ROWS_INSTEAD } from './straight';

export interface RingsInput {
  readonly graph: Graph;
  readonly sizes: ReadonlyMap<string, Size>;
  readonly links: readonly WordedLink[];
  readonly gaps: { readonly siblings: number; readonly tiers: number };
  /** The part of the page that is for the picture; absent: rings are circles. */
  readonly room?: Size | undefined;
}

/** All rings grow by this much at a time, one by itself by less. */
const GROW = { all: 1.1, one: 1.05 };
const MOST_GROWTHS = 60;

export function arrangeRings(input: RingsInput): Laid {
  const angles = anglesOf(input);
  return inProportion(input.room, input.graph.concepts.length, (flat) => ringsAs(input, angles, flat));
}

/** @param flat how much wider than high the ellipses are */
function ringsAs({ graph, sizes, links, gaps }: RingsInput, angles: ReadonlyMap<string, number>, flat: number): Laid {
  const { concepts, tierOf, tiers } = graph;
  const [wider, higher] = [Math.sqrt(flat), 1 / Math.sqrt(flat)];
  const largest = concepts.reduce(
    (most, id) => Math.max(most, Math.hypot(sizes.get(id)!.width, sizes.get(id)!.height)),
    0,
  );
  const ofTier = Array.from({ length: tiers }, (_, i) => concepts.filter((id) => tierOf.get(id) === i + 1));
  const growths = growthsOf(concepts.length, links.length);
  let scale = 1;
  for (let growth = 0; ; growth++, scale *= GROW.all) {
    const step = (largest * 0.4 + gaps.tiers) * scale;
    const boxAt = (id: string, radius: number): Rect => {
      const { width, height } = sizes.get(id)!;
      const angle = angles.get(id)!;
      const [x, y] = [radius * wider * Math.cos(angle), radius * higher * Math.sin(angle)];
      return { x: x - width / 2, y: y - height / 2, width, height };
    };
    const boxes = new Map<string, Rect>();
    const cell = Math.max(40, largest / 2);
    const taken = grid(cell);
    const radii: number[] = [];
    let free = true;
    for (const [i, own] of ofTier.entries()) {
      // Parts that are not joined to the main idea have firsts of their own: they can't all stand in the middle.
      let radius = i > 0 ? radii[i - 1]! + step : own.length > 1 ? step * 0.6 : 0;
      // On no shorter way round can they stand side by side.
      const round = own.reduce((sum, id) => sum + (sizes.get(id)!.width + sizes.get(id)!.height) / 2, 0);
      if (own.length > 1) radius = Math.max(radius, round / (2 * Math.PI * Math.max(wider, higher)));
      let placed: Rect[] = [];
      for (let tries = 0; ; tries++, radius = radius * GROW.one + 1) {
        placed = own.map((id) => boxAt(id, radius));
        const here = grid(cell);
        const clear = placed.every((box) => {
          if (!taken.isFree(box, gaps.siblings / 2) || !here.isFree(box, gaps.siblings / 2)) return false;
          here.add(box);
          return true;
        });
        if (clear) break;
        if (tries < MOST_GROWTHS) continue;
        free = false;
        break;
      }
      for (const [at, box] of placed.entries()) {
        boxes.set(own[at]!, box);
        taken.add(box);
      }
      radii.push(radius);
    }
    const last = growth === growths;
    const placed = placeLinks(links, boxes, taken, tierOf);
    if (placed.homeless > 0 && !last) continue;
    const problems: Problem[] = free && placed.homeless === 0 ? [] : [crowded()];
    return finish(boxes, placed.links, radii, largest / 2, problems);
  }
}

const crowded = (): Problem => ({
  code: 'rings-too-full',
  severity: 'warning',
  message: 'There are too many concepts for rings: some words touch. Rows or columns have room for all.',
  repairs: [ROWS_INSTEAD],
});
