import { schemas } from '../../../server/api';
import { endpoint, paramOf, readJson } from '../../../server/http';
import { changeGroup, removeGroup } from '../../../server/people';
import { administrator } from '../../../server/who';

export const ALL = endpoint(
  {
    PATCH: async (context, who) => {
      administrator(who);
      const { body } = await readJson(context.request, schemas.groupChange);
      await changeGroup(paramOf(context, 'group'), body);
      return new Response(null, { status: 204 });
    },
    DELETE: async (context, who) => {
      administrator(who);
      await removeGroup(paramOf(context, 'group'));
      return new Response(null, { status: 204 });
    },
  },
  'people',
);
