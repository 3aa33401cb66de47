import { describe } from '../../core/describe';
import { getChart } from '../charts';
import { type Handler, json, paramOf } from '../http';
import { kindFor } from '../lists';

/** What a chart's picture shows, in words: those that somebody wrote, else computed. */
export const descriptionRequest: Handler = async (context, who) => {
  const { chart } = await getChart(who, paramOf(context, 'id'));
  const kind = kindFor(chart.kind);
  const own = chart.description;
  return json({ text: own ?? describe(kind, chart, kind.structure(chart)), computed: own === undefined });
};
