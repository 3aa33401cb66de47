import { expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { emptyChart, firstOrders } from '../../core/chart';
import { compose } from '../../core/compose';
import { itemsIn } from './BigSceneView';

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

it('finds just the items that a part of the page shows, and says when they are too many', () => {
  const { box } = scene.items[700]!;
  const near = itemsIn(scene, { x: box.x - 5, y: box.y - 5, width: box.width + 10, height: box.height + 10 })!;
  expect(near).toContain(scene.items[700]);
  expect(near.length).toBeLessThan(40);
  expect(itemsIn(scene, { x: -100, y: -100, width: 50, height: 50 })).toEqual([]);
  expect(itemsIn(scene, { x: 0, y: 0, width: scene.width, height: scene.height })).toBeNull();
});
