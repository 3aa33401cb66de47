/** Enclosures follow what they are round, and take in nobody else. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { type Chart, ENCLOSURE_FORMS, type Enclosure } from '../chart';
import type { Point } from '../layout';
import type { DrawnEnclosure } from './enclose';
import { paint } from './paint';
import { prepare } from './prepare';

const inside = ([x, y]: Point, { rings }: Pick<DrawnEnclosure, 'rings'>): boolean => {
  let within = false;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [[ax, ay], [bx, by]] = [ring[i]!, ring[j]!];
      if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) within = !within;
    }
  return within;
};

/** Points of every box, in from its edge by a hair, with the enclosures of the same picture. */
function shapesOf(chart: Chart) {
  const painted = paint(prepare(chart, fonts), fonts);
  const { frame } = painted.scene;
  const boxes = new Map(
    painted.items.map(({ id, box }) => {
      const at = (part: number, extent: number) => part * extent;
      const [x, y] = [(box.x - frame.x) / frame.scale, (box.y - frame.y) / frame.scale];
      const [width, height] = [box.width / frame.scale, box.height / frame.scale];
      const points = [0.01, 0.5, 0.99].flatMap((a) =>
        [0.01, 0.5, 0.99].map((b): Point => [x + at(a, width), y + at(b, height)]),
      );
      return [id, points] as const;
    }),
  );
  return { boxes, enclosures: painted.enclosures };
}

const list = (lines: readonly { level: number; name: string }[]) => {
  let above = -1;
  return lines
    .map(({ level, name }) => {
      above = Math.min(level, above + 1);
      return `${'\t'.repeat(above)}${name}`;
    })
    .join('\n');
};
const trees = fc
  .array(fc.record({ level: fc.integer({ min: 0, max: 4 }), wide: fc.integer({ min: 1, max: 3 }) }), {
    minLength: 2,
    maxLength: 26,
  })
  .map((lines) => list(lines.map(({ level, wide }, i) => ({ level, name: `P${i} ${'word '.repeat(wide)}`.trim() }))));

const enclosureOf = (id: string, around: Enclosure['around'], form: Enclosure['form'], name = id): Enclosure => ({
  id,
  name,
  around,
  form,
});

describe('enclosures', () => {
  it('of any branches, tiers and selections, in any form and kind, hold theirs and no others', () => {
    fc.assert(
      fc.property(
        trees,
        fc.constantFrom('org', 'decision', 'concept', 'family'),
        fc.constantFrom('down', 'right', 'up', 'left'),
        fc.constantFrom(...ENCLOSURE_FORMS),
        fc.array(fc.nat(25), { minLength: 1, maxLength: 5 }),
        (text, kind, direction, form, picks) => {
          const { chart } = readAs(kind, text, kind === 'org' ? { direction } : {});
          const ids = Object.keys(chart.items);
          const pick = (i: number) => ids[picks[i % picks.length]! % ids.length]!;
          const put = [
            enclosureOf('a', { branch: pick(0) }, form),
            enclosureOf('b', { items: [...new Set(picks.map((at) => ids[at % ids.length]!))] }, form, ''),
            enclosureOf('c', { tier: 1 + (picks[0]! % 3) }, form),
          ];
          for (const one of put) {
            const { boxes, enclosures } = shapesOf(carried(chart, { type: 'set-enclosures', put: [one], remove: [] }));
            for (const enclosure of enclosures)
              for (const [id, points] of boxes)
                for (const point of points) expect(inside(point, enclosure)).toBe(enclosure.members.has(id));
          }
        },
      ),
      { numRuns: 120 },
    );
  });

  it('of branches within branches stand one in the other without touching', () => {
    fc.assert(
      fc.property(trees, fc.constantFrom('down', 'right', 'up', 'left'), fc.nat(25), (text, direction, at) => {
        const { chart } = readAs('org', text, { direction });
        const ids = Object.keys(chart.items);
        const inner = ids[at % ids.length]!;
        const { parent } = chart.items[inner]!;
        if (parent === null) return;
        const put = [
          enclosureOf('in', { branch: inner }, 'rounded'),
          enclosureOf('out', { branch: parent }, 'rounded'),
        ];
        const { enclosures } = shapesOf(carried(chart, { type: 'set-enclosures', put, remove: [] }));
        const [out, own] = enclosures;
        expect([out!.enclosure.id, own!.enclosure.id]).toEqual(['out', 'in']);
        for (const point of own!.rings.flat()) expect(inside(point, out!)).toBe(true);
      }),
      { numRuns: 120 },
    );
  });

  it('keep their colours whatever order they were made or are kept in', () => {
    const { chart, id } = readAs('org', 'Ann\n\tBo\n\t\tCy\n\tDi');
    const two = [
      { ...enclosureOf('z', { branch: id('Bo') }, 'rounded'), place: 1 },
      { ...enclosureOf('a', { branch: id('Ann') }, 'rounded'), place: 2 },
    ];
    const fillsOf = (put: readonly Enclosure[]) =>
      Object.fromEntries(
        drawn(carried(chart, { type: 'set-enclosures', put: [...put], remove: [] })).scene.links.flatMap(
          ({ key, marks }) => (key.startsWith('enclosure') && marks[0]?.type === 'path' ? [[key, marks[0].fill]] : []),
        ),
      );
    expect(fillsOf(two)).toEqual(fillsOf([...two].reverse()));
    expect(fillsOf(two.slice(0, 1))['enclosure z']).toBe(fillsOf(two)['enclosure z']);
    expect(new Set(Object.values(fillsOf(two))).size).toBe(2);
  });

  it('follow their branch, say their name, and go with one step', () => {
    const { chart, id } = readAs('org', 'Ann\n\tBo\n\t\tCy\n\tDi');
    const put = [enclosureOf('e', { branch: id('Bo') }, 'rounded', 'Beds')];
    const own = carried(chart, { type: 'set-enclosures', put, remove: [] });
    const width = (of: Chart) => drawn(of).enclosures[0]!.box.width;
    const more = carried(own, { type: 'add-items', items: [{ id: 'x', parent: id('Bo'), fields: { name: 'Ed' } }] });
    expect(width(more)).toBeGreaterThan(width(own));
    expect(drawn(more).enclosures[0]!.items).toHaveLength(3);
    const words = drawn(own).scene.links.flatMap(({ marks }) =>
      marks.flatMap((mark) => (mark.type === 'text' ? [mark.text] : [])),
    );
    expect(words).toContain('Beds');
    // What it was round is gone: it draws nothing, and comes back with it.
    expect(drawn(carried(own, { type: 'remove-branch', id: id('Bo') })).enclosures).toEqual([]);
    expect(carried(own, { type: 'set-enclosures', put: [], remove: ['e'] }).enclosures).toBeUndefined();
  });
});
