import { schemas } from '../../../server/api';
import { endpoint, json, readJson } from '../../../server/http';
import { keysOf, makeKey } from '../../../server/people';
import { amongPeople } from '../../../server/who';

/** Keys for scripts. */
export const ALL = endpoint(
  {
    GET: async (_, { account }) => json({ keys: await keysOf(account) }),
    POST: async ({ request }, { account }) => {
      amongPeople();
      const { body } = await readJson(request, schemas.keyRequest);
      return json(await makeKey(account, body), { status: 201 });
    },
  },
  'people',
);
