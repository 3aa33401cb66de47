import { schemas } from '../../../../server/api';
import { showWork, taughtWork } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

/** Shows a copy of a work to all of its class, without whose it is, or no more. */
export const ALL = endpoint(
  {
    PUT: async (context, who) => {
      const id = await taughtWork(who, paramOf(context, 'work'));
      const { body } = await readJson(context.request, schemas.shownRequest);
      return json(await showWork(who, id, body.shown));
    },
  },
  'classes',
);
