import { schemas } from '../../server/api';
import { endpoint, json, readJson } from '../../server/http';
import { confirmEmail } from '../../server/people';
import { amongPeople } from '../../server/who';

/** That an address is somebody's, by the link that was sent to it. */
export const ALL = endpoint(
  {
    POST: async ({ request }) => {
      amongPeople();
      const { body } = await readJson(request, schemas.tokenRequest);
      return json({ email: await confirmEmail(body.token) });
    },
  },
  'open',
);
