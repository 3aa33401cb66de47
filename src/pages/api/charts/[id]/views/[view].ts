import { schemas } from '../../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { noView } from '../../../../../server/moments';
import { changeView, listViews, removeView } from '../../../../../server/views';

export const ALL = endpoint({
  GET: async (context, who) => {
    const view = (await listViews(who, paramOf(context, 'id'))).find(({ id }) => id === paramOf(context, 'view'));
    if (!view) throw noView();
    return json(view);
  },
  PATCH: async (context, who) => {
    const { body } = await readJson(context.request, schemas.viewChange);
    return json(await changeView(who, paramOf(context, 'id'), paramOf(context, 'view'), body));
  },
  DELETE: async (context, who) => {
    await removeView(who, paramOf(context, 'id'), paramOf(context, 'view'));
    return new Response(null, { status: 204 });
  },
});
