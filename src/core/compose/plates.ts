/** Plates under boxes: a few words that say on which pages the rest of something is. */
import type { Arrangement } from '../kinds';
import { type Insets, roomOf, withRoom } from './captions';
import type { Prepared } from './prepare';
import { isUpright } from './upright';

/** Room under a box for its plate, and how wide it is, by its letters; in points. */
const PLATE = { room: 19, around: 12, letter: 5.4 } as const;

/** A prepared chart with room for the plates that its structure asks for; as much for all of a tier, so that boxes stay in line. */
export function withPlates(prepared: Prepared): Prepared {
  const { kind, structure, sizes, room, input } = prepared;
  const plates = input.structure.continues;
  if (!plates || kind.platesItself) return prepared;
  const tiers = new Set([...plates.keys()].map((id) => structure.tierOf.get(id)));
  // Where tiers are columns lines meet the middle of a box: as much over as under it.
  const over = isUpright(kind, input.chart) ? 0 : PLATE.room;
  const roomy = new Map<string, Insets>(room);
  for (const id of input.structure.order) {
    if (!tiers.has(structure.tierOf.get(id))) continue;
    const { x, top, bottom } = roomOf(room, id);
    const wide = PLATE.around + PLATE.letter * (plates.get(id)?.length ?? 0);
    roomy.set(id, {
      x: Math.max(x, (wide - sizes.get(id)!.width) / 2),
      top: top + over,
      bottom: bottom + PLATE.room,
    });
  }
  return { ...prepared, room: roomy, input: { ...input, sizes: withRoom(sizes, roomy) } };
}

/** An arrangement with the plates on it. */
export function plated(arrangement: Arrangement, { kind, input, sizes, room }: Prepared): Arrangement {
  const plates = input.structure.continues;
  if (!plates || kind.platesItself) return arrangement;
  const { boxScale = 1 } = arrangement;
  const tags = [...plates].map(([of, text]) => {
    const { width, height } = sizes.get(of)!;
    const under = height + roomOf(room, of).bottom - PLATE.room / 2;
    return { of, text, at: { x: (width / 2) * boxScale, y: under * boxScale } };
  });
  return { ...arrangement, tags: [...(arrangement.tags ?? []), ...tags] };
}
