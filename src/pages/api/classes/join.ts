import { schemas } from '../../../server/api';
import { join } from '../../../server/classes';
import { endpoint, json, readJson } from '../../../server/http';
import { cookieOf } from '../../../server/people';
import { askerOf } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** By a class's code and a name: whoever joins is signed in as a learner. */
export const ALL = endpoint(
  {
    POST: async (context, who) => {
      amongPeople();
      const { body } = await readJson(context.request, schemas.joinRequest);
      const { caller, agent } = askerOf(context, who);
      const { account, card, token } = await join(body, caller, agent);
      return json(
        { id: account, ...(card && { card }) },
        { status: card ? 201 : 200, headers: { 'set-cookie': cookieOf(token) } },
      );
    },
  },
  'open',
);
