/** Walking the picture with the arrow keys: along the structure, as it is laid out. */
import { isTurned, type Scene, type SceneItem } from '../../core/scene';
import { ARROWS } from './arrows';

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
  if (scene.axis !== 'rows' && scene.axis !== 'columns') return nearestThatWay(scene, item, key);
  const rows = scene.axis === 'rows';
  const ends = rows ? ['ArrowUp', 'ArrowDown'] : ['ArrowLeft', 'ArrowRight'];
  // Where the first tier stands last, going up leads away from it.
  const turned = isTurned(scene);
  const towards = turned ? ends[1] : ends[0];
  const away = turned ? ends[0] : ends[1];
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
  const across = (other: SceneItem) => (rows ? middle(other).y - here.y : middle(other).x - here.x) * (turned ? -1 : 1);
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

/** Where tiers do not run along the sheet: the nearest item to that side; what lies aside counts as farther away. */
function nearestThatWay(scene: Scene, item: SceneItem, key: string): string | undefined {
  const way = ARROWS[key];
  if (!way) return undefined;
  const here = middle(item);
  let best: { id: string; far: number } | undefined;
  for (const other of scene.items) {
    const { x, y } = middle(other);
    const ahead = (x - here.x) * way[0] + (y - here.y) * way[1];
    const aside = Math.abs((x - here.x) * way[1]) + Math.abs((y - here.y) * way[0]);
    if (other.id === item.id || ahead <= 1 || aside > ahead * 2.5) continue;
    const far = ahead + 2 * aside;
    if (!best || far < best.far) best = { id: other.id, far };
  }
  return best?.id;
}
