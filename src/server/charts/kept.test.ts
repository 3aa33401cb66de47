import { expect, it } from 'vitest';
import { emptyChart } from '../../core/chart';
import { Kept } from './kept';

const chart = (title: string) => emptyChart('org', title);

it('keeps charts at one revision each, and those that were written last', () => {
  const kept = new Kept(2);
  kept.put('a', { revision: 1, value: chart('A1') });
  kept.put('b', { revision: 1, value: chart('B1') });
  kept.put('a', { revision: 2, value: chart('A2') });
  // Another server has changed it since.
  expect(kept.at('a', 3)).toBeUndefined();
  expect(kept.at('a', 2)?.title).toBe('A2');
  kept.put('c', { revision: 1, value: chart('C1') });
  expect(kept.at('b', 1)).toBeUndefined();
  expect(kept.at('a', 2)?.title).toBe('A2');
  kept.drop('a');
  expect(kept.at('a', 2)).toBeUndefined();
});
