import { schemas } from '../../../../server/api';
import { classFor, makeTask, tasksOf } from '../../../../server/classes';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint(
  {
    GET: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      return json({ tasks: await tasksOf(id) });
    },
    POST: async (context, who) => {
      const { id } = await classFor(who, paramOf(context, 'class'));
      const { body } = await readJson(context.request, schemas.taskRequest);
      const task = await makeTask(who, id, body);
      return json(task, { status: 201, headers: { location: `/api/tasks/${task.id}` } });
    },
  },
  'classes',
);
