import { asOne } from '../../../../core/chart';
import { schemas } from '../../../../server/api';
import { changeChart, changesSince, getRevision, recentSteps } from '../../../../server/charts';
import { endpoint, json, keyOf, numberOf, paramOf, printOf, readJson } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => {
    const id = paramOf(context, 'id');
    const revision = await getRevision(id);
    if (context.url.searchParams.has('steps')) return json({ revision, steps: await recentSteps(id) });
    const changes = await changesSince(id, numberOf(context, 'since', { least: 0, initial: 0 }));
    return json({ revision, changes, more: (changes.at(-1)?.revision ?? revision) < revision });
  },
  PATCH: async (context) => {
    const { request } = context;
    const { body } = await readJson(request, schemas.changesRequest);
    const { changes, ...rest } = body;
    const key = keyOf(request);
    // Sent again after others' changes were learnt of, the same change has another base.
    const print = printOf(request, JSON.stringify([changes, rest.origin ?? 'do']));
    const sent = { ...rest, change: asOne(changes), key, print };
    const { revision } = await changeChart(paramOf(context, 'id'), sent);
    return json({ revision });
  },
});
