/** What a remark is pinned to, and where that stands in a picture. */
import { z } from 'zod';
import { type Chart, idSchema } from '../chart';
import type { Composition } from '../compose';
import { edgeKey, type Scene, type SceneEdge } from '../scene';

/** An item, a line (as scenes know it), what exactly some sets share, an item with all under it, or the sheet as a whole. */
export const pinSchema = z.union([
  z.strictObject({ item: idSchema }),
  z.strictObject({
    edge: z
      .string()
      .regex(/^(?:link|said) \S/)
      .max(220),
  }),
  z.strictObject({ region: z.array(idSchema).min(1).max(12) }),
  z.strictObject({ branch: idSchema }),
  z.strictObject({ sheet: z.literal(true) }),
]);
export type Pin = z.infer<typeof pinSchema>;

/** Tells pins apart. */
export const pinKey = (pin: Pin): string => JSON.stringify('region' in pin ? { region: [...pin.region].sort() } : pin);

/** Whether what a remark was pinned to is in the chart no more. */
export function pinIsGone(chart: Pick<Chart, 'items' | 'links' | 'sets'>, pin: Pin): boolean {
  if ('sheet' in pin) return false;
  if ('region' in pin) return pin.region.some((id) => !Object.hasOwn(chart.sets, id));
  if ('edge' in pin) {
    const [what, id = ''] = [pin.edge.slice(0, 4), pin.edge.slice(5)];
    return !Object.hasOwn(what === 'link' ? chart.links : chart.items, id);
  }
  return !Object.hasOwn(chart.items, 'item' in pin ? pin.item : pin.branch);
}

type At = readonly [x: number, y: number];

/** Halfway along a line. */
function middleOf({ points }: SceneEdge): At {
  const lengths = points.slice(1).map(([x, y], i) => Math.hypot(x - points[i]![0], y - points[i]![1]));
  let left = lengths.reduce((sum, length) => sum + length, 0) / 2;
  for (const [i, length] of lengths.entries()) {
    if (left <= length && length > 0) {
      const [[x, y], [u, v]] = [points[i]!, points[i + 1]!];
      return [x + ((u - x) * left) / length, y + ((v - y) * left) / length];
    }
    left -= length;
  }
  return points[0] ?? [0, 0];
}

type Drawn = {
  readonly scene: Pick<Scene, 'items' | 'edges' | 'frame' | 'margin'>;
  readonly regions: Composition['regions'];
};

/**
 * Where a pin stands on the page, in points; several on one thing stand on the same place. What is folded away is pinned to
 * what it is folded into.
 * @returns null where nothing of it is on the page
 */
export function pinAt({ scene, regions }: Drawn, items: Chart['items'], pin: Pin): At | null {
  const boxOf = (id: string) => scene.items.find((item) => item.id === id)?.box;
  if ('sheet' in pin) return [scene.margin, scene.margin];
  if ('region' in pin) {
    const wanted = pinKey(pin);
    return regions.find(({ sets }) => pinKey({ region: [...sets] }) === wanted)?.at ?? null;
  }
  if ('edge' in pin) {
    const edge = scene.edges.find((one) => edgeKey(one) === pin.edge);
    if (edge) {
      const [x, y] = middleOf(edge);
      return [scene.frame.x + x * scene.frame.scale, scene.frame.y + y * scene.frame.scale];
    }
    return pin.edge.startsWith('said ') ? pinAt({ scene, regions }, items, { item: pin.edge.slice(5) }) : null;
  }
  const seen = new Set<string>();
  const first = 'item' in pin ? pin.item : pin.branch;
  for (let id: string | null | undefined = first; id != null && !seen.has(id); id = items[id]?.parent) {
    seen.add(id);
    const box = boxOf(id);
    if (box) return [box.x + box.width, box.y];
  }
  return null;
}

export interface Numbered {
  readonly number: number;
  readonly on: Pin;
}

/** How far numbers on the same place stand apart, in points, where it is not said. */
const APART = 15;

/** Where each number stands; those on one thing beside each other. */
export function numbersAt<T extends Numbered>(
  drawn: Drawn,
  items: Chart['items'],
  remarks: readonly T[],
  apart = APART,
): { remark: T; at: At }[] {
  const taken = new Map<string, number>();
  return remarks.flatMap((remark) => {
    const at = pinAt(drawn, items, remark.on);
    if (!at) return [];
    const key = at.join(' ');
    const before = taken.get(key) ?? 0;
    taken.set(key, before + 1);
    return [{ remark, at: [at[0] + before * apart, at[1]] as const }];
  });
}
