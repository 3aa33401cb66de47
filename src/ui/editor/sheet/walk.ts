/** Walking the picture with the arrow keys: along the structure, as it is laid out. */
import type { Scene, SceneItem } from '../../../core/scene';

const middle = (item: SceneItem) => ({ x: item.box.x + item.box.width / 2, y: item.box.y + item.box.height / 2 });

/** Of two about as near, the first in the list is meant. */
const SAME = 0.5;

/**
 * The item an arrow key leads to: towards the first tier the parent, away from it the nearest child, along it the
 * neighbour on the same tier.
 */
export function stepTo(scene: Scene, id: string, key: string): string | undefined {
  const item = scene.items.find((other) => other.id === id);
  if (!item) return undefined;
  const rows = scene.axis === 'rows';
  const towards = rows ? 'ArrowUp' : 'ArrowLeft';
  const away = rows ? 'ArrowDown' : 'ArrowRight';
  const here = middle(item);
  const nearest = (candidates: readonly SceneItem[]) => {
    const distance = (other: SceneItem) => Math.hypot(middle(other).x - here.x, middle(other).y - here.y);
    return candidates.reduce<SceneItem | undefined>(
      (best, other) => (!best || distance(other) < distance(best) - SAME ? other : best),
      undefined,
    )?.id;
  };
  // In a stack the neighbours stand across the tier, so both ways of going along it count.
  const before = (other: SceneItem) => (rows ? middle(other).x < here.x - 1 : middle(other).y < here.y - 1);
  const after = (other: SceneItem) => (rows ? middle(other).x > here.x + 1 : middle(other).y > here.y + 1);
  const stacked = (other: SceneItem) =>
    other.parent === item.parent &&
    (rows ? Math.abs(middle(other).x - here.x) < 1 : Math.abs(middle(other).y - here.y) < 1);
  const across = (other: SceneItem) => (rows ? middle(other).y - here.y : middle(other).x - here.x);
  const sameTier = scene.items.filter((other) => other.tier === item.tier && other.id !== id);
  if (key === towards)
    return nearest(sameTier.filter((other) => stacked(other) && across(other) < 0)) ?? item.parent ?? undefined;
  if (key === away)
    return (
      nearest(scene.items.filter((other) => other.parent === id)) ??
      nearest(sameTier.filter((other) => stacked(other) && across(other) > 0))
    );
  const back = key === 'ArrowLeft' || key === 'ArrowUp';
  return nearest(sameTier.filter(back ? before : after));
}
