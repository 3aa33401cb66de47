import { expect, it } from 'vitest';
import { emptyChart } from '../../core/chart';
import { bytesOf, Kept } from './kept';

const chart = (title: string) => emptyChart('org', title);

it('keeps charts at one revision each, and those that were written last', () => {
  const kept = new Kept(2, 1_000_000);
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

const lines = (count: number) => ({
  ...chart('Long'),
  items: Object.fromEntries(
    Array.from({ length: count }, (_, i) => [
      `i${i}`,
      { id: `i${i}`, parent: null, order: 'a', fields: { name: 'Ann' } },
    ]),
  ),
});

it('keeps no more bytes than it may, whatever the number of charts', () => {
  const one = bytesOf(lines(100));
  const kept = new Kept(10, 3 * one);
  kept.put('a', { revision: 1, value: lines(100) });
  kept.put('b', { revision: 1, value: lines(100) });
  kept.put('c', { revision: 1, value: lines(100) });
  expect(kept.at('a', 1)).toBeDefined();
  expect(kept.bytes).toBe(3 * one);
  kept.put('d', { revision: 1, value: lines(50) });
  expect(kept.at('a', 1)).toBeUndefined();
  expect(kept.last('b')?.revision).toBe(1);
  // One that is longer than all together may be is not kept, and takes the others with it.
  kept.put('e', { revision: 1, value: lines(900) });
  expect([kept.last('e'), kept.bytes]).toEqual([undefined, 0]);
});

it('weighs a chart by its rows', () => {
  expect(bytesOf(lines(1_000)) / bytesOf(lines(100))).toBeGreaterThan(5);
});
