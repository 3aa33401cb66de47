import { bySession } from '../../../server/access';
import { schemas } from '../../../server/api';
import { asServer } from '../../../server/db';
import { endpoint, json, readJson } from '../../../server/http';
import { cookieOf } from '../../../server/people';
import { changeMe, leave } from '../../../server/people/me';
import { settings } from '../../../server/settings.mjs';
import { personOrNone } from '../../../server/who';

/** Who asks, and how it is known. */
export const ALL = endpoint({
  GET: async (_, { account, person, key }) => {
    if (!settings().people) return json({ how: 'alone' });
    if (key) return json({ how: 'key', id: account, scope: key.scope });
    if (!person) return json({ how: 'link' });
    const { name, email, administrator, secondFactor } = person;
    return json({ how: 'session', id: account, name, email, administrator, secondFactor });
  },
  PATCH: async ({ request }, who) => {
    bySession(who);
    const person = personOrNone(who);
    const { body } = await readJson(request, schemas.meChange);
    await asServer(() => changeMe(person, body));
    return new Response(null, { status: 204 });
  },
  DELETE: async ({ request }, who) => {
    bySession(who);
    const person = personOrNone(who);
    const { body } = await readJson(request, schemas.leaveRequest);
    await asServer(() => leave(person, body, who.caller));
    return new Response(null, { status: 204, headers: { 'set-cookie': cookieOf(undefined) } });
  },
});
