import { schemas } from '../../../../../server/api';
import { getHead } from '../../../../../server/charts';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { addRemark, listRemarks } from '../../../../../server/remarks';

export const ALL = endpoint({
  GET: async (context, who) => json({ remarks: await listRemarks(who, paramOf(context, 'id')) }),
  POST: async (context, who) => {
    const id = paramOf(context, 'id');
    await getHead(who, id, 'remark');
    const { body } = await readJson(context.request, schemas.remarkRequest);
    const made = await addRemark(who, id, body);
    return json(made, { status: 201, headers: { location: `${context.url.pathname}/${made.id}` } });
  },
});
