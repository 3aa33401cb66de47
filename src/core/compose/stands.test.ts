/** How a chart stands is kept with it, and kept to while that is as good as any. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { carried, readAs } from '../../../tests/support/kinds';
import { outlineOf, parents } from '../../../tests/support/trees';
import { advance, type Change, type Chart, chartSchema, defaultPage, type Timeline } from '../chart';
import { compose, prepare } from '.';

const WANTED = 9;
const onPage = (kind: string, list: string): Chart => ({ ...readAs(kind, list).chart, page: { ...defaultPage } });
const standing = (chart: Chart): Chart => {
  const { stands } = compose(chart, fonts);
  return stands ? carried(chart, { type: 'stand', stands }) : chart;
};
const DEMOS = [
  ['org', 'saltmarsh-garden.txt'],
  ['family', 'founding-family.txt'],
  ['decision', 'which-plant.txt'],
  ['concept', 'salt-marsh.txt'],
  ['venn', 'visitor-survey.txt'],
] as const;

describe('how a chart stands', () => {
  it('is the same again once it is kept with the chart, for every kind', () => {
    for (const [kind, file] of DEMOS) {
      const chart = standing(onPage(kind, readFileSync(`demo/${file}`, 'utf8')));
      expect(compose(chart, fonts).stands).toEqual(chart.stands);
      expect(chartSchema.parse(chart)).toEqual(chart);
    }
  });

  it('stays while nothing else is clearly better, and is never much smaller than the best', () => {
    fc.assert(
      fc.property(
        parents(30),
        fc.nat(),
        fc.string({ minLength: 1, maxLength: 30, unit: 'grapheme-ascii' }),
        (all, at, name) => {
          const chart = standing(onPage('org', outlineOf(all)));
          const ids = Object.keys(chart.items);
          const id = ids[at % ids.length]!;
          const edited = carried(chart, { type: 'edit-fields', id, fields: { name: `${name} x` } });
          const { page, stands } = compose(edited, fonts);
          const { stands: _stands, ...anew } = edited;
          const best = compose(anew, fonts);
          expect(page.smallestText!).toBeGreaterThanOrEqual(0.9 * Math.min(WANTED, best.page.smallestText!));
          if (JSON.stringify(stands) === JSON.stringify(chart.stands)) return;
          // It was left for something that is larger, or more even.
          const before = compose({ ...edited, stands: chart.stands }, fonts, {}).page;
          expect(page.smallestText! >= before.smallestText! || page.even! >= before.even!).toBe(true);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('typing a name letter by letter sets no branch anew more than once', () => {
    let chart = standing(onPage('org', readFileSync('demo/saltmarsh-garden.txt', 'utf8')));
    const id = Object.values(chart.items).find(({ fields }) => fields['name'] === 'Dov Pennick')!.id;
    let ways = JSON.stringify(chart.stands!.tree);
    let turns = 0;
    const name = 'Dov Pennick of the Propagation Benches';
    for (let letters = 11; letters <= name.length; letters += 3) {
      chart = standing(carried(chart, { type: 'edit-fields', id, fields: { name: name.slice(0, letters) } }));
      const now = JSON.stringify(chart.stands!.tree);
      if (now !== ways) turns++;
      ways = now;
    }
    expect(turns).toBeLessThanOrEqual(1);
  });

  it('is left where something else is clearly better', () => {
    const few = standing(onPage('org', 'Top\n\tA\n\tB\n\tC'));
    const many = carried(few, {
      type: 'add-items',
      items: Array.from({ length: 40 }, (_, i) => ({
        id: `new${i}`,
        parent: Object.keys(few.items)[1]!,
        fields: { name: `Person ${i}` },
      })),
    });
    const { page, stands } = compose(many, fonts);
    expect(stands).not.toEqual(few.stands);
    const { stands: _stands, ...anew } = many;
    expect(page.smallestText!).toBeGreaterThanOrEqual(0.95 * Math.min(WANTED, compose(anew, fonts).page.smallestText!));
  });

  it('what cannot be read of it, or is about lines that are gone, is as if it were not there', () => {
    const chart = onPage('org', 'Top\n\tA\n\tB\n\tC');
    const odd = { by: [], tree: { tiers: ['what:x'], ways: { gone: 'stack' }, loose: false, shelves: 1 } };
    const set = carried(chart, { type: 'stand', stands: odd });
    expect(compose(set, fonts).page.smallestText).toBeGreaterThan(5);
    const other = carried(set, { type: 'set-kind', kind: 'concept' });
    expect(compose(other, fonts).page.smallestText).toBeGreaterThan(5);
  });

  it('is no step to undo, and leaves what can be undone and redone as it is', () => {
    const chart = onPage('org', 'Top\n\tA');
    const [id] = Object.keys(chart.items) as [string];
    const start: Timeline = { chart, undo: [], redo: [] };
    const step = (timeline: Timeline, change: Change, origin: 'do' | 'undo' = 'do') => {
      const so = advance(timeline, { change, origin });
      if (!so.ok) throw new Error(so.problem.message);
      return so.timeline;
    };
    const edited = step(start, { type: 'edit-fields', id, fields: { name: 'Other' } });
    const stands = { by: [1, 0.82] };
    const stood = step(edited, { type: 'stand', stands });
    expect(stood.chart).toEqual({ ...edited.chart, stands });
    expect(stood.undo).toEqual(edited.undo);
    const undone = step(stood, stood.undo.at(-1)!, 'undo');
    expect(undone.chart).toEqual({ ...chart, stands });
    expect(step(undone, { type: 'stand', stands: { by: [1] } }).redo).toEqual(undone.redo);
  });
});

describe('words closer to the edges of their boxes', () => {
  const garden = onPage('org', readFileSync('demo/saltmarsh-garden.txt', 'utf8'));
  it('only where the page is too small for the wanted size otherwise', () => {
    expect(compose(garden, fonts).settled!.snug).toBe(true);
    expect(compose({ ...garden, page: { ...garden.page, size: 'A2' } }, fonts).settled!.snug).toBeUndefined();
    expect(compose(onPage('org', 'Top\n\tA\n\tB'), fonts).settled!.snug).toBeUndefined();
  });

  it('never in a tier where somebody set how close they stand, or how wide boxes are', () => {
    const inner = (chart: Chart) => prepare(chart, fonts).worded.find(({ tier }) => tier === 4)!.look.inner;
    expect(inner(garden)).toBeLessThan(7);
    for (const look of [{ inner: 7 }, { width: 140 }])
      expect(inner(carried(garden, { type: 'set-tier', tier: 4, look }))).toBe(7);
  });
});
