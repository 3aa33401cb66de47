import { schemas } from '../../../server/api';
import { endpoint, json, readJson } from '../../../server/http';
import { listGroups, makeGroup } from '../../../server/people';
import { administrator } from '../../../server/who';

export const ALL = endpoint(
  {
    GET: async (_, who) => {
      administrator(who);
      return json({ groups: await listGroups() });
    },
    POST: async ({ request }, who) => {
      administrator(who);
      const { body } = await readJson(request, schemas.groupRequest);
      return json({ id: await makeGroup(body.name) }, { status: 201 });
    },
  },
  'people',
);
