import { describe, expect, it } from 'vitest';
import { draw, drawn, overlap, readAs, wordsOnLines } from '../../../../tests/support/kinds';
import { leftOut } from '../../left-out';

const codes = (text: string) => readAs('decision', text).problems.map(({ code }) => code);
const MEET = `Sun?
	yes: Dry?
		yes: Thyme
		no: Wet?
			yes: Reed
			no: Mallow
	no: Clay?
		yes: Wet?
		no: Mallow
`;

describe('a decision tree', () => {
  it('draws steps at which ways meet once', () => {
    const { chart, id, kind } = readAs('decision', MEET);
    const { items, links, standsFor } = drawn(chart);
    expect(items.map(({ name }) => name)).toEqual(['Sun?', 'Dry?', 'Thyme', 'Wet?', 'Reed', 'Mallow', 'Clay?']);
    expect(links.filter(({ to }) => to === id('Wet?')).length).toBe(2);
    expect(Object.values(standsFor).sort()).toEqual([id('Mallow'), id('Wet?')].sort());
    expect(kind.figures(chart, kind.structure(chart))).toMatchObject({
      questions: 4,
      outcomes: 3,
      questionsToOutcome: { fewest: 2, mean: 2.67, most: 3 },
    });
  });
  it('has all boxes of a tier in one size', () => {
    const { items } = draw('decision', MEET);
    for (const tier of [1, 2, 3]) {
      const sizes = items
        .filter((item) => item.tier === tier)
        .map(({ box }) => `${box.width.toFixed(3)} ${box.height.toFixed(3)}`);
      expect(new Set(sizes).size).toBe(1);
    }
  });
  it('can set all outcomes on one last tier', () => {
    const { items } = draw('decision', MEET, { outcomes: 'last' });
    const tiers = (names: readonly string[]) =>
      items.filter(({ name }) => names.includes(name)).map(({ tier }) => tier);
    expect(new Set(tiers(['Thyme', 'Reed', 'Mallow'])).size).toBe(1);
  });

  it.each(['start', 'middle', 'end'])('keeps words at the %s of lines off boxes and each other', (place) => {
    for (const side of ['on', 'before', 'after'])
      for (const direction of ['down', 'right']) {
        const composition = draw('decision', MEET, { words: place, side, direction });
        const all = wordsOnLines(composition);
        expect(all.length).toBe(8);
        for (const [i, one] of all.entries()) {
          for (const other of all.slice(i + 1)) expect(overlap(one, other)).toBe(false);
          for (const { box } of composition.items) expect(overlap(one, box)).toBe(false);
        }
      }
  });
  it('stands words of one tier at one depth', () => {
    const { scene } = draw('decision', 'Q?\n\tyes: A\n\tno: B\n\tperhaps: C');
    const depths = scene.links
      .flatMap(({ marks }) => marks)
      .flatMap((mark) => (mark.type === 'text' ? [mark.y.toFixed(3)] : []));
    expect(new Set(depths).size).toBe(1);
  });
});

describe('numbers on a tree', () => {
  it('are read from an outline: chances, costs and values', () => {
    const { chart, id } = readAs('decision', 'Go?\n\tbuild (60 %) (cost 1,500): Full = € 2.000,50\n\tstay: Same = -3');
    expect(chart.items[id('Full')]!.fields).toEqual({
      name: 'Full',
      answer: 'build',
      chance: '60 %',
      cost: '1,500',
      value: '€ 2.000,50',
    });
    expect(drawn(chart).figures['profile']).toEqual([
      { value: -3, chance: 0.4 },
      { value: 500.5, chance: 0.6 },
    ]);
  });
  it('may be costs, of which the least is best', () => {
    const list = 'Go?\n\tone: A = 20\n\ttwo: B = 10';
    expect(draw('decision', list).figures['best']).toEqual(['one']);
    expect(draw('decision', list, { aim: 'lowest' }).figures).toMatchObject({ best: ['two'], value: 10 });
  });
  it('are not rolled back through a loop, which is drawn back', () => {
    const { chart, problems } = readAs('decision', 'A?\n\tyes: B?\n\t\tagain: A?\n\t\tno: C = 5\n\tno: D = 1');
    expect(problems.find(({ code }) => code === 'loop')!.message).toContain('"A?" – "B?" – "A?"');
    expect(drawn(chart).figures['value']).toBeUndefined();
  });
});

describe('problems of a decision tree', () => {
  it.each([
    ['A?\n\tyes: B', 'one-way-question'],
    ['A?\n\tyes: B\n\tyes: C', 'same-answer'],
    ['A?\n\tyes: B\n\tC', 'no-answer'],
    ['A?\n\tx (50 %): B = 1\n\ty (40 %): C = 2', 'chances-not-one'],
    ['A?\n\tx (50 %): B = 1\n\ty: C = 2', 'chance-missing'],
    ['A?\n\tyes: B = 1\n\tno: C', 'no-value'],
    ['A?\n\tyes: B\n\tno: C\nElse?\n\tyes: D\n\tno: E', 'unreachable'],
    ['Step,Text,From,Answer\n1,A?,,\n2,B,1,yes\n3,C,9,no\n', 'unknown-step'],
    ['Text,From,Answer,Chance\nA?,,,\nB,A?,x,lots\nC,A?,y,\n', 'not-a-number'],
    ['Text,From,Answer,Kind\nA?,,,riddle\nB,A?,x,\nC,A?,y,\n', 'unknown-kind-of-step'],
    ['A?\n\tyes: B?\n\t\tyes: C\n\t\tno: D\n\tno: B?\n\t\tyes: E\n\t\tno: F', 'double'],
    ['Step,Text,From,Answer\n1,A,2,x\n2,B,1,y\n', 'loop'],
  ])('%j: %s', (text, code) => {
    expect(codes(text)).toContain(code);
  });
  it('say what chances add up to', () => {
    const { problems } = readAs('decision', 'A?\n\tx (50 %): B = 1\n\ty (40 %): C = 2');
    expect(problems.find(({ code }) => code === 'chances-not-one')!.message).toContain('90 %');
  });
});

const PLANT = `Lease or buy?
	lease (cost 20000): Demand if leased
		high (0.5): Leased, high = 100000
		low (0.5): Leased, low = 48000
	buy (cost 60000): Demand if bought
		high (0.5): Bought, high = 180000
		low (0.5): Bought, low = 32000
`;

describe('what explains a choice', () => {
  it('stands on the ways: what each is worth after its costs, and the best of these is the one that is emphasised', () => {
    const { scene, chart, kind } = { ...draw('decision', PLANT), ...readAs('decision', PLANT) };
    const words = JSON.stringify(scene!.links);
    // 74,000 - 20,000 and 106,000 - 60,000.
    expect(words).toContain('net 54,000');
    expect(words).toContain('net 46,000');
    const best = kind.shownFigures(chart, kind.structure(chart), {}).find(({ label }) => label === 'Best way')!;
    expect(best.value).toBe('lease');
    expect(best.about).toContain('lease: 54,000. buy: 46,000.');
    expect(kind.says(chart, kind.structure(chart)).join(' ')).toContain('lease: 54,000. buy: 46,000.');
  });

  it.each([
    'buy (cost 900): Much?',
    'buy [cost 900]: Much?',
    'buy (cost: 900): Much?',
    'buy (costs = 900): Much?',
    'buy (price 900): Much?',
    'buy: Much? (cost 900)',
    'buy: Much? [Cost: 900]',
    'buy [60 %] [cost 900]: Much?',
  ])('a cost is read as it is usually written: %s', (line) => {
    const { chart, id } = readAs('decision', `Which?\n\t${line}\n\t\tyes: A = 5\n\t\tno: B = 3\n\tleave: C = 1\n`);
    expect(chart.items[id('Much?')]!.fields).toMatchObject({ answer: 'buy', cost: '900' });
  });

  it('a cost that is not read is reported at its line', () => {
    const { problems } = readAs('decision', 'Which?\n\tbuy, cost 900 a year: A = 5\n\tleave: C = 1\n');
    expect(problems).toContainEqual(expect.objectContaining({ code: 'cost-not-read', line: 2 }));
  });

  it('what is one event comes back from every form', () => {
    const list = PLANT.replace('if leased', 'if leased [event demand]').replace(
      'if bought',
      'if bought [event demand]',
    );
    const { chart, kind } = readAs('decision', list);
    for (const form of ['outline', 'markdown', 'opml', 'csv', 'json'])
      expect(leftOut(kind, chart, form), form).toEqual([]);
    expect(kind.figures(chart, kind.structure(chart))).toHaveProperty('perfectInformationOf.demand');
  });
});
