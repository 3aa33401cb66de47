import { schemas } from '../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';
import { changeTrial, trialFor } from '../../../../server/trials';

/** What a chart is a trial of. */
export const ALL = endpoint({
  GET: async (context, who) => json(await trialFor(who, paramOf(context, 'id'))),
  PATCH: async (context, who) => {
    const { body } = await readJson(context.request, schemas.trialChange);
    return json(await changeTrial(who, paramOf(context, 'id'), body));
  },
});
