import { schemas } from '../../../../server/api';
import { binChart, getHead, putInFolder } from '../../../../server/charts';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';
import { chartRequest } from '../../../../server/work/chart';

/** To write out longer charts would keep others waiting. */
const LONG = 3_000;
const inThread = heavy('chart', 1);

export const ALL = endpoint({
  GET: async (context, who) => {
    const { items } = await getHead(who, paramOf(context, 'id'));
    return (items > LONG ? inThread : chartRequest)(context, who);
  },
  PATCH: async (context, who) => {
    const { body } = await readJson(context.request, schemas.folderRequest);
    await putInFolder(who, paramOf(context, 'id'), body.folder);
    return json(body);
  },
  DELETE: async (context, who) => {
    await binChart(who, paramOf(context, 'id'));
    return new Response(null, { status: 204 });
  },
});
