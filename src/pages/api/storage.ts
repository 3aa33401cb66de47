import { endpoint, json } from '../../server/http';
import { storage } from '../../server/people';
import { administrator } from '../../server/who';

/** What the database holds; for administrators. */
export const ALL = endpoint(
  {
    GET: async (_, who) => {
      administrator(who);
      return json(await storage());
    },
  },
  'people',
);
