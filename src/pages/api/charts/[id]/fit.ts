import { fitChart } from '../../../../core/fit';
import { fitAsked, schemas } from '../../../../server/api';
import { getChart } from '../../../../server/charts';
import { ApiError, endpoint, json, paramOf, readJson } from '../../../../server/http';
import { fonts } from '../../../../server/pictures';

export const ALL = endpoint({
  POST: async (context) => {
    const { body } = await readJson(context.request, schemas.fitRequest);
    const { chart, revision } = await getChart(paramOf(context, 'id'));
    const fit = fitChart(chart, fonts(), fitAsked(body));
    if (!fit)
      throw new ApiError(422, 'no-page', 'The page is as large as the picture: choose a page size to fit it to.');
    return json({ ...fit, revision });
  },
});
