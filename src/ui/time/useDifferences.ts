/** What a trial would do to its chart, asked again once something was saved, here or there. */
import { useEffect, useState } from 'react';
import { followChart } from '../editor/state/follow';
import { useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import type { DifferencesAnswer } from './types';

/** @param again asks anew where it changes */
export function useDifferences(id: string, again = 0): DifferencesAnswer | null | string {
  const saved = useEditor((state) => state.savedAt);
  const unsent = useEditor((state) => state.unsent);
  const chart = useEditor((state) => state.chart);
  const [found, setFound] = useState<DifferencesAnswer | null | string>(null);
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
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again once something was saved
  useEffect(() => {
    if (unsent > 0) return;
    let wanted = true;
    const timer = setTimeout(async () => {
      const answer = await call<DifferencesAnswer>('GET', `/api/charts/${id}/differences`);
      if (wanted) setFound(answer.ok ? answer.value : answer.detail);
    }, 150);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [id, saved, unsent, chart, there, again]);
  return found;
}
