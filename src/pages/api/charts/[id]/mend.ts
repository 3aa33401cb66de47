import { mend, mendable } from '../../../../server/charts';
import { endpoint, json, paramOf } from '../../../../server/http';

/** A chart that can't be read: what of it can, and putting it back to when all of it could. */
export const ALL = endpoint({
  GET: async (context, who) => json(await mendable(who, paramOf(context, 'id'))),
  POST: async (context, who) => json(await mend(who, paramOf(context, 'id'))),
});
