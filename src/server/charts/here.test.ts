import { expect, it } from 'vitest';
import { HERE_MS, hereNow, noteHere } from './here';

const somebody = (window: string, item: string | null = null) => ({ window, name: 'Maud', of: 'a', item });

it('knows who is at a chart, where they are now, and forgets those who say nothing any more', () => {
  noteHere('c', somebody('one'), 0);
  noteHere('c', somebody('two', 'x'), 1_000);
  noteHere('d', somebody('three'), 1_000);
  expect(hereNow('c', 2_000).map(({ window }) => window)).toEqual(['one', 'two']);
  noteHere('c', somebody('one', 'y'), 3_000);
  expect(hereNow('c', 3_000).find(({ window }) => window === 'one')?.item).toBe('y');
  noteHere('c', { ...somebody('two'), left: true }, 4_000);
  expect(hereNow('c', 4_000).map(({ window }) => window)).toEqual(['one']);
  expect(hereNow('c', 3_000 + HERE_MS + 1)).toEqual([]);
  expect(hereNow('nobody')).toEqual([]);
});

it('keeps no more windows than it may, the oldest go first', () => {
  for (let i = 0; i < 300; i++) noteHere('many', somebody(`w${i}`), i);
  const all = hereNow('many', 300);
  expect(all.length).toBeLessThanOrEqual(201);
  expect(all.at(-1)?.window).toBe('w299');
});
