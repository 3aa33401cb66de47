import { getChart } from '../charts';
import { type Handler, json, paramOf } from '../http';

/** A stored chart, whole. */
export const chartRequest: Handler = async (context, who) => json(await getChart(who, paramOf(context, 'id')));
