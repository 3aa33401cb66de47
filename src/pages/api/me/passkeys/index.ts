import { schemas } from '../../../../server/api';
import { endpoint, json, readJson } from '../../../../server/http';
import { addPasskey, passkeyOptions, passkeysOf } from '../../../../server/people';
import { done, originOf } from '../../../../server/sign-in-routes';
import { personOrNone } from '../../../../server/who';

/** One's passkeys; another is begun by POST and taken by PUT. */
export const ALL = endpoint(
  {
    GET: async (_, { account }) => json({ passkeys: await passkeysOf(account) }),
    POST: async (context, who) => json(await passkeyOptions(personOrNone(who), { origin: originOf(context) })),
    PUT: async (context, who) => {
      const person = personOrNone(who);
      const { body } = await readJson(context.request, schemas.passkeyRequest);
      await addPasskey(person, { origin: originOf(context) }, body);
      return done();
    },
  },
  'people',
);
