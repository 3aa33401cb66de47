/** What is looked at in place of the chart: the item selected in it, for who would take it back. */
import { create } from 'zustand';
import type { Chart } from '../../core/chart';
import { useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { newestOnly } from '../shared/composer';
import { words } from './words';

interface Looked {
  /** The moment that is shown; null where it is none. */
  readonly revision: number | null;
  readonly item: string | null;
}
export const useLooked = create<Looked>(() => ({ revision: null, item: null }));

/** A moment as people read it: 3 October, 10:02; with the year where it is another. */
export function momentWords(iso: string): string {
  const at = new Date(iso);
  const year = at.getFullYear() === new Date().getFullYear() ? {} : ({ year: 'numeric' } as const);
  const day = at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', ...year });
  return `${day}, ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`;
}

export function leaveBeside(): void {
  useLooked.setState({ revision: null, item: null });
  useEditor.setState({ beside: null });
}

interface Wanted {
  readonly query: string;
  readonly revision: number | null;
  readonly said: string;
}

const fetched = newestOnly<Wanted, { wanted: Wanted; chart: Chart | null; why: string }>(
  async (wanted) => {
    const { id } = useEditor.getState();
    const answer = await call<{ chart: Chart }>('GET', `/api/charts/${id}?${wanted.query}`);
    return { wanted, chart: answer.ok ? answer.value.chart : null, why: answer.ok ? '' : answer.detail };
  },
  ({ wanted, chart, why }) => {
    // Somebody went back to now meanwhile.
    if (asked !== wanted) return;
    if (!chart) return useEditor.setState({ message: { text: why, undo: false } });
    useLooked.setState(({ item }) => ({ revision: wanted.revision, item: item && chart.items[item] ? item : null }));
    useEditor.setState({ beside: { chart, said: wanted.said } });
  },
  () => useEditor.setState({ message: { text: words.history.missing, undo: false } }),
);
let asked: Wanted | null = null;

/** Shows the chart as it was at a revision. @param at the moment in words */
export function showMoment(revision: number, at: string): void {
  asked = { query: `at=${revision}`, revision, said: words.history.asItWas(at) };
  fetched(asked);
}

/** Shows the chart as it will be on a day. */
export function showDay(day: string, said: string): void {
  asked = { query: `on=${day}`, revision: null, said: words.history.onDay(said) };
  fetched(asked);
}

export function backToNow(): void {
  asked = null;
  leaveBeside();
}
