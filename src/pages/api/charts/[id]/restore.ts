import { restoreChart } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';

export const ALL = endpoint({
  POST: async (context, who) => {
    await restoreChart(who, paramOf(context, 'id'));
    return new Response(null, { status: 204 });
  },
});
