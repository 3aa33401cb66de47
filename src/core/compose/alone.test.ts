/** Exceptions are measured by themselves: what one item has leaves the others of its tier as they were. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import type { Chart, LookPatch } from '../chart';
import { SHAPES } from '../chart';
import { FONTS } from '../faces';
import { overlapping } from '../scene';

const { chart, id } = readAs('org', 'Ann | Head\n\tBo | Clerk\n\tCy | Clerk of the works\n\tDi | Clerk\n');
const sizes = (of: Chart) => {
  const { scene, items } = drawn(of);
  const { scale } = scene.frame;
  return Object.fromEntries(
    items.map(({ name, box }) => [name, [box.width / scale, box.height / scale].map((side) => Math.round(side * 100))]),
  );
};
const before = sizes(chart);
const withStyle = (style: LookPatch) => carried(chart, { type: 'set-item', id: id('Bo'), style });

describe('an exception', () => {
  it('leaves the sizes of the others alone, whatever it is, and boxes keep apart', () => {
    fc.assert(
      fc.property(
        fc.record(
          {
            shape: fc.constantFrom(...SHAPES),
            size: fc.constantFrom(7, 14, 30),
            font: fc.constantFrom(...FONTS),
            weight: fc.constantFrom<400 | 700>(400, 700),
            inner: fc.constantFrom(2, 20),
          },
          { requiredKeys: [] },
        ) as fc.Arbitrary<LookPatch>,
        (style) => {
          const of = withStyle(style);
          const { Bo: _, ...others } = sizes(of);
          const { Bo: _before, ...asBefore } = before;
          expect(others).toEqual(asBefore);
          const { items } = drawn(of);
          for (const [i, a] of items.entries())
            for (const b of items.slice(i + 1)) expect(overlapping(a.box, b.box)).toBe(false);
        },
      ),
      { numRuns: 80 },
    );
  });
  it('is no smaller than its tier where it has the tier’s shape, and grows where its words ask for it', () => {
    expect(sizes(withStyle({ size: 6 }))['Bo']).toEqual(before['Bo']);
    expect(sizes(withStyle({ size: 30 }))['Bo']![1]).toBeGreaterThan(before['Bo']![1]!);
    const [width, height] = sizes(withStyle({ shape: 'circle' }))['Bo']!;
    expect(width).toBe(height);
  });
  it('is of its tier again when the tier looks so', () => {
    const all = sizes(carried(chart, { type: 'set-tier', tier: 2, look: { size: 30 } }));
    expect(all['Bo']).toEqual(all['Di']);
    expect(all['Bo']![1]).toBeGreaterThan(before['Bo']![1]!);
  });
  it('can have its words outside its shape, which keeps its size', () => {
    const face = [
      { fields: ['name'], strong: true, size: 1, out: 'below' as const },
      { fields: ['post'], strong: false, size: 0.86, out: 'right' as const },
    ];
    const of = carried(chart, { type: 'set-item', id: id('Bo'), face });
    expect(sizes(of)).toEqual(before);
    const marks = drawn(of).scene.items.find((item) => item.id === id('Bo'))!.marks;
    const [, height] = before['Bo']!;
    const text = marks.filter((mark) => mark.type === 'text');
    expect(text.map((mark) => mark.text)).toEqual(['Bo', 'Clerk']);
    expect(text[0]!.y).toBeGreaterThan(height! / 100);
    // A whole tier of empty shapes is one line high.
    const [wide, high] = sizes(carried(chart, { type: 'set-face', tier: 2, face }))['Di']!;
    expect(wide).toBeGreaterThanOrEqual(4400);
    expect(high).toBeGreaterThan(1000);
  });
});
