import { schemas } from '../../../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../../../server/http';
import { makeEach } from '../../../../../server/views';

/** One view for each branch of a tier, value of a field, or set. */
export const ALL = endpoint({
  POST: async (context, who) => {
    const { body } = await readJson(context.request, schemas.eachRequest);
    const { name, ...each } = body;
    return json({ views: await makeEach(who, paramOf(context, 'id'), each, name) }, { status: 201 });
  },
});
