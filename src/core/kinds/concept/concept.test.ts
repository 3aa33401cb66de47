import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fonts } from '../../../../tests/support/fonts';
import { draw, drawn, overlap, readAs, wordsOnLines } from '../../../../tests/support/kinds';
import { apply, type Chart, defaultPage } from '../../chart';
import { type Composition, compose } from '../../compose';
import { leftOut } from '../../left-out';
import { offersFor } from '../../offers';
import { writeList } from '../../write';
import { kindOf } from '..';
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
  it.each(['rows', 'columns', 'rings', 'free'])('touch no box and no other phrase, tiers in %s', (layout) => {
    for (const list of [MARSH.replace(/^\?.*\n/, ''), BIG]) {
      const composition = draw('concept', list, { layout });
      expect(composition.problems.map(({ code }) => code)).not.toEqual(
        expect.arrayContaining([expect.stringMatching(/too-full/)]),
      );
      const all = wordsOnLines(composition);
      expect(all.length).toBeGreaterThan(5);
      for (const [i, one] of all.entries()) {
        for (const other of all.slice(i + 1)) expect(overlap(one, other)).toBe(false);
        for (const { box } of composition.items) expect(overlap(one, box)).toBe(false);
      }
    }
  });
});

describe('rings and free places', () => {
  const onPage = (layout: string, page: Partial<Chart['page']> = {}) => {
    const { chart } = readAs('concept', readFileSync('demo/salt-marsh.txt', 'utf8'), { layout });
    return compose({ ...chart, page: { ...defaultPage, ...page } }, fonts);
  };
  const middles = ({ items }: Composition, tier: number) =>
    items
      .filter((item) => item.tier === tier)
      .map(({ box }) => [box.x + box.width / 2, box.y + box.height / 2] as const);

  it('put the concepts of a tier on one ellipse round the main idea', () => {
    const composition = onPage('rings');
    const [[x, y] = [0, 0]] = middles(composition, 1);
    // Of an ellipse with its axes along the page, one number says the proportion and one the size: two points fix both.
    for (const tier of [2, 3]) {
      const squares = middles(composition, tier).map(([a, b]) => [(a - x) ** 2, (b - y) ** 2] as const);
      const flat = solvedFlat(squares);
      const radii = squares.map(([dx, dy]) => Math.sqrt(dx / flat + dy * flat));
      for (const radius of radii) expect(Math.abs(radius / radii[0]! - 1)).toBeLessThan(0.01);
    }
  });
  it.each(['rings', 'free'])('%s take the proportions of the page, lying and standing', (layout) => {
    for (const orientation of ['landscape', 'portrait'] as const)
      expect(onPage(layout, { orientation }).page.filled).toBeGreaterThan(0.75);
  });
  it('print larger free than the same map in circles would', () => {
    expect(onPage('free').page.smallestText).toBeGreaterThan(9);
  });
});

/** How much wider than high ellipses are that go through points, from the two that differ most in direction. */
function solvedFlat(squares: readonly (readonly [number, number])[]): number {
  const sorted = squares.toSorted(([ax, ay], [bx, by]) => ax / (ax + ay) - bx / (bx + by));
  const [[ax, ay], [bx, by]] = [sorted[0]!, sorted.at(-1)!];
  // dx / f + dy * f is the same at both: f^2 = (bx - ax) / (ay - by).
  return Math.sqrt((bx - ax) / (ay - by));
}

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

describe('arrows of every usual form', () => {
  const says = (list: string) => {
    const { kind, chart } = readAs('concept', list);
    return kind.inClass.statements(chart).map(({ from, phrase, to }) => [from, phrase, to].join(' | '));
  };
  it.each([
    ['A -> B', ['A |  | B']],
    ['A => B', ['A |  | B']],
    ['A → B', ['A |  | B']],
    ['A ⇒ B', ['A |  | B']],
    ['A <- B', ['B |  | A']],
    ['A ← B', ['B |  | A']],
    ['A <-> B', ['A |  | B', 'B |  | A']],
    ['A ↔ B', ['A |  | B', 'B |  | A']],
    ['A -needs-> B', ['A | needs | B']],
    ['A - needs -> B', ['A | needs | B']],
    ['A --needs--> B', ['A | needs | B']],
    ['A <-needs- B', ['B | needs | A']],
    ['A <- needs - B', ['B | needs | A']],
    ['A <-touches-> B', ['A | touches | B', 'B | touches | A']],
    ['A -> B: needs', ['A | needs | B']],
    ['A <-> B: touches', ['A | touches | B', 'B | touches | A']],
    ['Salt-loving plants -> Mud-flats', ['Salt-loving plants |  | Mud-flats']],
  ] as const)('%s', (line, expected) => {
    expect(says(`${line}\nC -> D\nC -> E\n`).slice(0, expected.length)).toEqual(expected);
  });
  it('an outline has phrases before a colon, and a concept that is named twice is one', () => {
    const { chart, items } = {
      ...readAs('concept', 'Plants\n\tneeds: Sunlight\n\tmake: Sugar\n\t\tcomes from: Sunlight\n', {}, 'outline'),
      ...draw('concept', 'Plants\n\tneeds: Sunlight\n\tmake: Sugar\n\t\tcomes from: Sunlight\n'),
    };
    expect(Object.values(chart.items).map(({ fields }) => fields['phrase'])).toEqual([
      undefined,
      'needs',
      'make',
      'comes from',
    ]);
    expect(items.map(({ name }) => name).sort()).toEqual(['Plants', 'Sugar', 'Sunlight']);
  });
});

describe('columns of links', () => {
  const TABLE = `From,Phrase,To,Type,Weight,Definition
Marsh,is flooded by,Tides,cause,0.8,Rise and fall
Tides,bring,Mud,cause,0.5,
Mud,builds up,Marsh,feedback,1,
`;
  const kind = kindOf('concept')!;
  const labels = (arrangement: Record<string, string>, text = TABLE) =>
    compose(readAs('concept', text, arrangement).chart, fonts).links.map(({ label }) => label);
  it('are kept on the links, shown by choice, and written back', () => {
    const { chart } = readAs('concept', TABLE);
    expect(offersFor(TABLE)[0]).toMatchObject({ kind: { id: 'concept' }, fitness: { sure: 0.95 } });
    expect(labels({})).toEqual(['is flooded by', 'bring', 'builds up']);
    expect(labels({ onLines: 'all' })).toEqual([
      'is flooded by (cause, 0.8)',
      'bring (cause, 0.5)',
      'builds up (feedback, 1)',
    ]);
    expect(compose(chart, fonts).links[0]!.fields).toEqual({ Type: 'cause', Weight: '0.8' });
    expect(writeList(kind, 'csv', chart)).toContain('Marsh,is flooded by,Tides,cause,0.8,Rise and fall');
    for (const form of ['csv', 'opml', 'json', 'graphml']) expect(leftOut(kind, chart, form)).toEqual([]);
    for (const form of ['outline', 'markdown', 'skos'])
      expect(leftOut(kind, chart, form).slice(0, 2)).toEqual(['"Type" of 3 concepts', '"Weight" of 3 concepts']);
  });
  it('a sign stands for the phrase where there is none', () => {
    const text = 'Concept A,Concept B,Polarity\nRain,Flow,+\nFlow,Rain,-\n';
    expect(labels({}, text)).toEqual(['+', '-']);
    expect(offersFor(text)[0]).toMatchObject({ kind: { id: 'concept' }, fitness: { sure: 0.95 } });
    expect(leftOut(kind, readAs('concept', text).chart, 'opml')).toEqual([]);
  });
  it('come from graphs as well', () => {
    const graph =
      '{"nodes":[{"id":"a","name":"Rain"},{"id":"b","name":"Flow"}],"links":[{"source":"a","target":"b","label":"raises","weight":2}]}';
    expect(labels({ onLines: 'all' }, graph)).toEqual(['raises (2)']);
  });
});
