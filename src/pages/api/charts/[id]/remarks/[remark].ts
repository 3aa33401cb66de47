import { schemas } from '../../../../../server/api';
import { getHead } from '../../../../../server/charts';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { changeRemark, removeRemark } from '../../../../../server/remarks';

export const ALL = endpoint({
  PATCH: async (context, who) => {
    const id = paramOf(context, 'id');
    await getHead(who, id, 'remark');
    const { body } = await readJson(context.request, schemas.remarkChange);
    return json(await changeRemark(who, id, paramOf(context, 'remark'), body));
  },
  DELETE: async (context, who) => {
    await removeRemark(who, paramOf(context, 'id'), paramOf(context, 'remark'));
    return new Response(null, { status: 204 });
  },
});
