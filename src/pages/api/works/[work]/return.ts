import { schemas } from '../../../../server/api';
import { returnWork, taughtWork } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

/** Gives a work back: with its mark, without, or to be worked on again. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      const id = await taughtWork(who, paramOf(context, 'work'));
      const { body } = await readJson(context.request, schemas.returnRequest);
      return json(await returnWork(who, id, body));
    },
  },
  'classes',
);
