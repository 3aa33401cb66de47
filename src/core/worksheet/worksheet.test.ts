import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../tests/support/fonts';
import { readAs } from '../../../tests/support/kinds';
import { outlineOf, parents } from '../../../tests/support/trees';
import type { Chart } from '../chart';
import { type Mark, marksOf, type Scene, wordsAt } from '../scene';
import type { WorksheetAsked } from './asked';
import { worksheetOf } from './worksheet';

const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');
const onA4 = (kind: string, list: string): Chart => {
  const { chart } = readAs(kind, list);
  return { ...chart, page: { ...chart.page, size: 'A4', margin: 28, showTitle: true } };
};
const made = (kind: string, list: string, asked: WorksheetAsked) => worksheetOf(onA4(kind, list), asked, fonts);

/** All that a page says, seen or not. */
const saidOn = ({ title: _, ...scene }: Scene): string =>
  JSON.stringify({
    marks: [...marksOf(scene as Scene)].flatMap(({ mark }) => (mark.type === 'text' ? mark.text : [])),
    items: scene.items.map(({ label }) => label),
    edges: scene.edges.map(({ label }) => label),
    areas: scene.areas.map(({ name }) => name),
    description: scene.description,
  });

const text = (words: string): Mark => ({
  type: 'text',
  x: 0,
  y: 0,
  text: words,
  face: 'text-400',
  size: 10,
  fill: '#000000',
});

describe('words among marks', () => {
  it('are found in one line, in several, and where a word was divided', () => {
    const line: Mark = { type: 'path', d: 'M0 0' };
    expect(wordsAt([line, text('Ann Bo'), text('Head')], 'Ann Bo')).toEqual([1, 2]);
    expect(wordsAt([line, text('Ann'), line, text('Bo')], 'Ann Bo')).toEqual([1, 4]);
    expect(wordsAt([text('Green-'), text('house')], 'Greenhouse')).toEqual([0, 2]);
    expect(wordsAt([text('Ann'), text('Ann')], 'Ann', 1)).toEqual([1, 2]);
    expect(wordsAt([text('Anna')], 'Ann')).toBeUndefined();
    expect(wordsAt([text('Ann')], '')).toBeUndefined();
  });
});

describe('worksheets', () => {
  it('leave the names of a tier blank: nowhere on the sheet, by number in the answers', () => {
    const { versions } = made('org', demo('saltmarsh-garden.txt'), { blank: { tiers: [2] } });
    const [{ blanks, sheets, key }] = versions as [(typeof versions)[0]];
    expect(blanks.length).toBeGreaterThan(3);
    expect(blanks.map(({ number }) => number)).toEqual(blanks.map((_, i) => i + 1));
    const said = sheets.map(({ scene }) => saidOn(scene)).join();
    for (const { answer } of blanks) {
      expect(said).not.toContain(answer);
      expect(key.some(({ scene }) => saidOn(scene).includes(answer))).toBe(true);
    }
    const fields = sheets.flatMap(({ fields }) => fields.map(({ number }) => number));
    expect(new Set(fields)).toEqual(new Set(blanks.map(({ number }) => number)));
  });

  it.each([
    ['concept', 'salt-marsh.txt', { links: true }, 'link'],
    ['decision', 'which-plant.txt', { links: true }, 'link'],
    ['venn', 'visitor-survey.txt', { sets: true }, 'set'],
    ['family', 'founding-family.txt', { tiers: [3] }, 'item'],
  ] as const)('leave words of a %s blank', (kind, file, blank, sort) => {
    const { versions } = made(kind, demo(file), { blank });
    const { blanks, sheets } = versions[0]!;
    expect(blanks.length).toBeGreaterThan(2);
    for (const own of blanks) expect(own.sort).toBe(sort);
    const shown = sheets.map(({ scene }) => saidOn(scene)).join();
    // Words of one letter or two stand in others; a year too.
    for (const { answer } of blanks) if (answer.length > 5) expect(shown).not.toContain(`"${answer}"`);
  });

  it('one seed gives the same sheets, versions differ, and the count is kept', () => {
    const asked: WorksheetAsked = { blank: { tiers: [2, 3, 4], count: 6 }, bank: true, versions: 3, seed: 7 };
    const { versions } = made('org', demo('saltmarsh-garden.txt'), asked);
    const chart = onA4('org', demo('saltmarsh-garden.txt'));
    expect(worksheetOf(chart, asked, fonts)).toEqual(worksheetOf(chart, asked, fonts));
    expect(versions.map(({ name }) => name)).toEqual(['A', 'B', 'C']);
    for (const { blanks } of versions) expect(blanks).toHaveLength(6);
    const answers = versions.map(({ blanks }) => blanks.map(({ answer }) => answer).join());
    expect(new Set(answers).size).toBe(3);
  });

  it('words to choose from are the answers and the wrong words, in another order', () => {
    const { versions } = made('concept', demo('salt-marsh.txt'), {
      blank: { links: true },
      bank: true,
      decoys: ['warms', ' blocks ', ''],
      seed: 3,
    });
    const { bank, blanks } = versions[0]!;
    const answers = blanks.map(({ answer }) => answer);
    expect([...bank].sort()).toEqual([...answers, 'warms', 'blocks'].sort());
    expect(bank.slice(0, answers.length)).not.toEqual(answers);
    const counted = made('org', demo('saltmarsh-garden.txt'), { blank: { tiers: [2] }, bank: true, decoys: 4 });
    const own = counted.versions[0]!;
    expect(own.bank).toHaveLength(own.blanks.length + 4);
  });

  it('everything to be written has room on its page, and none of it lies over another', () => {
    for (const write of ['picture', 'list'] as const)
      for (const [kind, file, blank] of [
        ['org', 'saltmarsh-garden.txt', { tiers: [2, 3] }],
        ['concept', 'salt-marsh.txt', { links: true, tiers: [2] }],
      ] as const)
        for (const { scene, fields } of made(kind, demo(file), { blank, write, bank: true }).versions[0]!.sheets)
          for (const [i, { box }] of fields.entries()) {
            expect(box.x).toBeGreaterThanOrEqual(0);
            expect(box.x + box.width).toBeLessThanOrEqual(scene.width + 0.01);
            expect(box.y + box.height).toBeLessThanOrEqual(scene.height + 0.01);
            if (write === 'list')
              for (const { box: other } of fields.slice(i + 1))
                expect(
                  box.x + box.width <= other.x + 0.01 ||
                    other.x + other.width <= box.x + 0.01 ||
                    box.y + box.height <= other.y + 0.01 ||
                    other.y + other.height <= box.y + 0.01,
                ).toBe(true);
          }
  });

  it('nothing to be left blank gives no sheet', () => {
    expect(made('org', 'Ann\n\tBo\n', { blank: {} }).versions).toEqual([]);
    expect(made('org', 'Ann\n\tBo\n', { blank: { sets: true, links: true, tiers: [9] } }).versions).toEqual([]);
  });

  it('whatever the list says, every blank can be written at, and no answer is left in its own box', () => {
    fc.assert(
      fc.property(parents(14), fc.nat(1000), fc.integer({ min: 1, max: 9 }), (all, seed, count) => {
        const { versions } = made('org', outlineOf(all), { blank: { tiers: [1, 2, 3], count }, seed, bank: true });
        for (const { blanks, sheets } of versions) {
          const fields = new Set(sheets.flatMap(({ fields }) => fields.map(({ number }) => number)));
          expect(fields).toEqual(new Set(blanks.map(({ number }) => number)));
          for (const { scene } of sheets)
            for (const { id, marks } of scene.items) {
              const own = blanks.find((blank) => blank.id === id);
              if (own) expect(wordsAt(marks, own.answer)).toBeUndefined();
            }
        }
      }),
      { numRuns: 40 },
    );
  });
});
