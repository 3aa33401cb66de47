import { schemas } from '../../../server/api';
import { endpoint, readJson } from '../../../server/http';
import { askSignInLink, enterByLink } from '../../../server/people';
import { askerOf, done, entered } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** A link by e-mail, and signing in by it. */
export const ALL = endpoint(
  {
    POST: async ({ request }, { caller }) => {
      amongPeople();
      const { body } = await readJson(request, schemas.emailRequest);
      await askSignInLink(body.email, caller);
      return done();
    },
    PUT: async (context, who) => {
      amongPeople();
      const { body } = await readJson(context.request, schemas.tokenRequest);
      return entered(context, await enterByLink(body.token, body.code, askerOf(context, who)));
    },
  },
  'open',
);
