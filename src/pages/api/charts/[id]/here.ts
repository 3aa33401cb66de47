import { schemas } from '../../../../server/api';
import { getHead } from '../../../../server/charts';
import { tellHere } from '../../../../server/charts/here';
import { endpoint, paramOf, readJson } from '../../../../server/http';
import { amongPeople } from '../../../../server/who';

/** Says that somebody is at a chart, and where. */
export const ALL = endpoint({
  PUT: async (context, who) => {
    amongPeople();
    const id = paramOf(context, 'id');
    await getHead(who, id);
    const { body } = await readJson(context.request, schemas.hereRequest);
    const name = who.person?.name ?? 'Somebody with the link';
    await tellHere(id, { ...body, name, of: who.account || (who.visit ?? '') });
    return new Response(null, { status: 204 });
  },
});
