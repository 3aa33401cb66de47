import { schemas } from '../../../../../server/api';
import { addLearners, classFor, letIn, removeLearners } from '../../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';

/** Learners of a class together: added before they come, each with a card; let in; removed. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const { body } = await readJson(context.request, schemas.learnersRequest);
      return json({ cards: await addLearners(who, id, body.names) }, { status: 201 });
    },
    PATCH: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const { body } = await readJson(context.request, schemas.learnersChange);
      await letIn(who, id, body.learners);
      return new Response(null, { status: 204 });
    },
    DELETE: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const { body } = await readJson(context.request, schemas.learnersRemoved);
      return json({ removed: await removeLearners(who, id, body.learners) });
    },
  },
  'classes',
);
