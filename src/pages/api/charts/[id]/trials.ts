import { schemas } from '../../../../server/api';
import { endpoint, json, once, paramOf, readJson } from '../../../../server/http';
import { makeTrial, trialsOf } from '../../../../server/trials';

export const ALL = endpoint({
  GET: async (context, who) => json({ trials: await trialsOf(who, paramOf(context, 'id')) }),
  POST: async (context, who) => {
    const { body, text } = await readJson(context.request, schemas.trialRequest);
    return once(who, context.request, text, async () => {
      const trial = await makeTrial(who, paramOf(context, 'id'), body);
      return { status: 201, body: trial, location: `/api/charts/${trial.id}` };
    });
  },
});
