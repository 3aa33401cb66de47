import { expect, it } from 'vitest';
import { newId } from './ids';

it('ids can not be guessed: 20 signs of 62 by chance, none of them more often than others', () => {
  const ids = Array.from({ length: 5_000 }, () => newId());
  expect(new Set(ids).size).toBe(5_000);
  const counts = new Map<string, number>();
  for (const sign of ids.join('')) counts.set(sign, (counts.get(sign) ?? 0) + 1);
  expect(counts.size).toBe(62);
  for (const id of ids) expect(id).toMatch(/^[0-9A-Za-z]{20}$/);
  // 100,000 signs: each about 1,613 times, with a standard deviation of 40; six of them is as good as never.
  for (const count of counts.values()) expect(Math.abs(count - 100_000 / 62)).toBeLessThan(6 * 40);
});
