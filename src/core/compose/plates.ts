/** Plates under boxes: a few words that say on which pages the rest of something is. */
import { type Arrangement, plateWidth } from '../kinds';
import type { Point } from '../layout';
import type { Box } from '../scene';
import { type Insets, roomOf, withRoom } from './captions';
import type { Prepared } from './prepare';
import { isUpright } from './upright';

/** Room under a box for its plate, in points. */
const ROOM = 19;

/** Plates that hang under their boxes: undefined where there are none, or the kind draws them itself. */
const hanging = ({ kind, input }: Prepared) => (kind.platesItself ? undefined : input.structure.continues);

/** A prepared chart with room for the plates that its structure asks for: in rows as much for all of a tier, so that boxes stay in line. */
export function withPlates(prepared: Prepared): Prepared {
  const { kind, structure, sizes, room, input } = prepared;
  const plates = hanging(prepared);
  if (!plates) return prepared;
  const tiers = new Set([...plates.keys()].map((id) => structure.tierOf.get(id)));
  const inRows = isUpright(kind, input.chart);
  // Where tiers are no rows lines meet the middle of a box: as much over as under it.
  const over = inRows ? 0 : ROOM;
  const roomy = new Map<string, Insets>(room);
  for (const id of input.structure.order) {
    if (!(inRows ? tiers.has(structure.tierOf.get(id)) : plates.has(id))) continue;
    const { x, top, bottom } = roomOf(room, id);
    const wide = plateWidth(plates.get(id) ?? '');
    roomy.set(id, {
      x: Math.max(x, (wide - sizes.get(id)!.width) / 2),
      top: top + over,
      bottom: bottom + ROOM,
    });
  }
  return { ...prepared, room: roomy, input: { ...input, sizes: withRoom(sizes, roomy) } };
}

/** An arrangement with the plates on it. */
export function plated(arrangement: Arrangement, prepared: Prepared): Arrangement {
  const plates = hanging(prepared);
  if (!plates) return arrangement;
  const { kind, input, sizes, room } = prepared;
  const { boxScale = 1 } = arrangement;
  const tags = [...plates].map(([of, text]) => {
    const { width, height } = sizes.get(of)!;
    const under = height + roomOf(room, of).bottom - ROOM / 2;
    return { of, text, at: { x: (width / 2) * boxScale, y: under * boxScale } };
  });
  const shown = { ...arrangement, tags: [...(arrangement.tags ?? []), ...tags] };
  const links = isUpright(kind, input.chart)
    ? reaching(shown.links, feetOf(arrangement, plates, { sizes, room }))
    : meeting(shown.links, headsOf(arrangement, plates, sizes));
  return { ...shown, links };
}

/** The lower edge of the room under a box without a plate of its own, and the box's foot over it. */
interface Foot {
  readonly from: number;
  readonly to: number;
  readonly room: number;
  readonly foot: number;
}
/** Lines begin and end so near to what they lead from. */
const NEAR = 4;

function feetOf(
  { boxes }: Arrangement,
  plates: ReadonlyMap<string, string>,
  { sizes, room }: Pick<Prepared, 'sizes' | 'room'>,
): Foot[] {
  return [...boxes].flatMap(([id, [x, y]]) => {
    const { bottom } = roomOf(room, id);
    if (bottom < ROOM || plates.has(id)) return [];
    const { width, height } = sizes.get(id)!;
    const edge = y + height + bottom;
    return [{ from: x, to: x + width, room: edge, foot: edge - ROOM }];
  });
}

/** Boxes with a plate, over which as much room was kept as the plate takes under them. */
function headsOf(
  { boxes, boxScale = 1 }: Arrangement,
  plates: ReadonlyMap<string, string>,
  sizes: Prepared['sizes'],
): Map<string, Box> {
  return new Map(
    [...boxes].flatMap(([id, [x, y]]) => {
      if (!plates.has(id)) return [];
      const { width, height } = sizes.get(id)!;
      return [[id, { x, y, width: width * boxScale, height: height * boxScale }]];
    }),
  );
}

/** Straight lines that ended over that room go on to the box. */
function meeting(links: Arrangement['links'], boxes: ReadonlyMap<string, Box>): Arrangement['links'] {
  /** The end of a way, led on in its direction. */
  const ledOn = (way: readonly Point[], id: string): readonly Point[] => {
    const box = boxes.get(id);
    const [before, end] = [way.at(-2), way.at(-1)];
    if (!box || !before || !end || end[1] >= box.y || box.y - end[1] > ROOM + NEAR || end[1] <= before[1]) return way;
    const slope = (end[0] - before[0]) / (end[1] - before[1]);
    const x = end[0] + slope * (box.y - end[1]);
    // What would pass it reaches it nowhere.
    return x < box.x || x > box.x + box.width ? way : [...way.slice(0, -1), [x, box.y]];
  };
  /** The pieces of a line, the first led on back to where it comes from, the last to where it goes. */
  const atBoxes = (ways: readonly (readonly Point[])[], { from, to }: { from: string; to: string }) =>
    ways.map((way, i) => {
      const begun = i === 0 ? ledOn([...way].reverse(), from).toReversed() : way;
      return i === ways.length - 1 ? ledOn(begun, to) : begun;
    });
  return links.map((link) => {
    if (link.curved || !(boxes.has(link.from) || boxes.has(link.to))) return link;
    const [points = link.points] = atBoxes([link.points], link);
    return { ...link, points, ...(link.ways && { ways: atBoxes(link.ways, link) }) };
  });
}

/** Lines that began under the room for a plate which is not there begin at the box. */
function reaching(links: Arrangement['links'], feet: readonly Foot[]): Arrangement['links'] {
  if (feet.length === 0) return links;
  const atFoot = ([x, y]: Point): Point | undefined => {
    const over = feet.find(({ from, to, room }) => x >= from && x <= to && Math.abs(y - room) <= NEAR);
    return over && [x, y - over.room + over.foot];
  };
  const led = (points: readonly Point[], curved: boolean): readonly Point[] => {
    if (points.length === 0) return points;
    const [first, last] = [atFoot(points[0]!), atFoot(points.at(-1)!)];
    // Of a curve the ends themselves are moved, as its points are counted.
    const inner = curved ? points.slice(first ? 1 : 0, last ? -1 : undefined) : points;
    return [...(first ? [first] : []), ...inner, ...(last ? [last] : [])];
  };
  return links.map((link) => ({
    ...link,
    points: led(link.points, link.curved),
    ...(link.ways && { ways: link.ways.map((way) => led(way, link.curved)) }),
  }));
}
