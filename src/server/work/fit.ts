import { fitChart } from '../../core/fit';
import { fitAsked, schemas } from '../api';
import { getChart } from '../charts';
import { ApiError, type Handler, json, paramOf, readJson } from '../http';
import { fonts } from '../pictures';

/** What fits a chart to its page best. */
export const fitRequest: Handler = async (context, who) => {
  const { body } = await readJson(context.request, schemas.fitRequest);
  const { chart, revision } = await getChart(who, paramOf(context, 'id'));
  const fit = fitChart(chart, fonts(), fitAsked(body));
  if (!fit) throw new ApiError(422, 'no-page', 'The page is as large as the picture: choose a page size to fit it to.');
  return json({ ...fit, revision });
};
