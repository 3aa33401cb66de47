import { schemas } from '../../../server/api';
import { localAccount } from '../../../server/db';
import { ApiError, endpoint, json, readJson } from '../../../server/http';
import { beginSession, cookieOf, makeFirst } from '../../../server/people';
import { settings } from '../../../server/settings.mjs';

export const ALL = endpoint(
  {
    POST: async ({ request }) => {
      if (!settings().people)
        throw new ApiError(404, 'not-found', 'Nobody signs up here: whoever reaches this is alone.');
      const { body } = await readJson(request, schemas.firstRequest);
      const { token, ...person } = body;
      const account = await makeFirst(token, person, await localAccount());
      const session = await beginSession(account, request.headers.get('user-agent') ?? '');
      return json({ id: account }, { status: 201, headers: { 'set-cookie': cookieOf(session) } });
    },
  },
  'open',
);
