import { handIn, takeBack } from '../../../../server/classes';
import { endpoint, json, paramOf } from '../../../../server/http';

/** Handing in, and taking back until it is due. */
export const ALL = endpoint(
  {
    POST: async (context, who) => json(await handIn(who, paramOf(context, 'work'))),
    DELETE: async (context, who) => json(await takeBack(who, paramOf(context, 'work'))),
  },
  'classes',
);
