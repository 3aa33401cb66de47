import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FairQueue, type Urgency } from './queue';

const queue = (most = 100, ofOne = 100) => new FairQueue<string>({ most, ofOne });
const all = (of: FairQueue<string>) => {
  const out: string[] = [];
  for (let job = of.take(); job !== undefined; job = of.take()) out.push(job);
  return out;
};

describe('what waits', () => {
  it('goes by urgency, and by turns where that is the same', () => {
    const own = queue();
    for (const job of ['a1', 'a2', 'a3']) own.push(job, 3, 'a');
    own.push('b1', 3, 'b');
    own.push('now', 1, 'a');
    own.push('c1', 3, 'c');
    own.push('some time', 7, 'c');
    expect(all(own)).toEqual(['now', 'a1', 'b1', 'c1', 'a2', 'a3', 'some time']);
  });
  it('is not more than may wait, of all and of one', () => {
    const own = queue(3, 2);
    expect([own.push('a1', 3, 'a'), own.push('a2', 3, 'a'), own.push('a3', 3, 'a')]).toEqual([true, true, false]);
    expect([own.push('b1', 3, 'b'), own.push('b2', 3, 'b')]).toEqual([true, false]);
    own.take();
    expect(own.push('a3', 3, 'a')).toBe(true);
  });
  it('may be given up, or be kept back while others go', () => {
    const own = queue();
    for (const job of ['large', 'small']) own.push(job, 3, 'a');
    expect(own.take((job) => job !== 'large')).toBe('small');
    expect(own.take((job) => job !== 'large')).toBeUndefined();
    expect([own.remove('large'), own.remove('large'), own.size]).toEqual([true, false, 0]);
  });
  it('is all there is, once each; no caller waits for more than one job of each other', () => {
    const job = fc.record({ urgency: fc.integer({ min: 0, max: 7 }), caller: fc.constantFrom('a', 'b', 'c') });
    fc.assert(
      fc.property(fc.array(job, { maxLength: 40 }), (jobs) => {
        const own = new FairQueue<number>({ most: 100, ofOne: 100 });
        for (const [i, { urgency, caller }] of jobs.entries()) own.push(i, urgency as Urgency, caller);
        expect(own.size).toBe(jobs.length);
        const taken: number[] = [];
        for (let next = own.take(); next !== undefined; next = own.take()) taken.push(next);
        expect([...taken].sort((a, b) => a - b)).toEqual(jobs.map((_, i) => i));
        const urgencies = taken.map((i) => jobs[i]!.urgency);
        expect(urgencies).toEqual([...urgencies].sort((a, b) => a - b));
        for (const urgency of new Set(urgencies)) {
          const lane = taken.filter((i) => jobs[i]!.urgency === urgency).map((i) => jobs[i]!.caller);
          for (const caller of new Set(lane))
            for (const other of new Set(lane)) {
              // Between two turns of one there is no more than one of another, while both wait.
              const first = lane.slice(0, lane.lastIndexOf(caller) + 1);
              const ofOther = first.filter((one) => one === other).length;
              const own_ = first.filter((one) => one === caller).length;
              expect(ofOther).toBeLessThanOrEqual(own_ + 1);
            }
        }
      }),
    );
  });
});
