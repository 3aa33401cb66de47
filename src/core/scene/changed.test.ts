import fc from 'fast-check';
import { expect, it } from 'vitest';
import { sceneHearer, sceneTeller } from './changed';
import type { Scene, SceneItem } from './scene';

const item = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd'),
  label: fc.constantFrom('A', 'B'),
  tier: fc.constantFrom(1, 2),
  parent: fc.constantFrom(null, 'a'),
  box: fc.record({ x: fc.nat(3), y: fc.nat(3), width: fc.nat(3), height: fc.nat(3) }),
  outline: fc.constant(0),
  marks: fc.array(fc.record({ type: fc.constant('path' as const), d: fc.constantFrom('M0 0', 'M1 1') }), {
    maxLength: 2,
  }),
}) satisfies fc.Arbitrary<SceneItem>;
const scene = fc
  .uniqueArray(item, { selector: ({ id }) => id })
  .map((items) => ({ title: 'T', items }) as unknown as Scene);

it('what is heard is what was told, scene after scene', () => {
  fc.assert(
    fc.property(fc.array(scene, { maxLength: 6 }), (scenes) => {
      const [tell, hear] = [sceneTeller(), sceneHearer()];
      for (const one of scenes) expect(hear(structuredClone(tell(one)))).toEqual(one);
    }),
  );
});

it('items that only move are told by their box', () => {
  const tell = sceneTeller();
  const one = {
    id: 'a',
    label: 'A',
    tier: 1,
    parent: null,
    box: { x: 0, y: 0, width: 1, height: 1 },
    outline: 0,
    marks: [],
  };
  tell({ items: [one] } as unknown as Scene);
  const moved = { ...one, box: { ...one.box, x: 9 } };
  expect(tell({ items: [moved] } as unknown as Scene).items).toEqual([{ id: 'a', box: moved.box }]);
});
