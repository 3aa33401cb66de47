/** Which items of a scene stand where: a spatial index, made once for each scene that is looked at. */
import Flatbush from 'flatbush';
import { remembered } from '../../core/remember';
import type { Box, Scene, SceneItem } from '../../core/scene';

const indexOf = remembered((scene: Scene) => {
  const index = new Flatbush(scene.items.length);
  for (const { box } of scene.items) index.add(box.x, box.y, box.x + box.width, box.y + box.height);
  index.finish();
  return index;
});

/** Items that a part of the page shows, in the order in which they are drawn; null where they are more than `most`. */
export function itemsIn(scene: Scene, part: Box, most: number): SceneItem[] | null {
  if (scene.items.length === 0) return [];
  const found = indexOf(scene).search(part.x, part.y, part.x + part.width, part.y + part.height);
  return found.length > most ? null : found.sort((a, b) => a - b).map((i) => scene.items[i]!);
}

/** The item drawn at a point of the page. */
export function itemAt(scene: Scene, x: number, y: number): SceneItem | undefined {
  if (scene.items.length === 0) return undefined;
  const [found] = indexOf(scene).search(x, y, x, y);
  return found === undefined ? undefined : scene.items[found];
}
