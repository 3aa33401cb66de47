import { mineOf } from '../../../server/classes';
import { endpoint, json } from '../../../server/http';
import { learner } from '../../../server/who';

/** What a learner has to do, has done, and is shown. */
export const ALL = endpoint({ GET: async (_, who) => json(await mineOf(learner(who))) }, 'classes');
