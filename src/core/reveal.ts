/** A picture shown step by step in front of people: what comes with each step, and the picture as it is then. */
import { type Box, boxOf, grown, itemsUnder, movedScene, pathThrough, type Scene, type SceneLink } from './scene';

/** By what it is shown: all of a tier at once, branch after branch, line by line as the list has them, or region by region. */
export const REVEALS = ['tier', 'branch', 'item', 'region'] as const;
export type RevealBy = (typeof REVEALS)[number];

/** What it is told of sets: whom each holds. */
type Sets = readonly { readonly members: readonly string[] }[];

/** Items by the sets that hold them, those in fewest sets first. */
function byRegion(items: Scene['items'], sets: Sets): string[][] {
  const held = sets.map(({ members }) => new Set(members));
  const regions = new Map<string, { of: number; ids: string[] }>();
  for (const { id } of items) {
    const within = held.map((members) => members.has(id));
    const key = within.join();
    const region = regions.get(key) ?? { of: within.filter(Boolean).length, ids: [] };
    region.ids.push(id);
    regions.set(key, region);
  }
  return [...regions.values()].sort((a, b) => a.of - b.of).map(({ ids }) => ids);
}

/** Items that come with each step, none twice: what stands above comes before what stands under it. @param sets for regions */
export function revealSteps({ items }: Scene, by: RevealBy, sets: Sets = []): string[][] {
  if (by === 'region') return byRegion(items, sets);
  if (by === 'tier') {
    const tiers = [...new Set(items.map(({ tier }) => tier))].sort((a, b) => a - b);
    return tiers.map((tier) => items.flatMap((item) => (item.tier === tier ? item.id : [])));
  }
  const under = itemsUnder(items);
  const branch = (top: string): string[] => {
    const ids = [top];
    for (let i = 0; i < ids.length; i++) {
      const own = under.get(ids[i]!) ?? [];
      // In the order of the list: what is under the first before the second.
      ids.splice(i + 1, 0, ...own.map(({ id }) => id));
    }
    return ids;
  };
  const tops = (under.get(null) ?? []).map(({ id }) => id);
  if (by === 'item') return tops.flatMap(branch).map((id) => [id]);
  return tops.flatMap((top) => [[top], ...(under.get(top) ?? []).map(({ id }) => branch(id))]);
}

type Point = readonly [number, number];

/** How far a point is from a way. */
function awayFrom([x, y]: Point, way: readonly Point[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < way.length; i++) {
    const [[ax, ay], [bx, by]] = [way[i]!, way[i + 1]!];
    const long = (bx - ax) ** 2 + (by - ay) ** 2 || 1;
    const part = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / long));
    least = Math.min(least, Math.hypot(x - ax - part * (bx - ax), y - ay - part * (by - ay)));
  }
  return least;
}

/** Lines of which some lead to what is not shown yet: those that do not, with the words that stand on them. */
function partOf({ edges }: Scene, link: SceneLink, isShown: (edge: number) => boolean): SceneLink[] {
  const own = link.edges!.filter(isShown);
  const [first] = link.marks;
  if (own.length === 0 || first?.type !== 'path') return [];
  const waysOf = (places: readonly number[]) => places.map((place) => edges[place]!.points);
  const [seen, others] = [waysOf(own), waysOf(link.edges!.filter((place) => !isShown(place)))];
  const nearest = (at: Point, ways: readonly (readonly Point[])[]) => Math.min(...ways.map((way) => awayFrom(at, way)));
  const words = link.marks.filter(
    (mark) => mark.type === 'text' && nearest([mark.x, mark.y], seen) < nearest([mark.x, mark.y], others),
  );
  const d = own.map((place) => pathThrough(edges[place]!.points, edges[place]!.curved)).join('');
  return [{ ...link, marks: [{ ...first, d }, ...words], edges: own }];
}

/** The picture with only some of its items, and the lines between them. All of it where all are shown. */
export function revealed(scene: Scene, shown: ReadonlySet<string>): Scene {
  if (scene.items.every(({ id }) => shown.has(id))) return scene;
  const under = itemsUnder(scene.items);
  const isShown = (place: number) => shown.has(scene.edges[place]!.from) && shown.has(scene.edges[place]!.to);
  const links = scene.links.flatMap((link): SceneLink[] => {
    if (link.key === 'areas') return [link];
    if (link.edges) return link.edges.every(isShown) ? [link] : partOf(scene, link, isShown);
    // What is drawn round others, and lines that can't be told apart, come with the last of what they are about.
    const isWhole =
      link.from !== undefined && shown.has(link.from) && (under.get(link.from) ?? []).every(({ id }) => shown.has(id));
    return isWhole ? [link] : [];
  });
  return { ...scene, links, items: scene.items.filter(({ id }) => shown.has(id)) };
}

/** Round what is cut out of a picture, in points. */
const ROUND = 6;

/** Some items by themselves with the lines between them, on a page just as large. @returns undefined where none is there */
export function cutOut(scene: Scene, ids: ReadonlySet<string>): Scene | undefined {
  const part = revealed(scene, ids);
  if (part.items.length === 0) return undefined;
  const { x, y, scale } = scene.frame;
  const boxes: Box[] = part.items.map(({ box }) => box);
  for (const { edges = [] } of part.links)
    for (const place of edges)
      for (const [px, py] of scene.edges[place]!.points)
        boxes.push({ x: x + px * scale, y: y + py * scale, width: 0, height: 0 });
  const around = grown(boxOf(boxes), ROUND);
  // In words it is its items: the description is of the whole.
  const description = part.items.map(({ label }) => label).join('; ');
  const bare = {
    ...part,
    description,
    page: [],
    notes: [],
    edges: scene.edges,
    links: part.links.filter(({ key }) => key !== 'areas'),
  };
  return movedScene(bare, { x: -around.x, y: -around.y, scale: 1 }, around);
}

/** The picture at each step, the last one whole. */
export function revealScenes(scene: Scene, by: RevealBy, sets: Sets = []): Scene[] {
  const shown = new Set<string>();
  return revealSteps(scene, by, sets).map((ids) => {
    for (const id of ids) shown.add(id);
    return { ...revealed(scene, shown), edges: scene.edges };
  });
}
