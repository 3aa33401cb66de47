/** Captions stand outside their shape, move with it, and touch no other box. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { CAPTION_SIDES, type Face } from '../chart';
import { overlapping } from '../scene';

const LIST =
  'Ada Fenn | Head of everything that grows\n\tBo Oke | Keeper\n\t\tCy Penn | Porter\n\t\tDi Roe | Porter of the second gate\n\tEd Ash | Clerk\n';
const faceWith = (out: (typeof CAPTION_SIDES)[number], more: Partial<Face[number]> = {}): Face => [
  { fields: ['name'], strong: true, size: 1 },
  { fields: ['post'], strong: false, size: 0.86, out, ...more },
];

describe('captions', () => {
  it('stand on their side of the shape, and touch no box and no other caption, whichever way the tiers run', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('org', 'concept', 'decision', 'family'),
        fc.constantFrom('down', 'right', 'up', 'left'),
        fc.constantFrom(...CAPTION_SIDES),
        fc.constantFrom('tier', 'each', 'fixed'),
        (kind, direction, side, sizeRule) => {
          const { chart } = readAs(kind, LIST, kind === 'org' ? { direction } : {});
          const face = faceWith(side).map((line) => (line.out ? { ...line, fields: ['name'] } : line));
          const { scene, items } = drawn(
            carried(
              chart,
              { type: 'set-face', face },
              { type: 'set-tier', tier: 2, look: { sizeRule: sizeRule as 'each', width: 80 } },
            ),
          );
          const { frame } = scene;
          const shapes = items.map(({ id, box }) => ({ id, box }));
          const captions = scene.items.map(({ id, box, marks }) => {
            const size = { width: box.width / frame.scale, height: box.height / frame.scale };
            const own = marks.filter(
              (mark) =>
                mark.type === 'text' &&
                (side === 'above'
                  ? mark.y < 0
                  : side === 'below'
                    ? mark.y > size.height
                    : side === 'left'
                      ? mark.x < 0
                      : mark.x > size.width),
            );
            expect(own.length).toBeGreaterThan(0);
            return own.flatMap((mark) =>
              mark.type === 'text'
                ? [
                    {
                      id,
                      box: {
                        x: box.x + mark.x * frame.scale,
                        y: box.y + (mark.y - mark.size * 0.7) * frame.scale,
                        width: 8,
                        height: mark.size * 0.6 * frame.scale,
                      },
                    },
                  ]
                : [],
            );
          });
          for (const caption of captions.flat())
            for (const shape of shapes)
              if (shape.id !== caption.id) expect(overlapping(shape.box, caption.box)).toBe(false);
        },
      ),
      { numRuns: 100 },
    );
  });
  it('are moved by hand, and leave an item that has none as it was', () => {
    const { chart } = readAs('org', LIST);
    const at = (face: Face) =>
      drawn(carried(chart, { type: 'set-face', face }))
        .scene.items[0]!.marks.flatMap((mark) => (mark.type === 'text' && mark.y < 0 ? [mark] : []))
        .map(({ x, y }) => [x, y] as const)[0]!;
    const [x, y] = at(faceWith('above'));
    const moved = at(faceWith('above', { dx: 12, dy: -4 }));
    expect(moved[0]).toBeCloseTo(x + 12, 6);
    expect(moved[1]).toBeCloseTo(y - 4, 6);
  });
});
