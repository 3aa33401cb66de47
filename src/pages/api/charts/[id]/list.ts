import { treeOf, walk } from '../../../../core/chart';
import { listAsCsv, listAsOutline } from '../../../../core/list';
import { schemas } from '../../../../server/api';
import { getChart, replaceList } from '../../../../server/charts';
import { ApiError, endpoint, json, meets, negotiate, paramOf, readJson, readText } from '../../../../server/http';
import { kindFor } from '../../../../server/lists';
import { disposition } from '../../../../server/pictures';

const types = { json: 'application/json', csv: 'text/csv', outline: 'text/plain' } as const;

export const ALL = endpoint({
  GET: async (context) => {
    const as = context.url.searchParams.get('as');
    const named = Object.entries(types).find(([name]) => name === as)?.[1];
    if (as !== null && !named)
      throw new ApiError(406, 'no-such-format', `A list is one of ${Object.keys(types).join(', ')}.`);
    const type = named ?? negotiate(context.request.headers.get('accept'), Object.values(types));
    const { chart, revision } = await getChart(paramOf(context, 'id'));
    if (type === 'application/json') {
      const items = [...walk(treeOf(chart.items))].map(({ id, depth }) => ({
        id,
        level: depth + 1,
        parent: chart.items[id]!.parent,
        fields: chart.items[id]!.fields,
      }));
      return json({ title: chart.title, kind: chart.kind, revision, items });
    }
    const { columns } = kindFor(chart.kind);
    const text = type === 'text/csv' ? listAsCsv(chart, columns) : listAsOutline(chart, columns);
    return new Response(text, {
      headers: {
        'content-type': `${type}; charset=utf-8`,
        'content-disposition': disposition(
          chart.title,
          type === 'text/csv' ? 'csv' : 'txt',
          context.url.searchParams.get('save') === '1',
        ),
        'cache-control': 'no-store',
      },
    });
  },
  PUT: async (context) => {
    const { request } = context;
    const type = request.headers.get('content-type') ?? 'application/json';
    // A list may come as it is, or in JSON with its form.
    const plain = /^text\//i.test(type);
    const { list, form } = plain
      ? meets(schemas.refreshRequest, { list: await readText(request) })
      : (await readJson(request, schemas.refreshRequest)).body;
    return json(await replaceList(paramOf(context, 'id'), list, form));
  },
});
