import { schemas } from '../../../server/api';
import { listClasses, makeClass } from '../../../server/classes';
import { endpoint, json, readJson } from '../../../server/http';

export const ALL = endpoint(
  {
    GET: async (_, who) => json({ classes: await listClasses(who) }),
    POST: async ({ request }, who) => {
      const { body } = await readJson(request, schemas.classRequest);
      const made = await makeClass(who, body.name);
      return json(made, { status: 201, headers: { location: `/api/classes/${made.id}` } });
    },
  },
  'classes',
);
