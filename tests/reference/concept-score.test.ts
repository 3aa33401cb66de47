/**
 * The score of concept maps by J. Novak and D. Gowin, "Learning How to Learn" (1984), chapter 2, figure 2.13: the model
 * map has 14 relationships, 4 levels, 2 cross-links and 4 examples and scores 14 + 4 x 5 + 2 x 10 + 4 = 58 (numbers of the
 * figure from memory; the map here is ours and has the same parts).
 */
import { expect, it } from 'vitest';
import { draw } from '../support/kinds';

const MODEL = `Garden
	[has] Beds
		[hold] Soil
			[is dug by] Worms
				[such as] Lobworm
			[feeds] Roots
		[are edged by] Hedges
			[such as] Yew
	[has] Ponds
		[hold] Water
			[is home of] Newts
				[such as] Great newt
		[are lined with] Clay
	[has] Paths
		[are made of] Shell
		[pass] Benches
		[lead to] Gates
		[are lit by] Lamps
			[such as] Lantern
`;

it('the model map scores 58', () => {
  const list = `${MODEL}Clay\n\t[lies under] Soil\nWater\n\t[seeps into] Roots\n`;
  const { figures } = draw('concept', list, { main: 'Garden' });
  expect(figures['tiers']).toBe(5);
  expect(figures['crossLinks']).toBe(2);
  expect(figures['score']).toEqual({ propositions: 14, levels: 20, crossLinks: 20, examples: 4, total: 58 });
});
