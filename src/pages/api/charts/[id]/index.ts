import { binChart, getChart } from '../../../../server/charts';
import { endpoint, json, paramOf } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => json(await getChart(paramOf(context, 'id'))),
  DELETE: async (context) => {
    await binChart(paramOf(context, 'id'));
    return new Response(null, { status: 204 });
  },
});
