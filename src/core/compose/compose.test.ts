import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { parents } from '../../../tests/support/trees';
import { type Chart, emptyChart, firstOrders } from '../chart';
import { kindOf } from '../kinds';
import { chartOfList, readList } from '../read';
import { marksOf, sceneSvg } from '../scene';
import { compose } from '.';

const kind = kindOf('org')!;
function chartOfText(text: string): Chart {
  const read = readList(kind, text);
  if (!read.ok) throw new Error(read.problem.message);
  return chartOfList(kind, 'Garden', read.list);
}
const garden = chartOfText(readFileSync('demo/saltmarsh-garden.txt', 'utf8'));

describe('composing', () => {
  it('gives the same bytes for the same chart, in whatever order its records are stored', () => {
    const first = JSON.stringify(compose(garden, fonts));
    const shuffled = { ...garden, items: Object.fromEntries(Object.entries(garden.items).reverse()) };
    expect(JSON.stringify(compose(structuredClone(shuffled), fonts))).toBe(first);
  });

  it('has every word of every item inside its box, and every box inside the margins', () => {
    const random = parents(60, true).map((of): Chart => {
      const orders = firstOrders(of.length);
      const words = [
        'Ann',
        'Bartholomew-Featherstonehaugh',
        'Przemysława Hrdličková',
        'Head of long-term collections and living archives',
        '',
      ];
      const items = of.map((p, i) => ({
        id: `i${i}`,
        parent: p < 0 ? null : `i${p}`,
        order: orders[i]!,
        fields: { name: words[i % 5]!, post: words[(i * 3) % 5]! },
      }));
      return { ...garden, items: Object.fromEntries(items.map((item) => [item.id, item])) };
    });
    fc.assert(
      fc.property(
        random,
        fc.constantFrom('fernhouse', 'photocopier'),
        fc.constantFrom('down', 'right'),
        fc.constantFrom('auto', 'stack'),
        (chart, house, direction, leaves) => {
          const { scene, page } = compose({ ...chart, house, arrangement: { direction, leaves } }, fonts);
          for (const { box, marks } of scene.items) {
            expect(box.x).toBeGreaterThanOrEqual(page.margin - 0.01);
            expect(box.x + box.width).toBeLessThanOrEqual(page.width - page.margin + 0.01);
            expect(box.y + box.height).toBeLessThanOrEqual(page.height - page.margin + 0.01);
            for (const mark of marks) {
              if (mark.type !== 'text') continue;
              expect(mark.x).toBeGreaterThanOrEqual(-0.01);
              expect((mark.x + fonts.width(mark.text, mark.face, mark.size)) * scene.frame.scale).toBeLessThanOrEqual(
                box.width + 0.01,
              );
              expect(mark.y).toBeGreaterThan(0);
              expect(mark.y * scene.frame.scale).toBeLessThan(box.height);
            }
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('makes one size for a tier from its longest text, by default', () => {
    const { items, tiers } = compose(garden, fonts);
    for (const { tier } of tiers)
      expect(
        new Set(
          items
            .filter((item) => item.tier === tier)
            .map(({ box }) => `${box.width.toFixed(6)} ${box.height.toFixed(6)}`),
        ).size,
      ).toBe(1);
    const each = compose({ ...garden, tiers: { 3: { look: { sizeRule: 'each' } } } }, fonts);
    expect(
      new Set(each.items.filter((item) => item.tier === 3).map(({ box }) => box.width.toFixed(3))).size,
    ).toBeGreaterThan(5);
    const fixed = compose(
      {
        ...garden,
        page: { ...garden.page, size: 'picture' },
        tiers: { 3: { look: { sizeRule: 'fixed', width: 90 } } },
      },
      fonts,
    );
    for (const item of fixed.items) if (item.tier === 3) expect(item.box.width).toBeCloseTo(90, 6);
  });

  it('counts people, posts, layers and spans', () => {
    expect(compose(garden, fonts).figures).toEqual({
      people: 37,
      posts: 40,
      vacant: 3,
      tiers: 4,
      span: { mean: 2.7, most: 5 },
    });
  });

  it('says when it prints too small, when words can not be read, when a letter is missing', () => {
    const codes = (chart: Chart) => compose(chart, fonts).problems.map((problem) => problem.code);
    expect(codes({ ...garden, page: { ...garden.page, size: 'A5' } })).toContain('text-too-small');
    expect(codes({ ...garden, page: { ...garden.page, size: 'picture' } })).not.toContain('text-too-small');
    expect(codes({ ...garden, tiers: { 1: { look: { fill: '#777777', ink: '#888888' } } } })).toContain('low-contrast');
    expect(codes(chartOfText('Ada ᚠᚢ'))).toContain('missing-letters');
  });

  it('says of a kind without branches that it is no booklet', () => {
    const codes = (kind: string) =>
      compose({ ...garden, kind, page: { ...garden.page, over: 'booklet' } }, fonts).problems.map(({ code }) => code);
    for (const kind of ['org', 'family', 'decision', 'concept']) expect(codes(kind)).not.toContain('no-booklet');
    expect(codes('venn')).toContain('no-booklet');
  });

  it('draws an empty chart as an empty page', () => {
    const { items, page, problems } = compose({ ...garden, items: {} }, fonts);
    expect({ items, smallest: page.smallestText, problems }).toEqual({ items: [], smallest: null, problems: [] });
  });

  it('can join several tops, print tier names, and leave the title out', () => {
    const words = (chart: Chart) =>
      [...marksOf(compose(chart, fonts).scene)].flatMap(({ mark }) => (mark.type === 'text' ? [mark.text] : []));
    expect(words({ ...garden, page: { ...garden.page, tierHeadings: true }, tiers: { 2: { name: 'Heads' } } })).toEqual(
      expect.arrayContaining(['Garden', 'Heads', 'Tier 1']),
    );
    expect(words({ ...garden, page: { ...garden.page, showTitle: false } })).not.toContain('Garden');
    expect(compose({ ...garden, arrangement: { tops: 'joined' } }, fonts).scene.links[0]!.key).toBe('join');
  });

  it('writes SVG that is safe whatever the names', () => {
    const svg = sceneSvg(compose({ ...chartOfText('<script>&"\u0007'), title: 'a < b' }, fonts).scene);
    expect(svg).not.toContain('<script>');
    expect(svg).toContain('&lt;script&gt;&amp;&quot;');
    expect(svg).not.toContain('\u0007');
  });

  it('dashes the edge of vacant posts by itself', () => {
    const vacant = compose(garden, fonts).items.filter((item) => item.look.edgeDash === 'dashed');
    expect(vacant.map((item) => item.fields['name'])).toEqual(['Vacant post', 'Vacant post', 'Vacant post']);
  });
});

describe('before anything is written', () => {
  it.each(['org', 'family', 'decision', 'concept', 'venn'])('nothing is wrong: %s', (kind) => {
    const empty = emptyChart(kind, 'New');
    expect(compose(empty, fonts).problems).toEqual([]);
    const line = { id: 'a', parent: null, order: 'a0', fields: { name: '' } };
    expect(
      compose({ ...empty, items: { a: line } }, fonts).problems.filter(({ severity }) => severity !== 'note'),
    ).toEqual([]);
  });
});
