import { schemas } from '../../../server/api';
import { ApiError, endpoint, readJson } from '../../../server/http';
import { changePassword } from '../../../server/people';

export const ALL = endpoint(
  {
    PUT: async ({ request }, { person, caller }) => {
      if (!person) throw new ApiError(404, 'not-found', 'Whoever is alone here has no password.');
      const { body } = await readJson(request, schemas.passwordRequest);
      await changePassword(person, body, caller);
      return new Response(null, { status: 204 });
    },
  },
  'people',
);
