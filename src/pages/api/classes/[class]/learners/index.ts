import { schemas } from '../../../../../server/api';
import { addLearners, classFor } from '../../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';

/** Puts learners into a class before they come, each with a card. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const { body } = await readJson(context.request, schemas.learnersRequest);
      return json({ cards: await addLearners(who, id, body.names) }, { status: 201 });
    },
  },
  'classes',
);
