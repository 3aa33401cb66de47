import { expect, it } from 'vitest';
import { emptyChart } from '../../core/chart';
import { Kept } from './kept';

const chart = (title: string) => emptyChart('org', title);

it('keeps charts at one revision each, and those that were written last', () => {
  const kept = new Kept(2, 100);
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

it('keeps no more lines than it may, whatever the number of charts', () => {
  const kept = new Kept(10, 6);
  const lines = (count: number) => ({
    ...chart('Long'),
    items: Object.fromEntries(
      Array.from({ length: count }, (_, i) => [`i${i}`, { id: `i${i}`, parent: null, order: 'a', fields: {} }]),
    ),
  });
  kept.put('a', { revision: 1, value: lines(2) });
  kept.put('b', { revision: 1, value: lines(2) });
  expect(kept.at('a', 1)).toBeDefined();
  kept.put('c', { revision: 1, value: lines(1) });
  expect(kept.at('a', 1)).toBeUndefined();
  expect(kept.last('b')?.revision).toBe(1);
  // One that is longer than all together may be is not kept, and takes the others with it.
  kept.put('d', { revision: 1, value: lines(9) });
  expect(kept.last('d')).toBeUndefined();
});
