import { schemas } from '../../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { changePoint, removePoint } from '../../../../../server/moments';

export const ALL = endpoint({
  PATCH: async (context, who) => {
    const { body } = await readJson(context.request, schemas.savePointChange);
    return json(await changePoint(who, paramOf(context, 'id'), paramOf(context, 'point'), body));
  },
  DELETE: async (context, who) => {
    await removePoint(who, paramOf(context, 'id'), paramOf(context, 'point'));
    return new Response(null, { status: 204 });
  },
});
