/**
 * The properties that the published papers on tidy trees and layered drawings ask of their small drawings, and the geometry
 * of pages in a PDF as an independent reader tells it.
 */
import fc from 'fast-check';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { defaultPage, type Page } from '../../src/core/chart';
import { countCrossings, type LayerGraph, orderLayers, paperMillimetres, tidy } from '../../src/core/layout';
import { pagesOf } from '../../src/core/pages';
import { scenesPdf } from '../../src/server/pictures/pdf';
import { fonts } from '../support/fonts';
import { readAs } from '../support/kinds';
import { childrenOf } from '../support/trees';

const GAPS = { siblings: 1, cousins: 1, trees: 1 };
const unit = (of: readonly number[]) => ({ ...childrenOf(of), left: of.map(() => 0), right: of.map(() => 0) });

// The aesthetics as the papers number them; wording from memory.
describe('tidy trees (Reingold and Tilford 1981, section 2; Buchheim, Jünger and Leipert 2002, section 2)', () => {
  /**
   * 0 over 1 and 2; 1 over 3 and 4; 4 over 5 and 6. The same shape stands under 2 as under 4: 7 and 8, and 9 under 7.
   */
  const of = [-1, 0, 0, 1, 1, 4, 4, 2, 2, 7];
  const x = tidy(unit(of), GAPS);

  it('3: a father is centred over his sons', () => {
    expect(x[0]).toBeCloseTo((x[1]! + x[2]!) / 2, 9);
    expect(x[4]).toBeCloseTo((x[5]! + x[6]!) / 2, 9);
    expect(x[7]).toBeCloseTo(x[9]!, 9);
  });

  it('4: a tree and its mirror image are drawn as reflections, and a subtree is drawn the same wherever it stands', () => {
    // The three-node tree {node, two sons} stands at depth 1 and at depth 2 of this one.
    const twice = [-1, 0, 0, 1, 1, 2, 5, 5];
    const at = tidy(unit(twice), GAPS);
    expect(at[4]! - at[3]!).toBeCloseTo(at[7]! - at[6]!, 9);
    // Children listed the other way round, number by number.
    const { children, tops } = childrenOf(of);
    const mirrored = tidy({ ...unit(of), children: children.map((own) => [...own].reverse()), tops }, GAPS);
    const width = Math.max(...x);
    for (const [i, place] of mirrored.entries()) expect(place).toBeCloseTo(width - x[i]!, 9);
  });

  it('small subtrees between two large ones are spaced out evenly (the drawing that Walker 1990 was written for)', () => {
    // A root over five: the first and the last fan out over seven each, the three between are leaves.
    const wide = [-1, 0, 0, 0, 0, 0, ...Array.from({ length: 7 }, () => 1), ...Array.from({ length: 7 }, () => 5)];
    const at = tidy(unit(wide), GAPS);
    const gaps = [1, 2, 3, 4].map((i) => at[i + 1]! - at[i]!);
    for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0]!, 9);
    // The two fans stand as near as they can: one gap apart at their leaves.
    expect(at[13]! - at[12]!).toBeCloseTo(1, 9);
  });
});

describe('layered drawings (Sugiyama, Tagawa and Toda 1981; Eades and Wormald 1994)', () => {
  /** Counted anew from the order that is found, starting from the order of the numbers. */
  const crossingsOf = (graph: LayerGraph) => {
    const initial = Array.from({ length: graph.layers }, (_, at) =>
      graph.layer.flatMap((own, i) => (own === at ? [i] : [])),
    );
    return countCrossings(graph, orderLayers(graph, initial).order);
  };
  const edge = (from: number, to: number) => ({ from, to, fromAt: 0, toAt: 0 });

  it('K 2,2 crosses once and K 3,3 nine times, whatever the order (Eades and Wormald: all pairs of pairs)', () => {
    for (const [n, crossings] of [
      [2, 1],
      [3, 9],
    ] as const) {
      const edges = Array.from({ length: n * n }, (_, i) => edge(i % n, n + Math.floor(i / n)));
      const layer = Array.from({ length: 2 * n }, (_, i) => (i < n ? 0 : 1));
      const graph = { layer, layers: 2, edges };
      expect(crossingsOf(graph)).toBe(crossings);
    }
  });

  it('with one layer in order, barycentres put a caterpillar without crossings (Eades and Wormald, theorem on barycentres, from memory)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 1, max: 4 }), fc.integer(), (spine, legs, seed) => {
        // Spine nodes stand by turns above and below, each with legs on the other layer.
        const layer: number[] = Array.from({ length: spine }, (_, i) => i % 2);
        const edges = Array.from({ length: spine - 1 }, (_, i) => [i, i + 1] as [number, number]);
        const above: number[] = [];
        for (let i = 0; i < spine; i++) {
          if (i % 2 === 0) above.push(i);
          for (let j = 0; j < legs; j++) {
            edges.push([i, layer.length]);
            if (i % 2 === 1) above.push(layer.length);
            layer.push(1 - (i % 2));
          }
        }
        const below = layer
          .flatMap((own, i) => (own === 1 ? [i] : []))
          .sort((a, b) => Math.sin(a * 97 + seed) - Math.sin(b * 97 + seed));
        const graph = { layer, layers: 2, edges: edges.map(([a, b]) => (layer[a] === 0 ? edge(a, b) : edge(b, a))) };
        expect(countCrossings(graph, orderLayers(graph, [above, below]).order)).toBe(0);
      }),
      { numRuns: 150 },
    );
  });
});

const MM = 72 / 25.4;
/** Sizes of the pages of a PDF in millimetres. */
async function read(pdf: Buffer) {
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const page = await document.getPage(i + 1);
      const [left, bottom, right, top] = page.view as [number, number, number, number];
      const { items } = await page.getTextContent();
      return { width: (right - left) / MM, height: (top - bottom) / MM, items };
    }),
  );
}

describe('pages of a PDF, read back by pdf.js, to a tenth of a millimetre', () => {
  const list = 'Ada Fenn | Head\n\tBo Holt | Clerk\n\tCy Roke | Clerk';
  const chart = (page: Partial<Page>) => ({ ...readAs('org', list).chart, page: { ...defaultPage, ...page } });

  it.each(['A0', 'A3', 'A4', 'A5', 'B4', 'B5', 'Letter', 'Legal', 'Tabloid'] as const)(
    '%s has its size',
    async (size) => {
      // ISO 216 and ANSI Y14.1 in millimetres: checked against the standards' tables in `standards.test.ts`.
      const [short, long] = paperMillimetres[size];
      for (const orientation of ['portrait', 'landscape'] as const) {
        const { scenes } = pagesOf(chart({ size, orientation }), fonts);
        const [page] = await read(await scenesPdf(scenes));
        expect(Math.abs(page!.width - (orientation === 'portrait' ? short : long))).toBeLessThan(0.1);
        expect(Math.abs(page!.height - (orientation === 'portrait' ? long : short))).toBeLessThan(0.1);
      }
    },
  );

  it('words stand where the picture has them, on one page and on every sheet of a wall', async () => {
    for (const page of [{}, { over: 'wall', wall: { across: 2, down: 2 }, overlap: 40 }] as Partial<Page>[]) {
      const { scenes } = pagesOf(chart(page), fonts);
      const pages = await read(await scenesPdf(scenes));
      expect(pages).toHaveLength(scenes.length);
      let found = 0;
      for (const [i, scene] of scenes.entries())
        for (const item of scene.items) {
          const mark = item.marks.find((own) => own.type === 'text');
          if (mark?.type !== 'text') continue;
          const x = item.box.x + mark.x * scene.frame.scale;
          const y = item.box.y + mark.y * scene.frame.scale;
          // What lies outside the page the reader leaves out.
          if (x < 0 || x > scene.width || y < 0 || y > scene.height) continue;
          const word = pages[i]!.items.find(
            (own) =>
              'str' in own &&
              own.str.trim() !== '' &&
              mark.text.startsWith(own.str) &&
              Math.abs(own.transform[4] - x) < 0.1 * MM &&
              Math.abs(scene.height - own.transform[5] - y) < 0.1 * MM,
          );
          expect(word).toBeDefined();
          found++;
        }
      expect(found).toBeGreaterThanOrEqual(3);
    }
  });
});
