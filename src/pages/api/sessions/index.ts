import { endpoint, json } from '../../../server/http';
import { endSessions, sessionsOf } from '../../../server/people';

/** Where somebody is signed in. */
export const ALL = endpoint(
  {
    GET: async (_, { account, person }) => {
      const sessions = person ? await sessionsOf(account) : [];
      return json({ sessions: sessions.map((own) => ({ ...own, current: own.id === person?.session })) });
    },
    DELETE: async (_, { account, person }) => {
      if (person) await endSessions(account, person.session);
      return new Response(null, { status: 204 });
    },
  },
  'people',
);
