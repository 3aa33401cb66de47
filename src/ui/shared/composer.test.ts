import { expect, it, vi } from 'vitest';
import { newestOnly } from './composer';

it('runs one job at a time, keeps only the newest that waits, and goes on after a failure', async () => {
  const started: number[] = [];
  const done: number[] = [];
  const failed = vi.fn();
  const finish: (() => void)[] = [];
  const request = newestOnly(
    (input: number) => {
      started.push(input);
      return new Promise<number>((resolve, reject) =>
        finish.push(() => (input < 0 ? reject(new Error('bad')) : resolve(input))),
      );
    },
    (result) => done.push(result),
    failed,
  );
  const next = async () => {
    finish.shift()?.();
    await new Promise((resolve) => setTimeout(resolve));
  };
  request(1);
  request(2);
  request(3);
  expect(started).toEqual([1]);
  await next();
  expect(started).toEqual([1, 3]);
  await next();
  expect(done).toEqual([1, 3]);
  request(-1);
  await next();
  expect(failed).toHaveBeenCalledOnce();
  request(4);
  await next();
  expect(done).toEqual([1, 3, 4]);
});
