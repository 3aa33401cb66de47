import { schemas } from '../../../server/api';
import { ApiError, endpoint, json, paramOf, readJson } from '../../../server/http';
import { belongingsOf, removeAccount, setAdministrator } from '../../../server/people';
import { done } from '../../../server/sign-in-routes';
import { administrator } from '../../../server/who';

const UUID = /^[\da-f]{8}(?:-[\da-f]{4}){3}-[\da-f]{12}$/i;
function accountIn(context: Parameters<typeof paramOf>[0]): string {
  const account = paramOf(context, 'account');
  if (UUID.test(account)) return account;
  throw new ApiError(404, 'not-found', 'There is no such account.');
}

/** What somebody has, and whether they are an administrator; by administrators. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      administrator(who);
      return json(await belongingsOf(accountIn(context)));
    },
    PATCH: async (context, who) => {
      administrator(who);
      const { body } = await readJson(context.request, schemas.accountChange);
      await setAdministrator(accountIn(context), body.administrator, who.person!.name);
      return done();
    },
    DELETE: async (context, who) => {
      administrator(who);
      const { body } = await readJson(context.request, schemas.removalRequest);
      await removeAccount(accountIn(context), body.to);
      return done();
    },
  },
  'people',
);
