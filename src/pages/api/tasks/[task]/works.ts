import { beginWork, deskOf } from '../../../../server/classes';
import { endpoint, json, paramOf } from '../../../../server/http';
import { learner } from '../../../../server/who';

/** The desk, for the teacher; a learner begins. */
export const ALL = endpoint(
  {
    GET: async (context, who) => json(await deskOf(who, paramOf(context, 'task'))),
    POST: async (context, who) => json(await beginWork(learner(who), paramOf(context, 'task')), { status: 201 }),
  },
  'classes',
);
