/** What a trial would do to its chart: its band asks, on all of its screens, and its stage shows the same answer. */
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { followChart } from '../editor/state/follow';
import { useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import type { DifferencesAnswer } from './types';

interface Differences {
  /** The answer, or words that say why there is none; null while it is waited for. */
  readonly found: DifferencesAnswer | null | string;
  readonly asked: number;
}

const useAnswer = create<Differences>(() => ({ found: null, asked: 0 }));

export const useDifferences = () => useAnswer((state) => state.found);

/** After something was done that is not a change of the trial. */
export const askDifferencesAgain = () => useAnswer.setState(({ asked }) => ({ asked: asked + 1 }));

/** Asks, and again once something was saved, here or in the chart. */
export function useAskingForDifferences(id: string): void {
  const saved = useEditor((state) => state.savedAt);
  const unsent = useEditor((state) => state.unsent);
  const chart = useEditor((state) => state.chart);
  const { found, asked } = useAnswer();
  const [there, setThere] = useState(0);
  const of = typeof found === 'object' && found ? found.trial.trialOf : null;
  useEffect(() => {
    if (of === null) return;
    let first = true;
    return followChart(of, () => {
      if (first) first = false;
      else setThere((count) => count + 1);
    });
  }, [of]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: nothing is left of another trial
  useEffect(() => () => useAnswer.setState({ found: null }), [id]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again once something was saved
  useEffect(() => {
    if (unsent > 0) return;
    let wanted = true;
    const timer = setTimeout(async () => {
      const answer = await call<DifferencesAnswer>('GET', `/api/charts/${id}/differences`);
      if (wanted) useAnswer.setState({ found: answer.ok ? answer.value : answer.detail });
    }, 150);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [id, saved, unsent, chart, there, asked]);
}
