import { schemas } from '../../../server/api';
import { ApiError, endpoint, json, readJson } from '../../../server/http';
import { listAccounts, makeAccount } from '../../../server/people';
import type { Who } from '../../../server/who';

/** @throws 403 for all but administrators; where somebody is alone here there are none */
function administrator({ person }: Who): void {
  if (!person?.administrator)
    throw new ApiError(403, 'administrators-only', 'Accounts are looked after by administrators.');
}

export const ALL = endpoint({
  GET: async (_, who) => {
    administrator(who);
    return json({ accounts: await listAccounts() });
  },
  POST: async ({ request }, who) => {
    administrator(who);
    const { body } = await readJson(request, schemas.personRequest);
    return json({ id: await makeAccount(body) }, { status: 201 });
  },
});
