import { asOne } from '../../../../core/chart';
import { schemas } from '../../../../server/api';
import { changeChart, changesSince, getChart, recentSteps } from '../../../../server/charts';
import { endpoint, json, once, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => {
    const id = paramOf(context, 'id');
    const { revision } = await getChart(id);
    if (context.url.searchParams.has('steps')) return json({ revision, steps: await recentSteps(id) });
    const since = Number(context.url.searchParams.get('since') ?? 0);
    return json({ revision, changes: await changesSince(id, Number.isInteger(since) ? since : 0) });
  },
  PATCH: async (context) => {
    const { body, text } = await readJson(context.request, schemas.changesRequest);
    return once(context.request, text, async () => {
      const { changes, ...rest } = body;
      const key = context.request.headers.get('idempotency-key');
      const { revision } = await changeChart(paramOf(context, 'id'), { ...rest, change: asOne(changes), key });
      return { status: 200, body: { revision } };
    });
  },
});
