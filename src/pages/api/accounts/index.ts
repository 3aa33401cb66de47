import { schemas } from '../../../server/api';
import { endpoint, json, readJson } from '../../../server/http';
import { listAccounts, makeAccount } from '../../../server/people';
import { administrator } from '../../../server/who';

export const ALL = endpoint(
  {
    GET: async (_, who) => {
      administrator(who);
      return json({ accounts: await listAccounts() });
    },
    POST: async ({ request }, who) => {
      administrator(who);
      const { body } = await readJson(request, schemas.personRequest);
      return json({ id: await makeAccount(body, who.person!.name) }, { status: 201 });
    },
  },
  'people',
);
