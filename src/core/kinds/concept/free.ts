/**
 * Concepts wherever their links draw them: each stands as far from the others as it is in the map, with tiers as soft rings
 * round the main idea (U. Brandes and C. Pich, "More flexible radial layout", JGAA 15, 2011). For maps that are no
 * hierarchy. Places by `layout/stress.ts`.
 */
import { leastStress, movedApart, type Point, type StressPair, stepsFrom } from '../../layout';
import { arrangeRings, type RingsInput } from './rings';
import { anglesOf } from './sectors';
import { finish, grid, growthsOf, inProportion, type Laid, placeLinks, type Rect, ROWS_INSTEAD } from './straight';

/** Larger maps stand in rings: every concept is held against every other here. */
const MOST_CONCEPTS = 120;
/** How much more the distance from the main idea counts than that from another concept. */
const RING = 3;
const GROW = 1.08;

/** Places for one size of the map, as far apart as `length` for a link. */
function placesOf(input: RingsInput, length: number): Point[] {
  const { graph, links } = input;
  const { concepts, tierOf, main } = graph;
  const index = new Map(concepts.map((id, i) => [id, i]));
  const next = concepts.map((): number[] => []);
  for (const { from, to } of links) {
    next[index.get(from)!]!.push(index.get(to)!);
    next[index.get(to)!]!.push(index.get(from)!);
  }
  const steps = concepts.map((_, i) => stepsFrom(i, next));
  // Parts that nothing joins stand beside each other, further apart than anything in them.
  const far = 1 + steps.reduce((most, own) => own.reduce<number>((so, n) => Math.max(so, n ?? 0), most), 0);
  const pairs: StressPair[] = [];
  for (let a = 0; a < concepts.length; a++)
    for (let b = a + 1; b < concepts.length; b++) {
      const end = concepts[a] === main ? b : concepts[b] === main ? a : undefined;
      const apart = end === undefined ? (steps[a]![b] ?? far) : Math.max(1, tierOf.get(concepts[end]!)! - 1);
      const distance = apart * length;
      pairs.push({ a, b, distance, weight: (end === undefined ? 1 : RING) / distance ** 2 });
    }
  const angles = anglesOf(input);
  const start = concepts.map((id, i): Point => {
    // No two on one point: those of the first tier stand a little beside it.
    const radius = (tierOf.get(id)! - 1) * length + i * 1e-3;
    return [radius * Math.cos(angles.get(id)!), radius * Math.sin(angles.get(id)!)];
  });
  return leastStress(start, pairs);
}

export function arrangeFree(input: RingsInput): Laid {
  const { graph, sizes, links, gaps, room } = input;
  const { concepts, tierOf, tiers } = graph;
  if (concepts.length > MOST_CONCEPTS || concepts.length < 2) return arrangeRings(input);
  const boxes = concepts.map((id) => sizes.get(id)!);
  const mean = boxes.reduce((sum, { width, height }) => sum + width + height, 0) / (2 * boxes.length);
  const length = mean + gaps.tiers * 0.6;
  const growths = growthsOf(concepts.length, links.length);
  const places = placesOf(input, length);
  const largest = boxes.reduce((most, { width, height }) => Math.max(most, width, height), 0);
  return inProportion(room, concepts.length, (flat) => {
    const stretched = places.map(([x, y]): Point => [x * Math.sqrt(flat), y / Math.sqrt(flat)]);
    const apart = movedApart(stretched, boxes, gaps.siblings);
    for (let growth = 0, by = 1; ; growth++, by *= GROW) {
      const taken = grid(Math.max(40, largest / 2));
      const placed = new Map(
        concepts.map((id, i): [string, Rect] => {
          const { width, height } = boxes[i]!;
          const box = { x: apart[i]![0] * by - width / 2, y: apart[i]![1] * by - height / 2, width, height };
          taken.add(box);
          return [id, box];
        }),
      );
      const worded = placeLinks(links, placed, taken, tierOf);
      if (worded.homeless > 0 && growth < growths) continue;
      const radii = Array.from({ length: tiers }, (_, i) => i * length * by);
      return finish(placed, worded.links, radii, mean / 2, worded.homeless > 0 ? [crowdedLinks()] : []);
    }
  });
}

const crowdedLinks = () => ({
  code: 'links-too-full',
  severity: 'warning' as const,
  message: 'There are too many links for free places: some linking phrases touch. Rows or columns have room for all.',
  repairs: [ROWS_INSTEAD],
});
