import { endpoint, json, numberOf } from '../../server/http';
import { lastEvents } from '../../server/people';
import { administrator } from '../../server/who';

/** What was done to accounts, and who signed in; for administrators. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      administrator(who);
      const before = numberOf(context, 'before', { least: 0, initial: 0 });
      return json({ events: await lastEvents(before === 0 ? undefined : String(before)) });
    },
  },
  'people',
);
