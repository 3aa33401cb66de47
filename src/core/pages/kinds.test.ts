/** Booklets of the kinds that are more than trees: families, decision trees, concept maps. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { conceptList } from '../../../bench/outlines';
import { fonts } from '../../../tests/support/fonts';
import { overlap, readAs } from '../../../tests/support/kinds';
import { parents } from '../../../tests/support/trees';
import { type Chart, defaultPage, type Page } from '../chart';
import { kindOf, seenOf } from '../kinds';
import type { Scene } from '../scene';
import { type Booklet, booklet } from '.';

const paged = (chart: Chart, page: Partial<Page> = {}): Chart => ({
  ...chart,
  title: 'All of it',
  page: { ...defaultPage, ...page },
});
/** What plates say, by the item under which they hang. */
const platesOf = (scene: Scene) =>
  new Map(
    scene.items.flatMap(({ id, marks }) => {
      const said = marks.flatMap((mark) => (mark.type === 'text' && /\bpages? \d/.test(mark.text) ? [mark.text] : []));
      return said.length > 0 ? [[id, said.join(' ')] as const] : [];
    }),
  );
const partsOf = ({ pages }: Booklet) =>
  pages.flatMap((page, i) => (page.kind === 'part' ? [{ ...page, number: i + 1 }] : []));
const shownOn = (scene: Scene) => new Set(scene.items.map(({ id }) => id));

/** An outline of some depth in the words of a kind; picks name lines again, or give partners. */
const outlines = {
  decision: (of: readonly number[], picks: readonly number[]) =>
    outlineBy(of, (i, depth) =>
      depth > 0 && of.indexOf(i) < 0 && picks[i]! % 4 === 0
        ? `Answer ${i}: Step ${picks[i]! % Math.max(1, i)}`
        : depth === 0
          ? `Step ${i}`
          : `Answer ${i}: Step ${i}`,
    ),
  concept: (of: readonly number[], picks: readonly number[]) =>
    outlineBy(of, (i, depth) =>
      depth > 0 && picks[i]! % 4 === 0
        ? `[leads to] Idea ${picks[i]! % Math.max(1, i)}`
        : depth === 0
          ? `Idea ${i}`
          : `[has ${i}] Idea ${i}`,
    ),
  family: (of: readonly number[], picks: readonly number[]) =>
    outlineBy(
      of,
      (i) => `Person ${i}`,
      // A partner from outside, or somebody of the family whose line of descent meets this one.
      (i) =>
        picks[i]! % 3 === 0 ? undefined : picks[i]! % 7 === 1 ? `+ Person ${picks[i]! % of.length}` : `+ Partner ${i}`,
    ),
} as const;

function outlineBy(
  of: readonly number[],
  line: (i: number, depth: number) => string,
  beside: (i: number) => string | undefined = () => undefined,
): string {
  const children = of.map((): number[] => []);
  for (const [i, parent] of of.entries()) if (parent >= 0) children[parent]!.push(i);
  const lines: string[] = [];
  const write = (i: number, depth: number) => {
    lines.push('\t'.repeat(depth) + line(i, depth));
    const partner = beside(i);
    if (partner !== undefined) lines.push('\t'.repeat(depth) + partner);
    for (const child of children[i]!) write(child, depth + 1);
  };
  for (const [i, parent] of of.entries()) if (parent < 0) write(i, 0);
  return lines.join('\n');
}

describe.each(['family', 'decision', 'concept'] as const)('a booklet of a %s', (kind) => {
  const charts = fc
    .record({
      of: parents(60, true),
      picks: fc.array(fc.nat(1000), { minLength: 60, maxLength: 60 }),
      least: fc.integer({ min: 7, max: 10 }),
      portrait: fc.boolean(),
    })
    .map(({ of, picks, least, portrait }) =>
      paged(readAs(kind, outlines[kind](of, picks)).chart, {
        least,
        size: 'A5',
        orientation: portrait ? 'portrait' : 'landscape',
      }),
    );

  it('shows everything that the chart draws in one place of its own, within the margins, boxes apart', () => {
    fc.assert(
      fc.property(charts, (chart) => {
        const made = booklet(chart, fonts)!;
        const order = seenOf(kindOf(kind)!.structure(chart));
        const own = partsOf(made);
        expect(own.flatMap(({ items }) => items).sort()).toEqual([...order].sort());
        expect(made.parts).toBeGreaterThanOrEqual(made.bound);
        for (const { scene, items } of own) {
          const shown = shownOn(scene);
          for (const id of items) {
            const drawn = shown.has(id) || scene.items.some((one) => one.label === labelOf(chart, id));
            expect(drawn, `${chart.items[id]!.fields['name']} on its page`).toBe(true);
          }
          for (const [i, a] of scene.items.entries()) {
            expect(a.box.x).toBeGreaterThanOrEqual(chart.page.margin - 0.01);
            expect(a.box.x + a.box.width).toBeLessThanOrEqual(scene.width - chart.page.margin + 0.01);
            expect(a.box.y).toBeGreaterThanOrEqual(chart.page.margin - 0.01);
            expect(a.box.y + a.box.height).toBeLessThanOrEqual(scene.height - chart.page.margin + 0.01);
            for (const b of scene.items.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
          }
        }
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });

  it('draws on some page every line that the whole draws, from and to the same', () => {
    fc.assert(
      fc.property(charts, (chart) => {
        const made = booklet(chart, fonts)!;
        const whole = booklet({ ...chart, page: { ...chart.page, size: 'A0', least: 0.5 } }, fonts)!;
        expect(whole.parts).toBe(1);
        // The same line may begin at the other parent where the first is not on the page.
        const drawn = new Set(edgesOf(chart, made));
        expect(edgesOf(chart, whole).filter((edge) => !drawn.has(edge))).toEqual([]);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });

  it('names on its plates pages on which what is meant stands', () => {
    fc.assert(
      fc.property(charts, (chart) => {
        const made = booklet(chart, fonts)!;
        for (const { scene } of partsOf(made))
          for (const words of platesOf(scene).values())
            for (const [page] of words.matchAll(/\d+/g)) {
              expect(Number(page)).toBeGreaterThan(0);
              expect(made.pages[Number(page) - 1]?.kind).toBe('part');
            }
      }),
      { numRuns: 10, endOnFailure: true },
    );
  });
});

describe('lines on a page where some boxes of a row have plates', () => {
  it('begin at the boxes that have none', () => {
    const list = readFileSync('demo/founding-family.txt', 'utf8');
    const made = booklet(paged(readAs('family', list).chart, { least: 11 }), fonts)!;
    let seen = 0;
    for (const { scene } of partsOf(made)) {
      const boxOf = new Map(scene.items.map(({ id, box }) => [id, box]));
      const plates = platesOf(scene);
      for (const { from, to, role, points } of scene.edges) {
        // Partners who stand one under the other, the upper without a plate.
        const upper = boxOf.get(from)!.y < boxOf.get(to)!.y ? from : to;
        const apart = Math.abs(boxOf.get(from)!.x - boxOf.get(to)!.x);
        if (role !== 'partner' || apart > 1 || plates.has(upper)) continue;
        const { y, height } = boxOf.get(upper)!;
        const begins = scene.frame.y + scene.frame.scale * Math.min(...points.map((at) => at[1]));
        expect(begins - (y + height)).toBeLessThan(5);
        seen++;
      }
    }
    expect(seen).toBeGreaterThan(1);
  });
  it('in rings reach the boxes that have some, also from above', () => {
    const { chart } = readAs('concept', conceptList(120));
    const arrangement = { ...chart.arrangement, layout: 'rings' };
    const made = booklet(paged({ ...chart, arrangement }, { least: 8 }), fonts)!;
    let seen = 0;
    for (const { scene } of partsOf(made)) {
      const plates = platesOf(scene);
      const boxOf = new Map(scene.items.map(({ id, box }) => [id, box]));
      for (const { from, to, points } of scene.edges)
        for (const [id, end, next] of [
          [from, points[0]!, points[1]!],
          [to, points.at(-1)!, points.at(-2)!],
        ] as const) {
          const { x, y, width } = boxOf.get(id)!;
          const on = (at: readonly [number, number]) =>
            at.map((value, k) => (k === 0 ? scene.frame.x : scene.frame.y) + value * scene.frame.scale);
          const [[ex, ey], [nx, ny]] = [on(end), on(next)];
          // From above, and towards the upper edge.
          if (!plates.has(id) || ny! > y || ey! > y + 1) continue;
          const meets = nx! + ((ex! - nx!) * (y - ny!)) / (ey! - ny!);
          if (meets < x || meets > x + width) continue;
          expect(y - ey!).toBeLessThan(1);
          seen++;
        }
    }
    expect(seen).toBeGreaterThan(3);
  });
});

const labelOf = (chart: Chart, id: string) => chart.items[id]!.fields['name'];

/** Lines between names, each once: a line may be drawn from another line of the list that names the same. */
function edgesOf(chart: Chart, made: Booklet): string[] {
  const name = (id: string) => labelOf(chart, id) ?? id;
  const all = partsOf(made).flatMap(({ scene }) =>
    scene.edges.map(({ from, to, role, label }) =>
      [role === 'cross-link' ? 'linking-phrase' : role, name(from), name(to), label].join(' '),
    ),
  );
  return [...new Set(all)].sort();
}
