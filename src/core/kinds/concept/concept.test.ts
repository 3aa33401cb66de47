import { describe, expect, it } from 'vitest';
import { draw, drawn, overlap, readAs, wordsOnLines } from '../../../../tests/support/kinds';
import { apply } from '../../chart';
import { graphOf } from './graph';

const codes = (text: string) => readAs('concept', text).problems.map(({ code }) => code);
const MARSH = `? What is a marsh?
Marsh - is flooded by -> Tides
Tides - bring -> Mud
Mud - builds -> Marsh
Marsh - feeds -> Birds
Birds - eat -> Worms
worms - live in -> Mud
`;

describe('a concept map', () => {
  const { chart, id, problems } = readAs('concept', MARSH);
  it('is a graph: lines of one name are one concept, ways may go round', () => {
    const graph = graphOf(chart);
    expect(graph.concepts.map((one) => chart.items[one]!.fields['name'])).toEqual([
      'Marsh',
      'Tides',
      'Mud',
      'Birds',
      'Worms',
    ]);
    expect(graph.propositions.length).toBe(6);
    expect(problems.filter(({ code }) => code === 'folded-name').length).toBe(1);
    expect(chart.arrangement['focus']).toBe('What is a marsh?');
  });
  it('has tiers by the distance from the main idea, found or chosen, or by levels that are stated', () => {
    const tiers = (of: typeof chart) => Object.fromEntries(drawn(of).items.map(({ name, tier }) => [name, tier]));
    expect(tiers(chart)).toEqual({ Marsh: 1, Tides: 2, Birds: 2, Mud: 3, Worms: 3 });
    expect(tiers({ ...chart, arrangement: { main: 'Birds' } })).toMatchObject({ Birds: 1, Worms: 2, Mud: 3, Marsh: 4 });
    const stated = apply(chart, { type: 'edit-fields', id: id('Worms'), fields: { level: '2' } });
    expect(stated.ok && tiers(stated.chart)['Worms']).toBe(2);
  });
  it('tells links that join branches from those that only lead back', () => {
    const cross = drawn(chart).links.filter(({ role }) => role === 'cross-link');
    expect(cross.map(({ label }) => label)).toEqual(['live in']);
  });
  it('renames a concept with all the lines that name it', () => {
    const { kind } = readAs('concept', MARSH);
    const change = kind.writeCell!(chart, id('Mud'), 'name', 'Silt');
    if (typeof change !== 'object') throw new Error('no change');
    const renamed = apply(chart, change);
    if (!renamed.ok) throw new Error(renamed.problem.message);
    expect(Object.values(renamed.chart.items).filter(({ fields }) => fields['name'] === 'Silt').length).toBe(2);
    expect(graphOf(renamed.chart).concepts.length).toBe(5);
  });
});

describe('forms of propositions', () => {
  it.each([
    'Tides - bring -> Mud',
    'Tides -- bring --> Mud',
    'Tides → bring → Mud',
    'Tides | bring | Mud',
    'Tides\tbring\tMud',
    'Tides – bring – Mud',
    'Concept,Linking phrase,Concept\nTides,bring,Mud',
    'From,Phrase,To\nTides,bring,Mud'.replace('Phrase', 'Link'),
    'Tides\n\t[bring] Mud',
    'Tides\n\t(bring) Mud',
  ])('%j', (text) => {
    const { chart } = readAs('concept', text);
    expect(drawn(chart).links).toMatchObject([{ label: 'bring' }]);
    expect(drawn(chart).items.map(({ name }) => name)).toEqual(['Tides', 'Mud']);
  });
  it('do not take a hyphen inside a word for a dash', () => {
    expect(draw('concept', 'Salt-loving plants - such as -> Sea-lavender').items.map(({ name }) => name)).toEqual([
      'Salt-loving plants',
      'Sea-lavender',
    ]);
  });
});

describe('linking phrases', () => {
  const BIG = Array.from(
    { length: 24 },
    (_, i) => `Idea ${Math.floor(i / 3)} - leads on in quite a few words to -> Idea ${i + 1}`,
  ).join('\n');
  it.each(['rows', 'columns', 'rings'])('touch no box and no other phrase, tiers in %s', (layout) => {
    for (const list of [MARSH.replace(/^\?.*\n/, ''), BIG]) {
      const composition = draw('concept', list, { layout });
      expect(composition.problems.map(({ code }) => code)).not.toContain('rings-too-full');
      const all = wordsOnLines(composition);
      expect(all.length).toBeGreaterThan(5);
      for (const [i, one] of all.entries()) {
        for (const other of all.slice(i + 1)) expect(overlap(one, other)).toBe(false);
        for (const { box } of composition.items) expect(overlap(one, box)).toBe(false);
      }
    }
  });
});

describe('problems of a concept map', () => {
  it.each([
    ['A - is -> B\nC - is -> D', 'unlinked'],
    ['A -> B\nA - is -> C', 'no-phrase'],
    ['A - is -> B\nA - is -> B', 'same-proposition'],
    ['A - is -> B\nA - likes -> a', 'self-link'],
    ['A - is -> B\njust words', 'no-proposition'],
    ['From,Link,Concept,Level\nA,is,B,two\n', 'not-a-number'],
  ])('%j: %s', (text, code) => {
    expect(codes(text)).toContain(code);
  });
});
