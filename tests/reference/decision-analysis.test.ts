/**
 * Rolled-back values of published decision trees: the oil wildcatter of H. Raiffa, "Decision Analysis" (1968), and the
 * condominium complex of D. Anderson, D. Sweeney, T. Williams, "Quantitative Methods for Business", chapter on decision
 * analysis (numbers of both from memory; millions of dollars in the second).
 */
import { describe, expect, it } from 'vitest';
import { draw } from '../support/kinds';

const WILDCATTER = `Drill or not?
	drill (cost 70000): What is down there?
		dry (0.5): Dry = 0
		wet (0.3): Wet = 120000
		soaking (0.2): Soaking = 270000
	do not drill: Nothing = 0
`;
const CONDOMINIUM = `Which size?
	small: Demand
		strong (0.8): Small, strong = 8
		weak (0.2): Small, weak = 7
	medium: Demand
		strong (0.8): Medium, strong = 14
		weak (0.2): Medium, weak = 5
	large: Demand
		strong (0.8): Large, strong = 20
		weak (0.2): Large, weak = -9
`;

describe('published decision trees', () => {
  it("Raiffa's wildcatter drills for 20,000, and certain knowledge would be worth 35,000", () => {
    const { figures } = draw('decision', WILDCATTER);
    expect(figures['value']).toBeCloseTo(20_000, 6);
    expect(figures['best']).toEqual(['drill']);
    // 0.3 x 50,000 + 0.2 x 200,000 = 55,000 with it, 20,000 without.
    expect(figures['perfectInformation']).toBeCloseTo(35_000, 6);
  });

  it('the condominium is built large for 14.2, and certain knowledge of the demand would be worth 3.2', () => {
    const { figures, items } = draw('decision', CONDOMINIUM);
    expect(figures['value']).toBeCloseTo(14.2, 9);
    expect(figures['best']).toEqual(['large']);
    expect(figures['perfectInformation']).toBeCloseTo(3.2, 9);
    const values = figures['values'] as Record<string, number>;
    const demand = items.filter(({ name }) => name === 'Demand').map(({ id }) => values[id]!);
    expect(demand.map((value) => Math.round(value * 10) / 10)).toEqual([7.8, 12.2, 14.2]);
    expect(figures['profile']).toEqual([
      { value: -9, chance: 0.2 },
      { value: 20, chance: 0.8 },
    ]);
  });
});

// Two plants, demand high or low; worked by hand. Knowing the demand: 0.6 x 200 + 0.4 x 60 = 144, without it 120 (large).
const plant = (other: string) => `Which plant?
	large: High demand?
		high (0.6): Large, high = 200
		low (0.4): Large, low = 0
	small: ${other}
		high (0.6): Small, high = 90
		low (0.4): Small, low = 60
`;
// A test for 5, then building: P(high) = 0.5 x 0.8 + 0.5 x 0.2 = 0.5 with and without it; worked by hand.
const TEST = `Test the market first?
	test (cost 5): What does the test say?
		good (0.5): Build after a good test?
			build: Demand [event demand]
				high (0.8): Much sold = 100
				low (0.2): Little sold = -50
			leave: Nothing, good test = 0
		bad (0.5): Build after a bad test?
			build: Demand then [event demand]
				high (0.2): Much sold all the same = 100
				low (0.8): Little sold at last = -50
			leave: Nothing, bad test = 0
	no test: Build?
		build: Demand without a test [event demand]
			high (0.5): Sold much = 100
			low (0.5): Sold little = -50
		leave: Nothing at all = 0
`;

describe('chances that are one event (definitions of D. Anderson, D. Sweeney, T. Williams; figures worked by hand)', () => {
  it('by their name, or by the column event', () => {
    const figures = (list: string) => draw('decision', list).figures;
    expect(figures(plant('High demand?'))['perfectInformation']).toBeCloseTo(24, 9);
    expect(
      figures(
        plant('Is demand strong? [event High demand?]').replace(
          'large: High demand?',
          'large: High demand? [event High demand?]',
        ),
      )['perfectInformation'],
    ).toBeCloseTo(24, 9);
    // Taken for independent: (120 + 80 by the better of each) ... by all four combinations.
    const apart = 0.6 * 0.6 * 200 + 0.6 * 0.4 * 200 + 0.4 * 0.6 * 90 + 0.4 * 0.4 * 60 - 120;
    expect(figures(plant('Is demand strong?'))['perfectInformation']).toBeCloseTo(apart, 9);
    expect(draw('decision', plant('Is demand strong?')).problems.map(({ code }) => code)).toContain('one-event');
  });

  it('behind a test, with other chances there', () => {
    const { figures, problems } = draw('decision', TEST);
    // With the test: 0.5 x (0.8 x 100 - 0.2 x 50) - 5 = 30; without: 0.5 x 100 - 0.5 x 50 = 25.
    expect(figures['value']).toBeCloseTo(30, 9);
    // Knowing the demand nobody tests: 0.5 x 100 = 50.
    expect(figures['perfectInformationOf']).toMatchObject({ demand: 20 });
    expect(figures['perfectInformation']).toBeCloseTo(20, 9);
    expect(problems.map(({ code }) => code)).not.toContain('event-chances-differ');
  });

  it('are not guessed where two ways disagree', () => {
    const { figures, problems } = draw(
      'decision',
      TEST.replace('high (0.5)', 'high (0.7)').replace('low (0.5)', 'low (0.3)'),
    );
    expect(figures['perfectInformation']).toBeUndefined();
    expect(problems.map(({ code }) => code)).toContain('event-chances-differ');
  });
});
