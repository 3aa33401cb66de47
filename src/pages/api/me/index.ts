import { endpoint, json } from '../../../server/http';

/** Who asks, and how it is known. */
export const ALL = endpoint({
  GET: async (_, { person }) =>
    json(
      person
        ? { how: 'session', name: person.name, email: person.email, administrator: person.administrator }
        : { how: 'alone' },
    ),
});
