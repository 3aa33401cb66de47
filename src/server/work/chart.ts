import { type Handler, json, paramOf } from '../http';
import { shownChart } from '../moments';

/** A stored chart, whole. */
export const chartRequest: Handler = async (context, who) =>
  json(await shownChart(who, paramOf(context, 'id'), context.url.searchParams));
