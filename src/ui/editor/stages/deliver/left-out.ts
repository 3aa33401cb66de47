/** What forms of the list leave out of the chart, said where each is handed over. */
import { useEffect, useState } from 'react';
import { readWorker } from '../../../shared/composer';
import { useEditor } from '../../state/store';

/** Of longer lists what a form leaves out is not worked out. */
const MOST_LINES = 5_000;
/** Until typing has paused so long, in milliseconds. */
const PAUSE = 400;

/** For each form what it leaves out of the chart as it is now; nothing where that is not known yet. */
export function useLeftOut(): Readonly<Record<string, readonly string[]>> {
  const chart = useEditor((state) => state.chart);
  const [found, setFound] = useState<Readonly<Record<string, readonly string[]>>>({});
  useEffect(() => {
    setFound({});
    if (Object.keys(chart.items).length > MOST_LINES) return;
    let isCurrent = true;
    const timer = setTimeout(() => {
      readWorker()
        .leftOut(chart)
        .then(
          (answer) => isCurrent && setFound(answer),
          // Not knowing is no reason to keep anybody from their file.
          () => undefined,
        );
    }, PAUSE);
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
  }, [chart]);
  return found;
}

/** What nearly every form leaves out, which is said once; with those that hold it. */
export function saidOnce(left: Readonly<Record<string, readonly string[]>>): Map<string, readonly string[]> {
  const forms = Object.keys(left);
  const all = new Set(Object.values(left).flat());
  return new Map(
    [...all].flatMap((phrase) => {
      const holding = forms.filter((form) => !left[form]!.includes(phrase));
      return forms.length > 2 && holding.length <= 1 ? [[phrase, holding] as const] : [];
    }),
  );
}
