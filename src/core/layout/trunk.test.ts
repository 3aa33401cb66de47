import { expect, it } from 'vitest';
import { withoutRepeats } from './trunk';

it('draws a shared trunk once', () => {
  const ways = withoutRepeats([
    [
      [50, 0],
      [50, 10],
      [0, 10],
      [0, 20],
    ],
    [
      [50, 0],
      [50, 10],
      [25, 10],
      [25, 20],
    ],
    [
      [50, 0],
      [50, 20],
    ],
    [
      [50, 0],
      [50, 10],
      [100, 10],
      [100, 20],
    ],
  ]);
  expect(ways).toContainEqual([
    [50, 0],
    [50, 10],
    [0, 10],
    [0, 20],
  ]);
  expect(ways).toContainEqual([
    [25, 10],
    [25, 20],
  ]);
  expect(ways).toContainEqual([
    [50, 10],
    [50, 20],
  ]);
  expect(ways).toContainEqual([
    [50, 10],
    [100, 10],
    [100, 20],
  ]);
});
