/** Laws of lines set by hand: whatever is asked of them, they run through neither of their boxes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Obstacle } from './around';
import { partedAt, runsThrough, wayByHand } from './detour';
import type { Point } from './point';

const FROM: Obstacle = { low: [0, 0], high: [100, 40] };
const side = fc.constantFrom<'near' | 'far' | 'before' | 'after'>('near', 'far', 'before', 'after');
const dock = fc.option(fc.record({ side, at: fc.double({ min: 0, max: 1, noNaN: true }) }), { nil: undefined });
const coordinate = fc.integer({ min: -300, max: 400 });
const point = fc.tuple(coordinate, coordinate) as fc.Arbitrary<Point>;
const within = ([x, y]: Point, { low, high }: Obstacle) =>
  x > low[0] - 12 && x < high[0] + 12 && y > low[1] - 12 && y < high[1] + 12;

describe('a way by hand', () => {
  it('goes to its fixed places and bends, and round its own boxes', () => {
    fc.assert(
      fc.property(dock, dock, fc.array(point, { maxLength: 4 }), point, (leave, come, bends, [x, y]) => {
        const to: Obstacle = { low: [x, y], high: [x + 80, y + 30] };
        // Boxes that stand apart, and bends that stand clear of both: others have no way round.
        fc.pre(Math.abs(x - 10) > 150 || Math.abs(y - 5) > 95);
        fc.pre(bends.every((bend) => !within(bend, FROM) && !within(bend, to)));
        const computed: Point[] = [
          [50, 43],
          [50, 70],
          [x + 40, 70],
          [x + 40, y - 3],
        ];
        // Only where both ends are fixed is the whole way ours: what is computed stays as it was.
        fc.pre(leave !== undefined && come !== undefined);
        const way = wayByHand(computed, { from: leave, to: come, bends }, FROM, to, 3);
        for (const bend of bends) expect(way.some((p) => p[0] === bend[0] && p[1] === bend[1])).toBe(true);
        for (const [i, p] of way.entries())
          if (i > 0) for (const box of [FROM, to]) expect(runsThrough(way[i - 1]!, p, box, 0.6)).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
  it('stays as it was where nothing is asked of it', () => {
    const computed: Point[] = [
      [50, 43],
      [50, 100],
    ];
    const to: Obstacle = { low: [0, 103], high: [100, 140] };
    expect(wayByHand(computed, { bends: [[50, 70]] }, FROM, to, 3)).toEqual([
      [50, 43],
      [50, 70],
      [50, 100],
    ]);
  });
  it('leaves room for words half way', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 6 }), (points) => {
        const { middle, ways } = partedAt(points, { width: 30, height: 10 }, 3);
        const box: Obstacle = { low: [middle[0] - 15, middle[1] - 5], high: [middle[0] + 15, middle[1] + 5] };
        for (const way of ways.slice(0, 1))
          for (const [i, p] of way.entries()) if (i > 0) expect(runsThrough(way[i - 1]!, p, box, 0.1)).toBe(false);
        if (ways.length === 2) {
          expect(ways[0]![0]).toEqual(points[0]);
          expect(ways[1]!.at(-1)).toEqual(points.at(-1));
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('whether a piece runs through a box', () => {
  it.each([
    [[-10, 20], [110, 20], true],
    [[-10, 0], [110, 0], false],
    [[50, 20], [50, 20.1], true],
    [[-10, -10], [-10, 60], false],
    [[-20, 20], [50, -60], false],
  ] as [Point, Point, boolean][])('%j to %j: %j', (a, b, runs) => {
    expect(runsThrough(a, b, FROM)).toBe(runs);
  });
});
