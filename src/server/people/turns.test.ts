import { expect, it } from 'vitest';
import { Turns } from './turns';

const open = () => {
  let end = () => {};
  const work = new Promise<void>((done) => {
    end = done;
  });
  return { work, end };
};

it('carries out a little at once, callers in turn, and refuses what could not be done soon', async () => {
  const turns = new Turns(1, { most: 3, ofOne: 2 });
  const done: string[] = [];
  const first = open();
  const take = (caller: string, name: string) =>
    turns.take(caller, async () => {
      if (name === 'a1') await first.work;
      done.push(name);
    });
  const all = [take('a', 'a1'), take('a', 'a2'), take('a', 'a3'), take('b', 'b1')];
  await expect(take('a', 'a4')).rejects.toMatchObject({ status: 429, code: 'too-many-at-once' });
  await expect(take('c', 'c1')).rejects.toMatchObject({ status: 429 });
  first.end();
  await Promise.all(all);
  expect(done).toEqual(['a1', 'a2', 'b1', 'a3']);
  // All places are free again, also after work that failed.
  await expect(
    turns.take('a', async () => {
      throw new Error('broken');
    }),
  ).rejects.toThrow('broken');
  expect(await turns.take('a', async () => 7)).toBe(7);
});
