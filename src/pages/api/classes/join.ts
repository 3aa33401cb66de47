import { schemas } from '../../../server/api';
import { join } from '../../../server/classes';
import { endpoint, readJson } from '../../../server/http';
import { askerOf, entered } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** By a class's code and a name: whoever joins is signed in as a learner. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      amongPeople();
      const { body } = await readJson(context.request, schemas.joinRequest);
      const { class: _, ...joined } = await join(body, askerOf(context, who));
      return entered(context, joined, joined.card ? 201 : 200);
    },
  },
  'open',
);
