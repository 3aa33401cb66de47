import { schemas } from '../../../../server/api';
import { returnAll, taskFor } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

/** Gives back all that were handed in. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      const task = await taskFor(who, paramOf(context, 'task'));
      const { body } = await readJson(context.request, schemas.returnAllRequest);
      return json({ returned: await returnAll(who, task, body) });
    },
  },
  'classes',
);
