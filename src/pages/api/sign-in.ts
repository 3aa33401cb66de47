import { schemas } from '../../server/api';
import { ApiError, endpoint, json, readJson } from '../../server/http';
import { accountBy, beginSession, cookieOf, endSession, failed, matches, mayTry, succeeded } from '../../server/people';
import { settings } from '../../server/settings.mjs';

export const ALL = endpoint(
  {
    POST: async ({ request }, { caller, person }) => {
      if (!settings().people)
        throw new ApiError(404, 'not-found', 'Nobody signs in here: whoever reaches this is alone.');
      const { body } = await readJson(request, schemas.signInRequest);
      const attempt = { email: body.email, caller };
      await mayTry(attempt);
      const account = await accountBy(body.email);
      // As slow, and in the same words, whether the address or the password was wrong.
      if (!(await matches(account?.password, body.password)) || !account) {
        await failed(attempt);
        throw new ApiError(
          401,
          'wrong-sign-in',
          'The e-mail address or the password is not right.',
          [],
          {},
          {
            'www-authenticate': 'Session realm="Dendrotax"',
          },
        );
      }
      await succeeded(attempt);
      if (person) await endSession(person.account, person.session);
      const token = await beginSession(account.id, request.headers.get('user-agent') ?? '');
      return json({ id: account.id }, { headers: { 'set-cookie': cookieOf(token) } });
    },
    DELETE: async (_, { person }) => {
      if (person) await endSession(person.account, person.session);
      return new Response(null, { status: 204, headers: { 'set-cookie': cookieOf(undefined) } });
    },
  },
  'open',
);
