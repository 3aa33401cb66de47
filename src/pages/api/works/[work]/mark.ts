import { schemas } from '../../../../server/api';
import { markWork, taughtWork } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint(
  {
    PUT: async (context, who) => {
      const id = await taughtWork(who, paramOf(context, 'work'));
      const { body } = await readJson(context.request, schemas.markRequest);
      return json(await markWork(who, id, body));
    },
  },
  'classes',
);
