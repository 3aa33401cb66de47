/** Laws that every kind keeps, whatever its list. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawn, linesThroughBoxes, overlaps, readAs } from '../../../tests/support/kinds';
import { apply } from '../chart';
import { offersFor } from '../offers';
import { readList } from '../read';
import { writeList } from '../write';
import { type Kind, kindOf, kinds, notDrawn } from '.';

const word = fc.constantFrom(
  'Ferns',
  'Mud',
  'Ånna Bø',
  'A very long name with many words in it',
  'x',
  'Tides',
  'Salt',
  'Oke',
);
const indent = (levels: readonly number[]) => {
  let last = -1;
  return levels.map((level) => (last = Math.min(level, last + 1)));
};
const outline = (line: fc.Arbitrary<string>) =>
  fc.array(fc.tuple(fc.nat(3), line), { minLength: 1, maxLength: 14 }).map((rows) => {
    const levels = indent(rows.map(([level]) => level));
    return rows.map(([, text], i) => `${'\t'.repeat(levels[i]!)}${text}`).join('\n');
  });

/** Lists of each kind as people may write them, good and bad. */
const lists: Readonly<Record<string, fc.Arbitrary<string>>> = {
  org: outline(fc.tuple(word, word).map(([a, b]) => `${a} | ${b}`)),
  family: outline(
    fc
      .tuple(
        fc.constantFrom('', '', '+ '),
        word,
        fc.option(fc.integer({ min: 1800, max: 1999 })),
        fc.constantFrom('', ', adopted', ', f'),
      )
      .map(([plus, name, year, more]) => `${plus}${name}${year === null ? '' : ` (${year}–${more})`}`),
  ),
  decision: outline(
    fc
      .tuple(fc.constantFrom('yes: ', 'no: ', 'maybe (40 %): ', 'so (60 %) (cost 20): ', ''), word, fc.boolean())
      .map(([answer, text, valued]) => `${answer}${text}${valued ? ` = ${text.length * 10}` : ''}`),
  ),
  concept: fc
    .array(fc.tuple(word, fc.constantFrom('bring', 'is a kind of', 'such as'), word), { minLength: 1, maxLength: 14 })
    .map((rows) => rows.map((row) => row.join(' - ').replace(/ - ([^-]*)$/, ' -> $1')).join('\n')),
  venn: fc
    .array(fc.tuple(fc.nat(60), fc.subarray(['Bees', 'Pond', 'Paths', 'Seeds', 'Tools'])), {
      minLength: 1,
      maxLength: 12,
    })
    .map((rows) => rows.map(([n, sets]) => `Item ${n}: ${sets.join(', ')}`).join('\n')),
};

/** Any of a kind's choices of a few. */
const choices = (kind: Kind) =>
  fc.record(
    Object.fromEntries(
      kind.choices.flatMap((choice) =>
        choice.type === 'choice' ? [[choice.key, fc.constantFrom(...choice.options.map(({ value }) => value))]] : [],
      ),
    ),
  );

/** Rows in any order: some kinds say the same whichever line comes first. */
const rows = (csv: string) => csv.split('\r\n').sort();

for (const kind of kinds) {
  const list = lists[kind.id]!;
  const runs = kind.draws.sets ? 20 : 60; // Regions of ellipses take their time.
  describe(kind.words.name, () => {
    it('draws whatever its list says without two boxes that overlap', () => {
      fc.assert(
        fc.property(list, choices(kind), (text, arrangement) => {
          const composition = drawn(readAs(kind.id, text, arrangement).chart);
          expect(overlaps(composition)).toEqual([]);
          for (const { box } of composition.items) {
            expect(Number.isFinite(box.x + box.y + box.width + box.height)).toBe(true);
            expect(box.x).toBeGreaterThanOrEqual(-0.01);
            expect(box.y).toBeGreaterThanOrEqual(-0.01);
            expect(box.x + box.width).toBeLessThanOrEqual(composition.page.width + 0.01);
            expect(box.y + box.height).toBeLessThanOrEqual(composition.page.height + 0.01);
          }
        }),
        { numRuns: runs },
      );
    });

    it('leads no line through a box', () => {
      fc.assert(
        fc.property(list, choices(kind), (text, arrangement) => {
          const composition = drawn(readAs(kind.id, text, arrangement).chart);
          // On rings lines are straight from box to box.
          if (composition.scene.axis !== 'rings') expect(linesThroughBoxes(composition)).toEqual([]);
        }),
        { numRuns: runs },
      );
    });

    it('reads its own outline and table back the same', () => {
      fc.assert(
        fc.property(list, (text) => {
          const first = readAs(kind.id, text).chart;
          const once = readAs(kind.id, kind.writeOutline(first)).chart;
          const twice = readAs(kind.id, kind.writeOutline(once)).chart;
          expect(kind.writeOutline(twice)).toBe(kind.writeOutline(once));
          const csv = (chart: typeof first) => writeList(kind, 'csv', chart);
          const table = readAs(kind.id, csv(once), {}, 'csv').chart;
          const again = readAs(kind.id, csv(table), {}, 'csv').chart;
          expect(rows(csv(again))).toEqual(rows(csv(table)));
          expect(kind.structure(table).order.length).toBe(kind.structure(once).order.length);
        }),
        { numRuns: runs },
      );
    });

    it('has samples of every form that it recognises and is surest of', () => {
      for (const form of kind.forms) {
        const read = readList(kind, form.sample);
        expect(read.ok && read.list.form).toBe(form.id);
        expect(offersFor(form.sample)[0]!.kind.id).toBe(kind.id);
        if (read.ok) expect(read.list.problems).toEqual([]);
        expect(readAs(kind.id, form.sample).problems.filter(({ severity }) => severity === 'error')).toEqual([]);
      }
    });

    it('offers repairs that can be carried out, and figures that explain themselves', () => {
      fc.assert(
        fc.property(list, (text) => {
          const { chart, problems } = readAs(kind.id, text);
          for (const { repairs, message } of problems) {
            expect(message.length).toBeGreaterThan(10);
            for (const { change, label } of repairs) {
              expect(label).not.toBe('');
              const applied = apply(chart, change);
              expect(applied.ok || applied.problem.message).toBe(true);
            }
          }
          const structure = kind.structure(chart);
          for (const { about } of kind.shownFigures(chart, structure, {})) expect(about).toMatch(/[.!?]$/);
          JSON.stringify(kind.figures(chart, structure));
        }),
        { numRuns: runs },
      );
    });

    it('can be looked at as every other kind, and says what is not drawn then', () => {
      for (const form of kind.forms) {
        const { chart } = readAs(kind.id, form.sample);
        for (const other of kinds) {
          expect(() => drawn({ ...chart, kind: other.id })).not.toThrow();
          if (other !== kind) for (const lost of notDrawn(other, chart)) expect(lost).not.toBe('');
        }
      }
    });
  });
}

describe('what a list can become', () => {
  it('says what is missing where it can not become a kind', () => {
    const offers = offersFor('Ann | Head\n\tBo | Lead\n\tCy | Lead');
    expect(offers[0]!.kind.id).toBe('org');
    expect(offers.find(({ kind }) => kind.id === 'concept')!.fitness).toEqual({
      sure: 0,
      why: expect.stringContaining('linking phrase between two ideas'),
    });
  });
  it('keeps a file of one form for the kind that reads it', () => {
    const gedcom = kindOf('family')!.forms.find(({ id }) => id === 'gedcom')!.sample;
    expect(
      offersFor(gedcom)
        .filter(({ fitness }) => fitness.sure > 0)
        .map(({ kind }) => kind.id),
    ).toEqual(['family']);
  });
});
