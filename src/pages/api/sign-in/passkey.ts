import { schemas } from '../../../server/api';
import { endpoint, json, readJson } from '../../../server/http';
import { enterByPasskey, passkeyChallenge } from '../../../server/people';
import { askerOf, entered, originOf } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** What a passkey has to answer, and its answer. */
export const ALL = endpoint(
  {
    POST: async (context) => {
      amongPeople();
      return json(await passkeyChallenge({ origin: originOf(context) }));
    },
    PUT: async (context, who) => {
      amongPeople();
      const { body } = await readJson(context.request, schemas.passkeyAnswer);
      return entered(context, await enterByPasskey(body, { origin: originOf(context) }, askerOf(context, who)));
    },
  },
  'open',
);
