import { schemas } from '../../../../server/api';
import { changeClass, classFor, learnersOf, removeClass, retitleShown, tasksOf } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint(
  {
    GET: async (context, who) => {
      const id = paramOf(context, 'class');
      const found = await classFor(who, id);
      const [people, work] = await Promise.all([learnersOf(id), tasksOf(id)]);
      return json({ ...found, people, work });
    },
    PATCH: async (context, who) => {
      const id = paramOf(context, 'class');
      await classFor(who, id);
      const { body } = await readJson(context.request, schemas.classChange);
      const changed = await changeClass(who, id, body);
      if (body.names !== undefined) await retitleShown(who, id);
      return json(changed);
    },
    DELETE: async (context, who) => {
      await removeClass(who, paramOf(context, 'class'));
      return new Response(null, { status: 204 });
    },
  },
  'classes',
);
