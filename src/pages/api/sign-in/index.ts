import { schemas } from '../../../server/api';
import { endpoint, readJson } from '../../../server/http';
import { cookieOf, endSession, enterByPassword } from '../../../server/people';
import { askerOf, entered } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

export const ALL = endpoint(
  {
    POST: async (context, who) => {
      amongPeople();
      const { body } = await readJson(context.request, schemas.signInRequest);
      return entered(context, await enterByPassword(body, askerOf(context, who)));
    },
    DELETE: async (_, { person }) => {
      if (person) await endSession(person.account, person.session);
      return new Response(null, { status: 204, headers: { 'set-cookie': cookieOf(undefined) } });
    },
  },
  'open',
);
