import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decisionList, familyList } from '../../../bench/outlines';
import { fonts } from '../../../tests/support/fonts';
import { overlap, readAs } from '../../../tests/support/kinds';
import { defaultPage } from '../chart';
import { stacked } from '../compose';
import type { Arrangement } from '../kinds';
import { booklet } from '.';
import { type Extent, inRows, ROW_GAP, rowsFit } from './rows';
import type { Part, Pictured } from './split';

const ROOM = { width: 500, height: 700 };
const extents: fc.Arbitrary<Extent> = fc.record({
  width: fc.integer({ min: 40, max: 900 }),
  height: fc.integer({ min: 40, max: 900 }),
  need: fc.constantFrom(0.6, 0.75, 1),
});

describe('parts over pages', () => {
  it('stand once each, with their size where they share a page, after what they go on from', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ extent: fc.option(extents), from: fc.nat(), joined: fc.nat(6) }), { maxLength: 30 }),
        (all) => {
          const parts = all.map(
            ({ extent }, i): Pictured<Extent> => ({ heads: [String(i)], picture: extent ?? undefined }),
          );
          const at = (part: Part) => Number(part.heads[0]);
          const beforeOf = (i: number) => (i === 0 || all[i]!.from % 3 === 0 ? undefined : all[i]!.from % i);
          const areApart = (a: Part, b: Part) => all[at(a)]!.joined !== all[at(b)]!.joined;
          const pages = inRows(parts, {
            room: ROOM,
            areApart,
            before: (part) => (beforeOf(at(part)) === undefined ? [] : [parts[beforeOf(at(part))!]!]),
          });
          expect(
            pages
              .flat()
              .map(at)
              .sort((a, b) => a - b),
          ).toEqual(parts.map(at));
          const pageOf = new Map(pages.flatMap((rows, page) => rows.map((part) => [at(part), page] as const)));
          for (const rows of pages) {
            if (rows.length > 1)
              expect(
                rowsFit(
                  rows.map((part) => all[at(part)]!.extent!),
                  ROOM,
                ),
              ).toBe(true);
            for (const [i, a] of rows.entries()) for (const b of rows.slice(i + 1)) expect(areApart(a, b)).toBe(true);
          }
          for (const i of parts.keys()) {
            const from = beforeOf(i);
            if (from !== undefined) expect(pageOf.get(i)!).toBeGreaterThan(pageOf.get(from)!);
          }
        },
      ),
    );
  });
  it('fit where their widths, and their heights together, do at the scale that the smallest words ask for', () => {
    const row = (width: number, height: number, need = 1): Extent => ({ width, height, need });
    expect(rowsFit([row(400, 300), row(450, 300)], ROOM)).toBe(true);
    expect(rowsFit([row(400, 300), row(450, 380)], ROOM)).toBe(false);
    expect(rowsFit([row(600, 300, 0.5), row(600, 300, 0.5)], ROOM)).toBe(true);
    expect(rowsFit([row(600, 300, 0.5), row(100, 100)], ROOM)).toBe(false);
  });
});

it('arrangements one under the other keep their shapes, and lines the looks of their tiers', () => {
  const line = { from: 'a', to: 'b', role: 'reports-to', label: '', curved: false, tier: 1 };
  const one: Arrangement = {
    boxes: new Map([
      ['a', [0, 0]],
      ['b', [0, 50]],
    ]),
    links: [
      {
        ...line,
        points: [
          [10, 20],
          [10, 50],
        ],
      },
    ],
    joins: [
      [
        [0, 0],
        [5, 0],
      ],
    ],
    axis: 'rows',
    bands: [{ start: 0, end: 20 }],
    width: 100,
    height: 70,
  };
  const other: Arrangement = { ...one, boxes: new Map([['c', [20, 0]]]), links: [], joins: [], width: 40, height: 20 };
  const made = stacked(
    [
      { arrangement: one, shift: { x: 0, y: 5 }, picture: { width: 100, height: 75 }, off: 0 },
      { arrangement: other, shift: { x: 0, y: 0 }, picture: { width: 40, height: 20 }, off: 2 },
    ],
    ROW_GAP,
  );
  expect([...made.boxes]).toEqual([
    ['a', [0, 5]],
    ['b', [0, 55]],
    ['c', [50, 123]],
  ]);
  expect([made.width, made.height, made.bands]).toEqual([100, 143, []]);
  expect(made.links.map(({ points, tier }) => [points, tier])).toEqual([
    [
      [
        [10, 25],
        [10, 55],
      ],
      1,
    ],
  ]);
  expect(made.joins).toEqual([
    [
      [0, 5],
      [5, 5],
    ],
  ]);
});

/** Lines end over or beside room for plates, which are about so high. */
const PLATE = 24;

describe.each([
  ['family', familyList(150)],
  ['decision', decisionList(200)],
] as const)('a booklet of a %s of many branches', (kind, list) => {
  const chart = { ...readAs(kind, list).chart, page: { ...defaultPage, least: 7, orientation: 'portrait' as const } };
  it('puts branches one under the other where there is room, each at its size', () => {
    const pages = booklet(chart, fonts)!.pages.filter((page) => page.kind === 'part');
    let shared = 0;
    for (const { scene, smallest, heads } of pages) {
      expect(smallest!).toBeGreaterThanOrEqual(7 - 1e-6);
      const boxOf = new Map(scene.items.map(({ id, box }) => [id, box]));
      const tops = heads.flatMap((id) => boxOf.get(id) ?? []);
      if (tops.some((a) => tops.some((b) => b.y > a.y + 100))) shared++;
      for (const [i, a] of scene.items.entries())
        for (const b of scene.items.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
      // Lines are where their boxes are: each ends at or beside the one that it leads to.
      const { x, y, scale } = scene.frame;
      for (const { to, points } of scene.edges) {
        const box = boxOf.get(to)!;
        const [px, py] = [x + points.at(-1)![0] * scale, y + points.at(-1)![1] * scale];
        expect(py).toBeGreaterThanOrEqual(box.y - PLATE);
        expect(py).toBeLessThanOrEqual(box.y + box.height + PLATE);
        expect(px).toBeGreaterThanOrEqual(box.x - PLATE);
        expect(px).toBeLessThanOrEqual(box.x + box.width + PLATE);
      }
    }
    expect(shared).toBeGreaterThan(2);
  });
});
