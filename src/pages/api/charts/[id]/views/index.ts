import { schemas } from '../../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { listViews, makeView } from '../../../../../server/views';

export const ALL = endpoint({
  GET: async (context, who) => json({ views: await listViews(who, paramOf(context, 'id')) }),
  POST: async (context, who) => {
    const { body } = await readJson(context.request, schemas.viewRequest);
    const view = await makeView(who, paramOf(context, 'id'), body);
    return json(view, { status: 201, headers: { location: `${context.url.pathname}/${view.id}` } });
  },
});
