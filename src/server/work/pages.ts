import { pagesAnswerOf } from '../api';
import { type Handler, json, paramOf } from '../http';
import { shownChart } from '../moments';

/** The pages that a chart goes over. */
export const pagesRequest: Handler = async (context, who) =>
  json(pagesAnswerOf((await shownChart(who, paramOf(context, 'id'), context.url.searchParams)).chart));
