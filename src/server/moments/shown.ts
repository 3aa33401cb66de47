/** A chart as a request asks for it: now, at a moment, on a day to come; whole, or as one of its views. */
import type { Chart, View } from '../../core/chart';
import { viewed, viewOf, viewsOf } from '../../core/views';
import { type ChartHead, chartFor } from '../access';
import { getChart, type StoredChart } from '../charts/store';
import { ApiError, wrongValue } from '../http/problem';
import { kindFor } from '../lists';
import { chartOn } from '../trials/dated';
import type { Who } from '../who';
import { momentFor } from './at';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

export const noView = () =>
  new ApiError(404, 'no-such-view', 'The chart has no such view; what it was made for may be gone.');

/** A revision as a request names it. @throws 422 */
export function momentAsked(params: URLSearchParams): number | undefined {
  const at = params.get('at');
  if (at === null) return undefined;
  if (/^\d{1,9}$/.test(at)) return Number(at);
  throw wrongValue('at', 'at is a revision, as /history names them.');
}

export function dayAsked(params: URLSearchParams): string | undefined {
  const on = params.get('on');
  if (on === null) return undefined;
  if (DAY.test(on) && !Number.isNaN(Date.parse(on))) return on;
  throw wrongValue('on', 'on is a day, such as 2027-03-01.');
}

async function atMoment(who: Who, id: string, params: URLSearchParams, head?: ChartHead): Promise<StoredChart> {
  const [at, on] = [momentAsked(params), dayAsked(params)];
  if (at === undefined && on === undefined) return getChart(who, id, head);
  if (on !== undefined) return chartOn(who, id, on);
  const { changedAt } = head ?? (await chartFor(who, id, 'edit'));
  return { id, revision: at!, chart: await momentFor(who, id, at!), changedAt };
}

/** A view of a chart by its id. @throws 404 */
export function asView(chart: Chart, view: string): Chart {
  const kind = kindFor(chart.kind);
  const found = viewOf(kind, chart, view);
  if (!found) throw noView();
  return viewed(kind, chart, found).chart;
}

/**
 * @param head where it is known already
 * @throws 404, also for a view that is not there; 403 for moments, which are for those who edit the chart; 422
 */
export async function shownChart(
  who: Who,
  id: string,
  params: URLSearchParams,
  head?: ChartHead,
): Promise<StoredChart> {
  const stored = await atMoment(who, id, params, head);
  const view = params.get('view');
  return view === null ? stored : { ...stored, chart: asView(stored.chart, view) };
}

/** The views that a file is to hold: `all`, or their ids with commas between them. @throws 404, 422 */
export function viewsAsked(chart: Chart, asked: string): readonly View[] {
  const all = viewsOf(kindFor(chart.kind), chart);
  if (all.length === 0) throw wrongValue('views', 'The chart has no views.');
  if (asked === 'all') return all;
  return asked.split(',').map((id) => {
    const found = all.find((view) => view.id === id);
    if (!found) throw noView();
    return found;
  });
}
