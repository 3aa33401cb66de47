import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trustList } from '../../../demo/garden-trust';
import { fonts } from '../../../tests/support/fonts';
import { overlap, readAs } from '../../../tests/support/kinds';
import { childrenOf, outlineOf, parents } from '../../../tests/support/trees';
import { type Chart, defaultPage, type Page } from '../chart';
import { sheetPoints, wallOf } from '../layout';
import { type Scene, sceneSvg } from '../scene';
import { booklet, pagesOf, tilesOf } from '.';
import { membersOf, split } from './split';

const chartOf = (list: string, page: Partial<Page> = {}): Chart => ({
  ...readAs('org', list).chart,
  title: 'The whole trust',
  page: { ...defaultPage, ...page },
});
const garden = readFileSync('demo/saltmarsh-garden.txt', 'utf8');
const wordsOf = (scene: Scene) => scene.page.flatMap((mark) => (mark.type === 'text' ? [mark.text] : [])).join(' ');
const platesOf = (scene: Scene) =>
  scene.items.flatMap(({ id, marks }) =>
    marks.flatMap((mark) =>
      mark.type === 'text' && /^(page|dotted line:)/.test(mark.text) ? [`${id} ${mark.text}`] : [],
    ),
  );

describe('splitting a tree by branch', () => {
  it('puts every item on one part, no part over its weight', () => {
    fc.assert(
      fc.property(parents(300, true), fc.integer({ min: 6, max: 60 }), fc.nat(5), (of, most, spread) => {
        const { children, tops } = childrenOf(of);
        const weight = (id: string) => 1 + (Number(id) % (spread + 1)) / 4;
        const kids = (id: string) => children[Number(id)]!.map(String);
        const { parts, cut } = split({
          tops: tops.map(String),
          childrenOf: kids,
          weight,
          most,
          pictureOf: (_, { nodes }) => ({ holds: nodes }),
        });
        const seen = new Map<string, number>();
        let sum = 0;
        for (const part of parts) {
          const { nodes: members } = membersOf(part, { childrenOf: kids }, cut);
          // What was found out about a part is of what is on it in the end.
          expect(part.picture!.holds).toEqual(members);
          expect(members.reduce((all, id) => all + weight(id), 0)).toBeLessThanOrEqual(most);
          expect(new Set(members).size).toBe(members.length);
          for (const id of members) if (!part.heads.includes(id)) seen.set(id, (seen.get(id) ?? 0) + 1);
        }
        for (const [id, parent] of of.entries()) {
          sum += weight(String(id));
          if (parent >= 0) expect(seen.get(String(id))).toBe(1);
          else expect(parts.some(({ heads }) => heads.includes(String(id)))).toBe(true);
        }
        expect(parts.length).toBeGreaterThanOrEqual(Math.ceil(sum / most));
      }),
      { numRuns: 200 },
    );
  });
});

describe('a booklet', () => {
  it('shows every post on one page, each page at its size or above, within its margins, boxes apart', () => {
    fc.assert(
      fc.property(parents(150, true), fc.integer({ min: 6, max: 9 }), fc.boolean(), (of, least, portrait) => {
        const chart = chartOf(outlineOf(of), { least, orientation: portrait ? 'portrait' : 'landscape', size: 'A5' });
        const { pages, parts, bound } = booklet(chart, fonts)!;
        const own = pages.filter(({ kind }) => kind === 'part');
        expect(own).toHaveLength(parts);
        expect(parts).toBeGreaterThanOrEqual(bound);
        expect(own.flatMap(({ items }) => items).sort()).toEqual(Object.keys(chart.items).sort());
        for (const { scene, smallest, heads, items } of own) {
          expect(smallest!).toBeGreaterThanOrEqual(least - 1e-6);
          const shown = new Set(scene.items.map(({ id }) => id));
          for (const id of [...heads, ...items]) expect(shown.has(id)).toBe(true);
          for (const [i, a] of scene.items.entries()) {
            expect(a.box.x).toBeGreaterThanOrEqual(chart.page.margin - 0.01);
            expect(a.box.x + a.box.width).toBeLessThanOrEqual(scene.width - chart.page.margin + 0.01);
            expect(a.box.y + a.box.height).toBeLessThanOrEqual(scene.height - chart.page.margin + 0.01);
            for (const b of scene.items.slice(i + 1)) expect(overlap(a.box, b.box)).toBe(false);
          }
        }
      }),
      // A booklet takes long to make smaller one by one: the first that fails is told as it is.
      { numRuns: 12, endOnFailure: true },
    );
  });

  it('says on each page where it goes on, where it comes from, and which page of how many it is', () => {
    const chart = chartOf(trustList(), { least: 7 });
    const { pages } = booklet(chart, fonts)!;
    expect(pages.map(({ kind }) => kind).slice(0, 2)).toEqual(['overview', 'part']);
    expect(pages.at(-1)!.kind).toBe('index');
    for (const [i, { kind, scene, heads }] of pages.entries()) {
      expect(wordsOf(scene)).toContain(`${i + 1} / ${pages.length}`);
      if (kind !== 'part') continue;
      for (const plate of platesOf(scene)) {
        const [id, words] = [plate.slice(0, plate.indexOf(' ')), plate.slice(plate.indexOf(' ') + 1)];
        if (words.startsWith('dotted')) continue;
        const first = Number(/\d+/.exec(words)![0]);
        expect(pages[first - 1]!.heads).toContain(id);
        if (!words.startsWith('pages')) expect(wordsOf(pages[first - 1]!.scene)).toContain(`From page ${i + 1}`);
      }
      expect(heads.length).toBeGreaterThan(0);
    }
    const names = new Set(Object.values(chart.items).flatMap(({ fields }) => fields['name'] || []));
    const index = pages
      .filter(({ kind }) => kind === 'index')
      .map(({ scene }) => wordsOf(scene))
      .join(' ');
    for (const name of names) expect(index).toContain(name);
  });

  it('says at both ends of a dotted line that leaves a page where the other end is', () => {
    const chart = chartOf(trustList(), { least: 7 });
    const { pages } = booklet(chart, fonts)!;
    const pageOf = (id: string) => pages.findIndex(({ items }) => items.includes(id)) + 1;
    const plates = pages.map(({ scene }) => platesOf(scene));
    const links = Object.values(chart.links);
    expect(links.length).toBeGreaterThan(0);
    let apart = 0;
    for (const { from, to } of links) {
      const [a, b] = [pageOf(from), pageOf(to)];
      const together = pages[a - 1]!.scene.items.some(({ id }) => id === to);
      if (a === b || together) continue;
      apart++;
      for (const [here, id, there] of [
        [a, from, b],
        [b, to, a],
      ] as const)
        expect(plates[here - 1]!.find((plate) => plate.startsWith(`${id} `))).toMatch(
          new RegExp(`dotted line: pages? (\\d+, )*${there}\\b`),
        );
    }
    expect(apart).toBeGreaterThan(0);
  });

  it('of a star goes over several pages, and of a small chart over one without overview', () => {
    const star = `Hub | In the middle\n${Array.from({ length: 160 }, (_, i) => `\tPerson ${i} | Post ${i}`).join('\n')}`;
    const made = booklet(chartOf(star, { least: 8 }), fonts)!;
    expect(made.parts).toBeGreaterThan(1);
    expect(made.parts).toBeLessThanOrEqual(2 * made.bound);
    expect(wordsOf(made.pages[1]!.scene)).toContain(`1 of ${made.parts} pages under Hub`);
    const small = booklet(chartOf('A\n\tB\n\tC'), fonts)!;
    expect(small.pages.map(({ kind }) => kind)).toEqual(['part']);
  });

  it('is the same every time; there is none of a kind without branches, or without a page', () => {
    const chart = chartOf(garden, { size: 'A6', least: 6 });
    expect(booklet(chart, fonts)).toEqual(booklet(chart, fonts));
    expect(booklet({ ...chart, page: { ...chart.page, size: 'picture' } }, fonts)).toBeUndefined();
    const sets = readAs('venn', 'Ann: Rowing, Choir\nBo: Choir').chart;
    expect(booklet({ ...sets, page: defaultPage }, fonts)).toBeUndefined();
    expect(pagesOf({ ...sets, page: { ...defaultPage, over: 'booklet' } }, fonts).scenes).toHaveLength(1);
  });
});

describe('a wall', () => {
  const wall = fc.record({
    size: fc.constantFrom('A4', 'A3', 'Letter', 'Slide 16:9'),
    orientation: fc.constantFrom('landscape', 'portrait'),
    margin: fc.integer({ min: 0, max: 60 }),
    overlap: fc.integer({ min: 0, max: 100 }),
    wall: fc.record({ across: fc.integer({ min: 1, max: 7 }), down: fc.integer({ min: 1, max: 7 }) }),
  }) as fc.Arbitrary<Partial<Page>>;

  it('is covered by its tiles exactly, neighbours overlapping as asked', () => {
    fc.assert(
      fc.property(wall, (patch) => {
        const page: Page = { ...defaultPage, ...patch, over: 'wall' };
        const made = wallOf(page)!;
        const whole = sheetPoints(page)!;
        const tiles = tilesOf(made, page.margin);
        for (const [side, extent, count] of [
          ['x', 'width', made.across],
          ['y', 'height', made.down],
        ] as const) {
          const starts = [...new Set(tiles.map(({ part }) => part[side]))].sort((a, b) => a - b);
          expect(starts).toHaveLength(count);
          expect(starts[0]).toBeCloseTo(page.margin, 9);
          expect(starts.at(-1)! + made.part[extent]).toBeCloseTo(whole[extent] - page.margin, 6);
          for (const [i, start] of starts.slice(1).entries())
            expect(starts[i]! + made.part[extent] - start).toBeCloseTo(
              Math.min(page.overlap ?? 28.35, made.part.width / 2, made.part.height / 2),
              6,
            );
        }
        expect(new Set(tiles.map(({ label }) => label)).size).toBe(tiles.length);
      }),
    );
  });

  it('shows every box on the sheets that its place is on, at its place, and names each sheet', () => {
    const chart = chartOf(garden, { over: 'wall', wall: { across: 3, down: 2 } });
    const whole = pagesOf({ ...chart }, fonts).scenes;
    expect(whole).toHaveLength(6);
    const svg = whole.map((scene) => sceneSvg(scene));
    for (const [i, label] of ['A1', 'B1', 'C1', 'A2', 'B2', 'C2'].entries()) {
      expect(svg[i]).toContain(`>${label}</text>`);
      expect(svg[i]).toContain('clip-path');
    }
    const seen = new Set(whole.flatMap(({ items }) => items.map(({ id }) => id)));
    expect(seen.size).toBe(Object.keys(chart.items).length);
    const part = wallOf(chart.page)!;
    const [first, second] = [whole[0]!, whole[1]!];
    const shared = first.items.find(({ id }) => second.items.some((item) => item.id === id));
    if (shared) {
      const other = second.items.find(({ id }) => id === shared.id)!;
      expect(shared.box.x - other.box.x).toBeCloseTo(part.step.x, 6);
    }
  });
});
