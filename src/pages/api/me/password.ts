import { schemas } from '../../../server/api';
import { ApiError, endpoint, json, readJson } from '../../../server/http';
import { changePassword } from '../../../server/people';

export const ALL = endpoint(
  {
    PUT: async ({ request }, { person, caller }) => {
      if (!person) throw new ApiError(404, 'not-found', 'Whoever is alone here has no password.');
      const { body } = await readJson(request, schemas.passwordRequest);
      return json(await changePassword(person, body, caller));
    },
  },
  'people',
);
