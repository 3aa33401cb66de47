import { workDetail } from '../../../../server/classes';
import { endpoint, json, paramOf } from '../../../../server/http';

export const ALL = endpoint(
  { GET: async (context, who) => json(await workDetail(who, paramOf(context, 'work'))) },
  'classes',
);
