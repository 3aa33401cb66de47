/** Who is at a chart just now, and where: told among servers, and forgotten by itself. */
import { type Here, told } from './told';

/** Somebody of whom nothing was heard for so long is gone, in milliseconds; windows say so every third of it. */
export const HERE_MS = 45_000;
/** Windows at one chart, and charts, that are remembered. */
const MOST = 200;
const MOST_CHARTS = 5_000;

const charts = new Map<string, Map<string, { readonly here: Here; readonly at: number }>>();

/** What was heard of somebody; kept on every server for whoever comes later. */
export function noteHere(chart: string, here: Here, now = Date.now()): void {
  const all = charts.get(chart) ?? new Map();
  all.delete(here.window);
  if (!here.left) all.set(here.window, { here, at: now });
  for (const [window, { at }] of all) if (now - at > HERE_MS || all.size > MOST) all.delete(window);
  charts.delete(chart);
  if (all.size > 0) charts.set(chart, all);
  if (charts.size > MOST_CHARTS) charts.delete(charts.keys().next().value!);
}

export const hereNow = (chart: string, now = Date.now()): Here[] =>
  [...(charts.get(chart)?.values() ?? [])].filter(({ at }) => now - at <= HERE_MS).map(({ here }) => here);

export function tellHere(chart: string, here: Here): Promise<unknown> {
  noteHere(chart, here);
  return told({ id: chart, here });
}
