import { expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { emptyChart, firstOrders } from '../../core/chart';
import { compose } from '../../core/compose';
import { blocksOf, chunksOf } from './BigSceneView';
import { itemAt, itemsIn } from './scene-index';

const COUNT = 2_000;
const orders = firstOrders(COUNT);
const items = orders.map((order, i) => ({
  id: `i${i}`,
  parent: i === 0 ? null : `i${Math.floor((i - 1) / 6)}`,
  order,
  fields: { name: `P ${i}` },
}));
const { scene } = compose(
  { ...emptyChart('org', 'Big'), items: Object.fromEntries(items.map((item) => [item.id, item])) },
  fonts,
);
const whole = { x: 0, y: 0, width: scene.width, height: scene.height };

it('finds just the items that a part of the page shows, and says when they are too many', () => {
  const { box } = scene.items[700]!;
  const near = itemsIn(scene, { x: box.x - 5, y: box.y - 5, width: box.width + 10, height: box.height + 10 }, 500)!;
  expect(near).toContain(scene.items[700]);
  expect(near.length).toBeLessThan(40);
  expect(itemsIn(scene, { x: -100, y: -100, width: 50, height: 50 }, 500)).toEqual([]);
  expect(itemsIn(scene, whole, 500)).toBeNull();
  expect(itemsIn(scene, whole, COUNT)).toEqual(scene.items);
});

it('finds the item at a point', () => {
  for (const item of scene.items.filter((_, i) => i % 97 === 0))
    expect(itemAt(scene, item.box.x + item.box.width / 2, item.box.y + item.box.height / 2)).toBe(item);
  expect(itemAt(scene, -5, -5)).toBeUndefined();
});

it('from afar covers every box by blocks of its tier, far fewer than boxes', () => {
  const grain = 3 * scene.items[0]!.box.height;
  const blocks = blocksOf(scene, grain);
  for (const { tier, box } of scene.items.filter((_, i) => i % 31 === 0)) {
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const over = blocks.some(
      (block) =>
        block.tier === tier &&
        x >= block.x &&
        x <= block.x + block.width &&
        y >= block.y &&
        y <= block.y + block.height,
    );
    expect(over).toBe(true);
  }
  expect(blocks.length).toBeLessThan(COUNT / 3);
});

it('draws every box and every line in some chunk, and chunks far away are not seen', () => {
  const chunks = chunksOf(scene);
  const count = (of: readonly { d: string }[], letter: RegExp) =>
    of.reduce((sum, { d }) => sum + d.match(letter)!.length, 0);
  expect(chunks.reduce((sum, { boxes }) => sum + count(boxes, /Z/g), 0)).toBe(COUNT);
  expect(
    chunks
      .flatMap(({ lines }) => lines)
      .map(({ d }) => d.length)
      .reduce((a, b) => a + b),
  ).toBe(
    scene.links
      .flatMap(({ marks }) => marks)
      .reduce((sum, mark) => sum + (mark.type === 'path' ? mark.d.length : 0), 0),
  );
  expect(chunks.length).toBeGreaterThan(5);
  expect(chunks.length).toBeLessThan(COUNT / 20);
});
