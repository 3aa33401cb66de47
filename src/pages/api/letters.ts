import { endpoint, json } from '../../server/http';
import { lastLetters } from '../../server/people';
import { administrator } from '../../server/who';

/** Letters to people, where no server sends them with their words; for administrators. */
export const ALL = endpoint(
  {
    GET: async (_, who) => {
      administrator(who);
      return json({ letters: await lastLetters() });
    },
  },
  'people',
);
