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
