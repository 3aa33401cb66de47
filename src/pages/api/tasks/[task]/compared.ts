import { compareAll } from '../../../../server/classes';
import { ApiError, endpoint, json, paramOf } from '../../../../server/http';

/** All works compared with the teacher's own chart: what most of them lack first. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      const found = await compareAll(who, paramOf(context, 'task'));
      if (!found) throw new ApiError(404, 'no-model', 'There is no chart to compare with any more.');
      return json(found);
    },
  },
  'classes',
);
