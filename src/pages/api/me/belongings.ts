import { endpoint, json, textOf } from '../../../server/http';
import { belongingsOf } from '../../../server/people';
import { exportOf } from '../../../server/people/export';
import { personOrNone } from '../../../server/who';

/** What one has here; with `export=1` all of it, as one file. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      const person = personOrNone(who);
      return textOf(context, 'export') === '1' ? exportOf(person, who) : json(await belongingsOf(person.account));
    },
  },
  'people',
);
