/**
 * Org charts, as they stand by themselves on a page, by published measures of drawings: each from 0 to 1.
 *
 * - H. Purchase, "Metrics for graph drawing aesthetics", Journal of Visual Languages and Computing 13 (2002): edge crossings,
 *   edge bends, edge orthogonality, upward flow. Formulas as in the paper, from memory; bends are counted on lines as drawn.
 * - M. Taylor and P. Rodgers, "Applying graphical design techniques to graph visualisation", IV 2005: balance (the middle of
 *   what is drawn near the middle of the sheet), proportion (of the picture as of its sheet). Their shares are our own.
 */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { staffList } from '../../bench/staff';
import { type Chart, defaultPage } from '../../src/core/chart';
import { type Composition, compose } from '../../src/core/compose';
import { fonts } from '../support/fonts';
import { readAs } from '../support/kinds';

type P = readonly [number, number];
type Line = readonly [P, P];
const CORPUS: Record<string, string> = {
  'the garden': readFileSync('demo/saltmarsh-garden.txt', 'utf8'),
  ...Object.fromEntries([20, 35, 60, 90, 140].map((n) => [`staff of ${n}`, staffList(n)])),
};
const onPage = (list: string, over: Partial<Chart> = {}): Composition =>
  compose({ ...readAs('org', list).chart, page: defaultPage, ...over }, fonts);

const segments = ({ links }: Composition) =>
  links.flatMap(({ from, points }) => points.slice(1).map((to, i) => ({ from, line: [points[i]!, to] as Line })));

/** Whether two lines cross at a point within both. */
function cross([a, b]: Line, [c, d]: Line): boolean {
  const side = (p: P, q: P, r: P) => Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/** 1 - crossings / (all pairs of edges - pairs that share an end). */
function crossings(composition: Composition): number {
  const { links } = composition;
  const parts = segments(composition);
  let count = 0;
  for (const [i, one] of parts.entries())
    for (const other of parts.slice(i + 1)) if (one.from !== other.from && cross(one.line, other.line)) count++;
  const degree = new Map<string, number>();
  for (const id of links.flatMap(({ from, to }) => [from, to])) degree.set(id, (degree.get(id) ?? 0) + 1);
  const impossible = [...degree.values()].reduce((sum, own) => sum + (own * (own - 1)) / 2, 0);
  return 1 - count / Math.max(1, (links.length * (links.length - 1)) / 2 - impossible);
}

/** The mean over the parts of lines of 1 - the angle to the nearest axis / 45 degrees. */
function orthogonality(composition: Composition): number {
  const parts = segments(composition).filter(({ line: [a, b] }) => Math.hypot(a[0] - b[0], a[1] - b[1]) > 0.01);
  const off = parts.map(({ line: [a, b] }) => {
    const angle = (Math.atan2(Math.abs(b[1] - a[1]), Math.abs(b[0] - a[0])) * 180) / Math.PI;
    return Math.min(angle, 90 - angle) / 45;
  });
  return 1 - off.reduce((sum, own) => sum + own, 0) / off.length;
}

/** Lines without bends to lines and bends together: with its bends made nodes, the part of the edges that were there. */
const bends = ({ links }: Composition): number =>
  links.length / links.reduce((sum, { points }) => sum + Math.max(1, points.length - 1), 0);

/** Parts of lines that do not run against the tiers. */
function flow(composition: Composition): number {
  const parts = segments(composition);
  return parts.filter(({ line: [a, b] }) => b[1] >= a[1] - 0.01).length / parts.length;
}

/** 1 - how far the middle of all boxes, by area, stands from the middle of the picture, in halves of its width. */
function balance({ items, scene: { picture } }: Composition): number {
  const area = ({ box }: Composition['items'][number]) => box.width * box.height;
  const total = items.reduce((sum, item) => sum + area(item), 0);
  const at = items.reduce((sum, item) => sum + area(item) * (item.box.x + item.box.width / 2), 0) / total;
  return 1 - Math.abs(at - (picture.x + picture.width / 2)) / (picture.width / 2);
}

/** The flatter to the less flat of picture and printable page. */
function proportion({ scene: { picture }, page }: Composition): number {
  const drawn = picture.width / picture.height;
  const sheet = (page.width - 2 * page.margin) / (page.height - 2 * page.margin);
  return Math.min(drawn, sheet) / Math.max(drawn, sheet);
}

describe.each(Object.keys(CORPUS))('%s by itself', (name) => {
  const composition = onPage(CORPUS[name]!);
  const plain = onPage(CORPUS[name]!, { arrangement: { leaves: 'spread' } });

  it('has no crossings, no slanting lines and none that runs back', () => {
    expect(crossings(composition)).toBe(1);
    expect(orthogonality(composition)).toBeCloseTo(1, 6);
    expect(flow(composition)).toBe(1);
  });
  it('has few bends: three parts to a line at the most, in the mean', () => {
    expect(bends(composition)).toBeGreaterThanOrEqual(1 / 3);
  });
  it('stands balanced on its page, in its proportions, better than with all side by side', () => {
    // A list may be lopsided itself: of the twenty most stand under two of six heads.
    expect(balance(composition)).toBeGreaterThan(0.6);
    expect(proportion(composition)).toBeGreaterThan(0.7);
    expect(proportion(composition)).toBeGreaterThan(proportion(plain));
  });
});

describe('all of them', () => {
  it('stand balanced in the mean', () => {
    const all = Object.values(CORPUS).map((list) => balance(onPage(list)));
    expect(all.reduce((sum, own) => sum + own, 0) / all.length).toBeGreaterThan(0.85);
  });
});

describe('evenness', () => {
  it('is 1 only where each tier stands in rows or columns that its boxes share', () => {
    let even = 0;
    for (const [name, list] of Object.entries(CORPUS)) {
      const { page, items } = onPage(list);
      if (page.even! < 0.999) continue;
      even++;
      for (const item of items) {
        const others = items.filter((other) => other.tier === item.tier && other.id !== item.id);
        const shares = others.some(
          ({ box }) => Math.abs(box.x - item.box.x) < 0.5 || Math.abs(box.y - item.box.y) < 0.5,
        );
        expect(others.length === 0 || shares, `${name}: ${item.name}`).toBe(true);
      }
    }
    expect(even).toBeGreaterThan(0);
  });
});
