import { schemas } from '../../../../server/api';
import { binChart, getChart, putInFolder } from '../../../../server/charts';
import { endpoint, json, paramOf, readJson } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => json(await getChart(paramOf(context, 'id'))),
  PATCH: async (context) => {
    const { body } = await readJson(context.request, schemas.folderRequest);
    await putInFolder(paramOf(context, 'id'), body.folder);
    return json(body);
  },
  DELETE: async (context) => {
    await binChart(paramOf(context, 'id'));
    return new Response(null, { status: 204 });
  },
});
