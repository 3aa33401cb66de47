/** Containers: what they hold stands in them, and nothing else does. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { overlapping } from '../scene';

const BEDS =
  'Garden\n\tSalt bed\n\t\tSea lavender\n\t\tGlasswort\n\t\tSea aster\n\tDry bed\n\t\tThrift\n\t\t\tPink thrift\n\tPond\n';

describe('containers', () => {
  const { chart, id } = readAs('org', BEDS);
  const beds = carried(chart, {
    type: 'set-items',
    items: { [id('Salt bed')]: { holds: true }, [id('Dry bed')]: { holds: true } },
  });
  const boxOf = (of: ReturnType<typeof drawn>, name: string) => of.items.find((item) => item.name === name)!.box;

  it('are drawn round what stands under them, without lines to it', () => {
    const picture = drawn(beds);
    const [bed, plant] = [boxOf(picture, 'Salt bed'), boxOf(picture, 'Sea lavender')];
    expect(plant.x).toBeGreaterThan(bed.x);
    expect(plant.y).toBeGreaterThan(bed.y);
    expect(picture.links.map(({ to }) => to)).not.toContain(id('Sea lavender'));
    expect(picture.items).toHaveLength(9);
    expect(picture.figures).toEqual(drawn(chart).figures);
  });
  it('take in what is moved under them, and let go what is moved away', () => {
    const moved = carried(beds, { type: 'move-branch', id: id('Pond'), parent: id('Salt bed') });
    const picture = drawn(moved);
    expect(overlapping(boxOf(picture, 'Salt bed'), boxOf(picture, 'Pond'))).toBe(true);
    const out = drawn(carried(moved, { type: 'move-branch', id: id('Pond'), parent: id('Garden') }));
    expect(overlapping(boxOf(out, 'Salt bed'), boxOf(out, 'Pond'))).toBe(false);
  });
  it('fold away, and are plain boxes while nothing is in them', () => {
    const folded = drawn(carried(beds, { type: 'set-item', id: id('Salt bed'), folded: true }));
    expect(folded.items.map(({ name }) => name)).not.toContain('Sea lavender');
    const pond = carried(beds, { type: 'set-item', id: id('Pond'), holds: true });
    expect(drawn(pond).items.find(({ name }) => name === 'Pond')!.look.fill).toBe(
      drawn(beds).items.find(({ name }) => name === 'Pond')!.look.fill,
    );
  });

  it('hold theirs whole and nobody else, one in the other, in every kind that has them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(4), { minLength: 2, maxLength: 22 }),
        fc.constantFrom('org', 'decision', 'concept'),
        fc.constantFrom('down', 'right', 'up', 'left'),
        fc.array(fc.nat(21), { minLength: 1, maxLength: 5 }),
        (levels, kind, direction, picks) => {
          let above = -1;
          const text = levels
            .map((level, i) => {
              above = Math.min(level, above + 1);
              return `${'\t'.repeat(above)}Thing ${i}`;
            })
            .join('\n');
          const read = readAs(kind, text, kind === 'org' ? { direction } : {});
          const ids = Object.keys(read.chart.items);
          const items = Object.fromEntries(picks.map((at) => [ids[at % ids.length]!, { holds: true }]));
          const own = carried(read.chart, { type: 'set-items', items });
          const picture = drawn(own);
          expect(picture.items).toHaveLength(ids.length);
          const boxes = new Map(picture.items.map(({ id: item, box }) => [item, box]));
          const holds = (holder: string, item: string): boolean => {
            for (let at = own.items[item]!.parent; at !== null; at = own.items[at]!.parent)
              if (at === holder) return isHolder(holder);
            return false;
          };
          const isHolder = (item: string): boolean => {
            for (let at: string | null = item; at !== null; at = own.items[at]!.parent)
              if (own.items[at]!.holds) return true;
            return false;
          };
          for (const [a, p] of boxes)
            for (const [b, q] of boxes) {
              if (a === b) continue;
              const within =
                q.x > p.x &&
                q.y > p.y &&
                q.x + q.width < p.x + p.width + 0.01 &&
                q.y + q.height < p.y + p.height + 0.01;
              if (holds(a, b)) expect(within).toBe(true);
              else if (!holds(b, a))
                expect(overlapping({ ...p, width: p.width - 0.01 }, { ...q, width: q.width - 0.01 })).toBe(false);
            }
        },
      ),
      { numRuns: 150 },
    );
  });
});
