import { setsOf, treeOf, walk } from '../../../../core/chart';
import { kinds } from '../../../../core/kinds';
import { listAsCsv } from '../../../../core/list';
import { schemas } from '../../../../server/api';
import { getChart, replaceList } from '../../../../server/charts';
import { ApiError, endpoint, json, meets, negotiate, paramOf, readJson, readText } from '../../../../server/http';
import { kindFor } from '../../../../server/lists';
import { disposition } from '../../../../server/pictures';

const types: Readonly<Record<string, string>> = {
  json: 'application/json',
  csv: 'text/csv',
  outline: 'text/plain',
  ...Object.fromEntries(
    kinds.flatMap(({ formats = {} }) => Object.entries(formats).map(([id, { mime }]) => [id, mime])),
  ),
};

export const ALL = endpoint({
  GET: async (context) => {
    const { searchParams } = context.url;
    const as = searchParams.get('as');
    if (as !== null && !Object.hasOwn(types, as))
      throw new ApiError(406, 'no-such-format', `A list is one of ${Object.keys(types).join(', ')}.`);
    const type = as === null ? negotiate(context.request.headers.get('accept'), Object.values(types)) : types[as]!;
    const { chart, revision } = await getChart(paramOf(context, 'id'));
    const kind = kindFor(chart.kind);
    const file = (text: string, mime: string, ending: string) =>
      new Response(text, {
        headers: {
          'content-type': `${mime}; charset=utf-8`,
          'content-disposition': disposition(chart.title, ending, searchParams.get('save') === '1'),
          'cache-control': 'no-store',
        },
      });
    if (type === 'text/csv')
      return file(
        listAsCsv(chart, kind.columns, (item, field) => kind.cell?.(chart, item, field)),
        type,
        'csv',
      );
    if (type === 'text/plain') return file(kind.writeOutline(chart), type, 'txt');
    if (type !== 'application/json') {
      const format = Object.values(kind.formats ?? {}).find(({ mime }) => mime === type);
      if (!format)
        throw new ApiError(406, 'no-such-format', `A ${kind.words.name.toLowerCase()} is not written as ${type}.`);
      return file(format.write(chart), format.mime, format.ending);
    }
    const items = [...walk(treeOf(chart.items))].map(({ id, depth }) => ({
      id,
      level: depth + 1,
      parent: chart.items[id]!.parent,
      fields: chart.items[id]!.fields,
    }));
    const { title, links, sets } = chart;
    return json({ title, kind: chart.kind, revision, items, links: Object.values(links), sets: setsOf({ sets }) });
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
