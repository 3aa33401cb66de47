import { schemas } from '../../../../server/api';
import { changeTask, removeTask, taskFor } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint(
  {
    GET: async (context, who) => json(await taskFor(who, paramOf(context, 'task'))),
    PATCH: async (context, who) => {
      const { id } = await taskFor(who, paramOf(context, 'task'));
      const { body } = await readJson(context.request, schemas.taskChange);
      return json(await changeTask(who, id, body));
    },
    DELETE: async (context, who) => {
      await removeTask(who, paramOf(context, 'task'));
      return new Response(null, { status: 204 });
    },
  },
  'classes',
);
