import { fitAsked, fitted, schemas } from '../api';
import { getChart } from '../charts';
import { ApiError, type Handler, json, paramOf, readJson } from '../http';

/** What fits a chart to its page best. */
export const fitRequest: Handler = async (context, who) => {
  const { body } = await readJson(context.request, schemas.fitRequest);
  const { chart, revision } = await getChart(who, paramOf(context, 'id'));
  const fit = fitted(chart, fitAsked(body));
  if (!fit) throw new ApiError(422, 'no-page', 'The page is as large as the picture: choose a page size to fit it to.');
  return json({ ...fit, revision });
};
