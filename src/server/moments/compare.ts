/** Any two of: a chart now, a chart at a moment, a trial, another chart. */
import { type Chart, withoutFields } from '../../core/chart';
import { type Compared, comparedById, ofOneList } from '../../core/history';
import { comparing, type Kind, matterOf } from '../../core/kinds';
import { compareList, summaryOf } from '../../core/list';
import { chartOfList } from '../../core/read';
import { type Total, totalsOf } from '../../core/totals';
import { chartFor } from '../access';
import { getChart } from '../charts/store';
import { query } from '../db';
import { wrongValue } from '../http/problem';
import { newId } from '../ids';
import { kindFor, readAs } from '../lists';
import type { Who } from '../who';
import { momentFor } from './at';

export interface Side {
  readonly id: string;
  readonly revision: number;
  readonly chart: Chart;
}

/** A side as it is asked for: `CHART`, or `CHART@REVISION`. @throws 404, 403, 422 */
export async function sideOf(who: Who, asked: string | null, name: string): Promise<Side> {
  const [, id = '', at] = /^([\w.:-]{1,64})(?:@(\d{1,9}))?$/.exec(asked ?? '') ?? [];
  if (id === '') throw wrongValue(name, `${name} is a chart, as CHART or CHART@REVISION.`);
  if (at === undefined) return { ...(await getChart(who, id)), id };
  return { id, revision: Number(at), chart: await momentFor(who, id, Number(at)) };
}

export interface ComparedCharts extends Compared {
  readonly summary: string;
  readonly figures: readonly { readonly label: string; readonly a: Total['value']; readonly b: Total['value'] }[];
  /** Of the second chart by the ids of the first, so that both can be shown as one. */
  readonly chart: Chart;
}

/** A chart whose lines are known by other ids. */
function renamed(chart: Chart, ids: ReadonlyMap<string, string>): Chart {
  const of = (id: string) => ids.get(id) ?? id;
  return {
    ...chart,
    items: Object.fromEntries(
      Object.values(chart.items).map((item) => [
        of(item.id),
        { ...item, id: of(item.id), parent: item.parent === null ? null : of(item.parent) },
      ]),
    ),
    links: Object.fromEntries(
      Object.entries(chart.links).map(([key, link]) => [key, { ...link, from: of(link.from), to: of(link.to) }]),
    ),
    sets: Object.fromEntries(
      Object.entries(chart.sets).map(([key, set]) => [key, { ...set, members: set.members.map(of) }]),
    ),
    enclosures: {},
    notes: {},
  };
}

/** @throws 422 where they are not of one kind */
export function comparedCharts(kind: Kind, a: Chart, b: Chart): ComparedCharts {
  if (a.kind !== b.kind) throw wrongValue('b', 'The two are not of one kind.');
  const unnamed = matterOf(kind, a).unnamed;
  const figures = totalsOf(kind, a, b);
  if (ofOneList(a, b)) {
    const compared = comparedById(a, b, unnamed);
    return { ...compared, summary: summaryOf(compared), figures, chart: b };
  }
  // Charts of other lists: who is who is found as for a newer list.
  const fresh = new Map(Object.keys(b.items).map((id) => [id, newId()]));
  const other = renamed(b, fresh);
  const list = {
    items: Object.values(other.items),
    links: Object.values(other.links),
    sets: Object.values(other.sets),
    columns: [],
  };
  const { joined, left, moved, renamed: named, changed, matches } = compareList(a, list, comparing(kind, a));
  const compared = { joined, left, moved, renamed: named, changed };
  return { ...compared, summary: summaryOf(compared), figures, chart: renamed(other, matches) };
}

export async function compare(
  who: Who,
  params: URLSearchParams,
): Promise<{ a: Side; b: Side; compared: ComparedCharts }> {
  const [a, b] = [await sideOf(who, params.get('a'), 'a'), await sideOf(who, params.get('b'), 'b')];
  // What is kept from whoever asks in the one is not told by the other.
  const [{ without }, { without: other }] = [await chartFor(who, a.id), await chartFor(who, b.id)];
  const kept = [...new Set([...without, ...other])];
  const [from, to] = [withoutFields(a.chart, kept), withoutFields(b.chart, kept)];
  return { a: { ...a, chart: from }, b: { ...b, chart: to }, compared: comparedCharts(kindFor(from.kind), from, to) };
}

/** A chart and a list that is no chart here: who is who is found as for a newer list. @throws as `compare`; 422 for no list */
export async function compareWithList(
  who: Who,
  params: URLSearchParams,
  text: string,
): Promise<{ a: Side; compared: ComparedCharts }> {
  const a = await sideOf(who, params.get('a'), 'a');
  const { without } = await chartFor(who, a.id);
  const from = withoutFields(a.chart, without);
  const kind = kindFor(from.kind);
  const list = chartOfList(kind, from.title, readAs(kind, text, { newId }));
  // How it is drawn is the chart's: a list has no looks.
  const { items, links, sets, columns } = withoutFields(list, without);
  const to = { ...from, items, links, sets, ...(columns && { columns: { ...from.columns, ...columns } }) };
  return { a: { ...a, chart: from }, compared: comparedCharts(kind, from, to) };
}

/** What a side is called on a page: the chart as it is, as it was on a day, or a trial of it. */
async function saidOf({ id, revision, chart }: Side, moment: boolean, other: string): Promise<string> {
  const name = chart.trial === undefined ? (id === other || moment ? '' : chart.title) : `Trial: ${chart.trial}`;
  if (!moment) return name === '' ? 'now' : name;
  const [row] = await query<{ at: Date }>(
    'SELECT at FROM changes WHERE chart = $1 AND revision <= $2 ORDER BY revision DESC LIMIT 1',
    [id, revision],
  );
  const when = row
    ? row.at.toLocaleString('en-GB', {
        day: 'numeric',
        month: 'long',
        year: 'numeric',
        hour: '2-digit',
        minute: '2-digit',
      })
    : 'as it began';
  return [name, when].filter(Boolean).join(', ');
}

/** What a page that compares two is headed with. @throws as `compare` */
export async function compareHeads(who: Who, params: URLSearchParams) {
  const [a, b] = [await sideOf(who, params.get('a'), 'a'), await sideOf(who, params.get('b'), 'b')];
  const isMoment = (name: string) => params.get(name)?.includes('@') === true;
  return {
    title: a.id === b.id || b.chart.trial !== undefined ? a.chart.title : `${a.chart.title} and ${b.chart.title}`,
    kind: a.chart.kind,
    a: { id: a.id, said: await saidOf(a, isMoment('a'), b.id) },
    b: { id: b.id, said: await saidOf(b, isMoment('b'), a.id) },
  };
}
