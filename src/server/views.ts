/** Views of a stored chart: each is made, changed and removed by a change of the chart, like all else. */

import type { z } from 'zod';
import { type Change, type Chart, ordersAfter, setsOf, type View, type ViewEach } from '../core/chart';
import { own } from '../core/own';
import { type Viewed, viewed, viewOf, viewsOf } from '../core/views';
import { chartFor } from './access';
import { itemAsked } from './api/part';
import type { viewChange, viewRequest } from './api/time-schemas';
import { changeChart, getChart } from './charts';
import { ApiError, wrongValue } from './http/problem';
import { newId } from './ids';
import { kindFor } from './lists';
import { noView } from './moments';
import type { Who } from './who';

export type ShownView = View & Pick<Viewed, 'gone' | 'left'>;

const shown = (chart: Chart, view: View): ShownView => {
  const { gone, left } = viewed(kindFor(chart.kind), chart, view);
  return { ...view, gone, left };
};

/** The views of a chart as rows. */
export async function listViews(who: Who, id: string): Promise<ShownView[]> {
  const { chart } = await getChart(who, id);
  return viewsOf(kindFor(chart.kind), chart).map((view) => shown(chart, view));
}

/** Items by name or id, as a request names them. */
function named(chart: Chart, shows: View['shows']): View['shows'] {
  const { branches, from, sets } = shows;
  const set = (name: string) => {
    const found = own(chart.sets, name) ?? setsOf(chart).find((one) => one.name === name);
    if (found) return found.id;
    throw wrongValue('shows.sets', `There is no set "${name.slice(0, 60)}" in this chart.`);
  };
  return {
    ...shows,
    ...(branches && { branches: branches.map((one) => itemAsked(chart, one, 'shows.branches')) }),
    ...(from && { from: { ...from, items: from.items.map((one) => itemAsked(chart, one, 'shows.from.items')) } }),
    ...(sets && { sets: sets.map(set) }),
  };
}

/** Views hold nothing against each other: what came meanwhile is no hindrance. */
async function put(who: Who, id: string, change: (chart: Chart) => { readonly change: Change; readonly view: string }) {
  const head = await chartFor(who, id, 'edit');
  const { chart, revision } = await getChart(who, id, head);
  const { change: what, view } = change(chart);
  await changeChart(who, id, { base: revision, change: what });
  const { chart: after } = await getChart(who, id);
  return { chart: after, view };
}

const lastOrder = (chart: Chart): string => {
  const orders = Object.values(chart.views ?? {})
    .map(({ order }) => ({ order }))
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  return ordersAfter(orders, orders.length - 1, 1)[0]!;
};

export async function makeView(who: Who, id: string, asked: z.infer<typeof viewRequest>): Promise<ShownView> {
  const view = newId();
  const { chart } = await put(who, id, (chart) => ({
    view,
    change: {
      type: 'set-views',
      put: [{ ...asked, id: view, order: lastOrder(chart), shows: named(chart, asked.shows) }],
      remove: [],
    },
  }));
  return shown(chart, own(chart.views, view)!);
}

/** One view for each branch of a tier, value of a field, or set. */
export async function makeEach(who: Who, id: string, each: ViewEach, name?: string): Promise<ShownView[]> {
  const view = newId();
  const { chart } = await put(who, id, (chart) => {
    const about = 'tier' in each ? `Each of tier ${each.tier}` : 'field' in each ? `Each ${each.field}` : 'Each set';
    const one: View = { id: view, name: name ?? about, order: lastOrder(chart), shows: {}, each };
    if (viewsOf(kindFor(chart.kind), { ...chart, views: { [view]: one } }).length === 0)
      throw wrongValue(Object.keys(each)[0]!, 'Nothing in the list is of that: there would be no view.');
    return { view, change: { type: 'set-views', put: [one], remove: [] } };
  });
  return viewsOf(kindFor(chart.kind), chart)
    .filter(({ of }) => of === view)
    .map((one) => shown(chart, one));
}

/** A view that stands for one of many is set in its own way. @throws 404 */
export async function changeView(
  who: Who,
  id: string,
  view: string,
  asked: z.infer<typeof viewChange>,
): Promise<ShownView> {
  const { chart } = await put(who, id, (chart) => {
    const before = own(chart.views, view) ?? viewOf(kindFor(chart.kind), chart, view);
    if (!before) throw noView();
    const next = new Map<string, unknown>(Object.entries(before));
    for (const [key, value] of Object.entries(asked)) {
      if (value === null) next.delete(key);
      else if (value !== undefined) next.set(key, key === 'shows' ? named(chart, value as View['shows']) : value);
    }
    return { view, change: { type: 'set-views', put: [Object.fromEntries(next) as unknown as View], remove: [] } };
  });
  return shown(chart, own(chart.views, view)!);
}

/** One of many goes with what makes them, or once it was set in its own way: then it is as the others again. @throws 404, 422 */
export async function removeView(who: Who, id: string, view: string): Promise<void> {
  await put(who, id, (chart) => {
    if (own(chart.views, view)) return { view, change: { type: 'set-views', put: [], remove: [view] } };
    if (!viewOf(kindFor(chart.kind), chart, view)) throw noView();
    throw new ApiError(422, 'one-of-each', 'This view is one of those made for each; remove the one that makes them.');
  });
}
