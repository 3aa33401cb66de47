import { pagesAnswerOf } from '../api';
import { getChart } from '../charts';
import { type Handler, json, paramOf } from '../http';

/** The pages that a chart goes over. */
export const pagesRequest: Handler = async (context, who) =>
  json(pagesAnswerOf((await getChart(who, paramOf(context, 'id'))).chart));
