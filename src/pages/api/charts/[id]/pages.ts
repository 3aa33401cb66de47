import { pagesAnswerOf } from '../../../../server/api';
import { getChart } from '../../../../server/charts';
import { endpoint, json, paramOf } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => json(pagesAnswerOf((await getChart(paramOf(context, 'id'))).chart)),
});
