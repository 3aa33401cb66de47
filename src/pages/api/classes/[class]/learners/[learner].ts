import { schemas } from '../../../../../server/api';
import { classFor, removeLearner, renameLearner, resetLearner, unlockLearner } from '../../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';

export const ALL = endpoint(
  {
    PATCH: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const learner = paramOf(context, 'learner');
      const { body } = await readJson(context.request, schemas.learnerChange);
      if ('reset' in body) return json({ cards: [await resetLearner(who, id, learner)] });
      if ('locked' in body) await unlockLearner(who, id, learner);
      else await renameLearner(who, id, learner, body.name);
      return json({ cards: [] });
    },
    DELETE: async (context, who) => {
      await removeLearner(who, paramOf(context, 'class'), paramOf(context, 'learner'));
      return new Response(null, { status: 204 });
    },
  },
  'classes',
);
