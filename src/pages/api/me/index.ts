import { endpoint, json } from '../../../server/http';
import { settings } from '../../../server/settings.mjs';

/** Who asks, and how it is known. */
export const ALL = endpoint({
  GET: async (_, { account, person, key }) => {
    if (!settings().people) return json({ how: 'alone' });
    if (key) return json({ how: 'key', id: account, scope: key.scope });
    if (!person) return json({ how: 'link' });
    const { name, email, administrator } = person;
    return json({ how: 'session', id: account, name, email, administrator });
  },
});
