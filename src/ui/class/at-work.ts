/** A learner's work, as its page and whoever works on it know it. */
import { useEffect, useState } from 'react';
import type { WorkPart } from '../../core/chart';
import type { BlankPlace } from '../../core/kinds';
import type { Work } from '../../server/classes';
import { call } from '../shared/api';
import { useTogether } from '../together/state';

export interface AtWork {
  readonly work: Work;
  readonly title: string;
  readonly instructions: string;
  /** Words to choose from. */
  readonly words: readonly string[];
  readonly parts: readonly WorkPart[];
  readonly due: string | null;
  /** What is to be filled in. */
  readonly blanks: readonly BlankPlace[];
}

/** The work as it is now: looked at anew whenever it is said to have changed. */
export function useWork(first: Work): readonly [Work, (work: Work) => void] {
  const [work, setWork] = useState(first);
  const told = useTogether((state) => state.worked);
  useEffect(() => {
    if (told === 0) return;
    void call<Work>('GET', `/api/works/${first.id}`).then((answer) => {
      if (answer.ok) setWork(answer.value);
    });
  }, [told, first.id]);
  return [work, setWork];
}

/** That it is to be handed in is kept until it is, also while there is no connection. */
const wishOf = (work: string): string => `dendrotax hand-in ${work}`;
export const wishes = {
  has: (work: string): boolean => {
    try {
      return localStorage.getItem(wishOf(work)) !== null;
    } catch {
      return false;
    }
  },
  put: (work: string): void => {
    try {
      localStorage.setItem(wishOf(work), '1');
    } catch {
      // As long as the page is open it is known here all the same.
    }
  },
  drop: (work: string): void => {
    try {
      localStorage.removeItem(wishOf(work));
    } catch {
      // It was not kept.
    }
  },
};
