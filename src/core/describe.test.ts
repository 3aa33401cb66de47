import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, describe as group, it } from 'vitest';
import { readAs } from '../../tests/support/kinds';
import { outlineOf, parents } from '../../tests/support/trees';
import { describe } from './describe';

const said = (kindId: string, list: string) => {
  const { kind, chart } = readAs(kindId, list);
  return describe(kind, chart, kind.structure(chart));
};
const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');

group('a chart in words', () => {
  it('an org chart: who is at the top, its branches with how many each has, what is vacant', () => {
    expect(said('org', demo('saltmarsh-garden.txt'))).toBe(
      'Org chart: 40 posts in 4 tiers. Tier by tier: 2, 7, 14, 17. At the top: Oriel Tansley and Wren Abernethy-Cole. Under Oriel Tansley: Piet Marrable (13 below), Maud Ferrow (6 below), Callum Bryde (7 below) and Greta Hollis (3 below). One post has up to 5 directly under it, 2.7 on average. 3 posts are vacant.',
    );
  });

  it('a family: its first generation, its couples', () => {
    const text = said('family', demo('founding-family.txt'));
    expect(text).toContain('The first generation: Ambrose Tansley and Lavinia Reedmace.');
    expect(text).toContain('8 couples');
  });

  it('decisions: where they begin, and the best way', () => {
    const text = said('decision', demo('second-glasshouse.txt'));
    expect(text).toContain('2 questions, 2 chances and 6 outcomes.');
    expect(text).toContain('It begins with "Build a second glasshouse?"');
    expect(text).toContain('The best way, for the highest value: "build large"; it is worth 38,000 on average.');
  });

  it('a concept map: the question it answers, and its propositions whole', () => {
    const text = said('concept', demo('salt-marsh.txt'));
    expect(text).toContain('It answers: How does a salt marsh work?');
    expect(text).toContain('17 propositions: ');
    expect(text).toContain('3 links run across.');
  });

  it('sets: region by region, items by name, counts by number', () => {
    const text = said('venn', demo('volunteers.csv'));
    expect(text).toContain('Sets: First aid, Pruning and Guiding.');
    expect(text).toContain('First aid and Pruning: Elka Brandreth and Joss Arkwell.');
    expect(text).toContain('In none: Tamsin Quell.');
    expect(said('venn', demo('visitor-survey.txt'))).toContain('only Glasshouse: 85; ');
  });

  it('is said of one line, and of thousands in as few words as are still listened to', () => {
    expect(said('org', 'Oriel Tansley')).toBe('Org chart: 1 post in 1 tier. At the top: Oriel Tansley.');
    const many = Array.from({ length: 2_000 }, (_, i) => `${'\t'.repeat(i === 0 ? 0 : 1 + (i % 3))}Person ${i}`).join(
      '\n',
    );
    expect(said('org', many).length).toBeLessThan(1_500);
  });

  it('every kind says something of any tree, whole sentences', () => {
    fc.assert(
      fc.property(parents(25), fc.constantFrom('org', 'family', 'decision', 'concept'), (all, kindId) => {
        const text = said(kindId, outlineOf(all));
        expect(text).toMatch(/^[A-Z].*[.!?]$/s);
        expect(text).not.toMatch(/undefined|NaN|\[object|\(0 below\)/);
      }),
      { numRuns: 60 },
    );
  });
});
