import { schemas } from '../../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { makePoint } from '../../../../../server/moments';

export const ALL = endpoint({
  POST: async (context, who) => {
    const { body } = await readJson(context.request, schemas.savePointRequest);
    const point = await makePoint(who, paramOf(context, 'id'), body);
    return json(point, { status: 201, headers: { location: `${context.url.pathname}/${point.id}` } });
  },
});
