import { schemas } from '../../server/api';
import { endpoint, readJson } from '../../server/http';
import { askRecovery, recover } from '../../server/people';
import { done } from '../../server/sign-in-routes';
import { amongPeople } from '../../server/who';

/** A forgotten password: a link by e-mail, and another password by it. */
export const ALL = endpoint(
  {
    POST: async ({ request }, { caller }) => {
      amongPeople();
      const { body } = await readJson(request, schemas.emailRequest);
      await askRecovery(body.email, caller);
      return done();
    },
    PUT: async ({ request }) => {
      amongPeople();
      const { body } = await readJson(request, schemas.recoverRequest);
      await recover(body.token, body.password);
      return done();
    },
  },
  'open',
);
