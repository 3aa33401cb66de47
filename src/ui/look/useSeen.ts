/** A chart that is looked at: as it is now, drawn anew each time it changed. */
import { useEffect, useState } from 'react';
import type { Chart } from '../../core/chart';
import type { Shown } from '../../workers/shown';
import { followChart } from '../editor/state/follow';
import { call } from '../shared/api';
import { composeShown, newestOnly } from '../shared/composer';
import { hearTogether, type TogetherNews } from '../together/state';
import { words } from './words';

interface Seen {
  readonly chart: Chart;
  readonly shown: Shown;
}

/** @returns what is wrong, in words, where it can't be had; undefined until it is there */
export function useSeen(id: string): Seen | string | undefined {
  const [seen, setSeen] = useState<Seen | string>();
  useEffect(() => {
    let revision = -1;
    const draw = newestOnly<Chart, Seen>(
      async (chart, signal) => {
        const shown = await composeShown(chart, signal);
        return shown && { chart, shown };
      },
      setSeen,
      () => setSeen(words.missing),
    );
    const load = async () => {
      const answer = await call<{ chart: Chart; revision: number }>('GET', `/api/charts/${id}`);
      if (!answer.ok) return setSeen((now) => now ?? answer.detail);
      revision = answer.value.revision;
      draw(answer.value.chart);
    };
    void load();
    return followChart(id, (news) => {
      hearTogether(news as TogetherNews);
      if (news.revision !== undefined && news.revision !== revision) void load();
    });
  }, [id]);
  return seen;
}
