import { schemas } from '../../../server/api';
import { endpoint, readJson } from '../../../server/http';
import { askEmail } from '../../../server/people';
import { done } from '../../../server/sign-in-routes';
import { personOrNone } from '../../../server/who';

/** Another address, once a link that is sent to it was opened. */
export const ALL = endpoint(
  {
    PUT: async ({ request }, who) => {
      const person = personOrNone(who);
      const { body } = await readJson(request, schemas.emailChange);
      await askEmail(person, body, who.caller);
      return done();
    },
  },
  'people',
);
