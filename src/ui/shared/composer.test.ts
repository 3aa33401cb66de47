import { expect, it, vi } from 'vitest';
import { newestOnly } from './composer';

it('runs one job at a time, keeps only the newest that waits, and goes on after a failure', async () => {
  const started: number[] = [];
  const stopped: number[] = [];
  const done: number[] = [];
  const failed = vi.fn();
  const finish: (() => void)[] = [];
  const request = newestOnly(
    (input: number, signal) => {
      started.push(input);
      return new Promise<number | undefined>((resolve, reject) => {
        signal.addEventListener('abort', () => {
          stopped.push(input);
          finish.shift();
          resolve(undefined);
        });
        finish.push(() => (input < 0 ? reject(new Error('bad')) : resolve(input)));
      });
    },
    (result) => done.push(result),
    failed,
  );
  const next = async () => {
    finish.shift()?.();
    await new Promise((resolve) => setTimeout(resolve));
  };
  request(1);
  await next();
  request(2);
  request(3);
  request(4);
  await next();
  // The second was stopped for those after it; of these the third was never begun.
  expect({ started, stopped, done }).toEqual({ started: [1, 2, 4], stopped: [2], done: [1] });
  // Just after one that was stopped none is stopped again.
  request(5);
  expect(stopped).toEqual([2]);
  await next();
  await next();
  expect(done).toEqual([1, 4, 5]);
  request(-1);
  await next();
  expect(failed).toHaveBeenCalledOnce();
  request(6);
  await next();
  expect(done).toEqual([1, 4, 5, 6]);
});
