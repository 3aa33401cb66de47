/** Pictures in items, and boxes of fixed extents. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carried, drawn, readAs } from '../../../tests/support/kinds';
import { type Change, CROPS, PICTURE_PLACES, SHAPES } from '../chart';
import { type Mark, overlapping } from '../scene';
import { initialsOf } from './picture';

describe('initials', () => {
  it.each([
    ['Ada Fenn', 'AF'],
    ['Agathe Lindqvist-Moor', 'AM'],
    ['Jan van der Veld', 'JV'],
    ['élise', 'É'],
    ['Zoë Q. Quillan', 'ZQ'],
    ['', ''],
    ['- -', ''],
    ['𝒜da', '𝒜'],
    ['Fenn, Ada', 'AF'],
  ])('of %s are %s', (name, letters) => expect(initialsOf(name)).toBe(letters));

  it.each([
    ['Thurle Ravi Anand', 'TR'],
    ['Thurle, Ravi', 'TR'],
    ['沈文杰', '沈'],
    ['Ostrey', 'O'],
    ['', ''],
  ])('of %s, family name first, are %s', (name, letters) => expect(initialsOf(name, 'family-first')).toBe(letters));

  it('follow the language of the chart where nothing is chosen', () => {
    const drawnFor = (...changes: Change[]) => {
      const { chart } = readAs('org', 'Thurle Ravi Anand\n');
      const { scene } = drawn(carried(chart, { type: 'set-pictures', pictures: { standIn: 'initials' } }, ...changes));
      return scene.items[0]!.marks.flatMap((mark) => (mark.type === 'text' ? [mark.text] : []));
    };
    expect(drawnFor()).toContain('TA');
    expect(drawnFor({ type: 'set-language', language: 'ko' })).toContain('TR');
    expect(
      drawnFor({ type: 'set-language', language: 'ko' }, { type: 'set-name-order', nameOrder: 'given-first' }),
    ).toContain('TA');
  });
});

const GARDEN =
  'Ada Fenn | Head\n\tBo Okonkwo-Lindqvist | Keeper of the glasshouses and of all that grows in them\n\tVacant post | Porter\n';

/** What a mark takes of its item's box. */
function extentOf(mark: Mark) {
  if (mark.type === 'image') return mark;
  if (mark.type === 'path' && mark.at) return { ...mark.at, width: 24 * mark.at.scale, height: 24 * mark.at.scale };
  return undefined;
}

describe('pictures', () => {
  it('stand in their box beside the words, in any shape, place, size and cut', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHAPES),
        fc.constantFrom(...PICTURE_PLACES),
        fc.constantFrom(...CROPS),
        fc.integer({ min: 8, max: 120 }),
        fc.record({ width: fc.integer({ min: 1, max: 900 }), height: fc.integer({ min: 1, max: 900 }) }),
        (shape, picture, crop, pictureSize, extents) => {
          const { chart } = readAs('org', GARDEN);
          const [, second, third] = Object.keys(chart.items);
          const { scene } = drawn(
            carried(
              chart,
              { type: 'set-tier', tier: 2, look: { shape, picture, crop, pictureSize } },
              { type: 'set-item', id: second!, picture: { file: 'p', ...extents } },
              { type: 'set-item', id: third!, picture: { symbol: 'leaf' } },
            ),
          );
          for (const item of scene.items.slice(1)) {
            const own = item.marks.map(extentOf).find((box) => box !== undefined)!;
            const { width, height } = {
              width: item.box.width / scene.frame.scale,
              height: item.box.height / scene.frame.scale,
            };
            expect(own.x).toBeGreaterThanOrEqual(-0.01);
            expect(own.y).toBeGreaterThanOrEqual(-0.01);
            expect(own.x + own.width).toBeLessThanOrEqual(width + 0.01);
            expect(own.y + own.height).toBeLessThanOrEqual(height + 0.01);
            // A line of words stands from its baseline up, about three quarters of its size.
            for (const mark of item.marks)
              if (mark.type === 'text')
                expect(
                  overlapping(own, { x: mark.x, y: mark.y - mark.size * 0.7, width: 1, height: mark.size * 0.7 }),
                ).toBe(false);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it('are hidden all at once, and stood in for where there is none', () => {
    const { chart } = readAs('org', GARDEN);
    const plain = drawn(chart).scene.items.map(({ marks }) => marks.length);
    const [first] = Object.keys(chart.items);
    const own = carried(chart, { type: 'set-item', id: first!, picture: { symbol: 'sun' } });
    expect(drawn(own).scene.items[0]!.marks.length).toBe(plain[0]! + 1);
    const hidden = carried(own, { type: 'set-pictures', pictures: { hidden: true, standIn: 'initials' } });
    expect(drawn(hidden).scene.items.map(({ marks }) => marks.length)).toEqual(plain);
    const stood = drawn(carried(chart, { type: 'set-pictures', pictures: { standIn: 'initials' } })).scene;
    const texts = stood.items.map(({ marks }) => marks.flatMap((mark) => (mark.type === 'text' ? [mark.text] : [])));
    expect(texts[0]).toContain('AF');
    // Nobody is in the third post: a silhouette, which is drawn without letters.
    expect(texts[2]).not.toContain('VP');
    expect(stood.items[2]!.marks.some((mark) => mark.type === 'path' && mark.at)).toBe(true);
  });
});

describe('boxes of a fixed size', () => {
  const { chart } = readAs('org', GARDEN);
  const tierOf = (look: object) => drawn(carried(chart, { type: 'set-tier', tier: 2, look }));

  it('let words shrink down to the limit of their tier, and no further', () => {
    const { items, problems } = tierOf({ sizeRule: 'fixed', width: 70, leastSize: 5 });
    const sizes = items[1]!.set.lines.map(({ size }) => size);
    expect(Math.min(...sizes)).toBeLessThan(items[2]!.look.size * 0.86);
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(5 * 0.86 - 0.01);
    expect(problems.map(({ code }) => code)).not.toContain('cut-text');
  });
  it('say what does not fit even so, and how it can be mended', () => {
    const { items, problems } = tierOf({ heightRule: 'fixed', height: 20, leastSize: 10 });
    const cut = problems.find(({ code }) => code === 'cut-text')!;
    expect(cut.message).toContain('Bo Okonkwo-Lindqvist');
    expect(items[1]!.set.lines.at(-1)!.text).toMatch(/…$/);
    expect(items[1]!.set.height).toBeLessThanOrEqual(20);
    const mended = drawn(
      carried(
        chart,
        { type: 'set-tier', tier: 2, look: { heightRule: 'fixed', height: 20, leastSize: 10 } },
        cut.repairs[0]!.change!,
      ),
    );
    expect(mended.problems.map(({ code }) => code)).not.toContain('cut-text');
  });
  it('are at the least as high as was asked', () => {
    expect(
      tierOf({ heightRule: 'least', height: 200 })
        .items.map(({ size }) => size.height)
        .slice(1),
    ).toEqual([200, 200]);
    expect(tierOf({ heightRule: 'least', height: 12 }).items[1]!.size.height).toBeGreaterThan(20);
  });
});

describe('lines', () => {
  const { chart } = readAs('org', GARDEN);
  const [, second] = Object.keys(chart.items);
  const lines = (...changes: Change[]) => drawn(carried(chart, ...changes)).scene.links.flatMap(({ marks }) => marks);

  it('take the look of their role, and one alone its own', () => {
    const before = lines();
    const role = lines({ type: 'set-role', role: 'reports-to', look: { lineColour: '#aa0000', lineEnd: 'arrow' } });
    expect(role.filter((mark) => mark.type === 'path' && mark.stroke === '#aa0000').length).toBeGreaterThan(0);
    expect(role.length).toBeGreaterThan(before.length);
    const one = lines({ type: 'set-item', id: second!, line: { look: { lineColour: '#00aa00' } } });
    const colours = new Set(one.flatMap((mark) => (mark.type === 'path' && mark.stroke ? [mark.stroke] : [])));
    expect(colours.has('#00aa00')).toBe(true);
    expect(colours.size).toBe(2);
  });
  it('leave a gap at both ends as wide as was asked', () => {
    const ends = (gap: number) => {
      const { scene, links } = drawn(carried(chart, { type: 'set-tier', tier: 1, look: { lineGap: gap } }));
      const d = scene.links.flatMap(({ marks }) => marks).find((mark) => mark.type === 'path')!;
      return { d: d.type === 'path' ? d.d : '', links };
    };
    expect(ends(3).links).toEqual(ends(9).links);
    expect(ends(3).d).not.toBe(ends(9).d);
  });
});
