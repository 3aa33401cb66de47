import { kinds } from '../../core/kinds';
import { listAsJson } from '../../core/list';
import { listFormats, XLSX } from '../../core/list-formats';
import { own } from '../../core/own';
import { officeWith } from '../../core/packed';
import { listAsXlsx, writeList } from '../../core/write';
import { schemas } from '../api';
import { replaceList } from '../charts';
import { ApiError, type Handler, json, meets, negotiate, paramOf, readJson } from '../http';
import { packedChart } from '../item-pictures';
import { isFile, listFileOf, readOptionsOf } from '../list-files';
import { kindFor } from '../lists';
import { shownChart } from '../moments';
import { disposition } from '../pictures';

/** Media type of every form by its id, JSON first: it is given where nothing is asked for. */
const types: Readonly<Record<string, string>> = {
  json: 'application/json',
  xlsx: XLSX.mime,
  ...Object.fromEntries(
    kinds.flatMap((kind) => Object.entries(listFormats(kind)).map(([id, { mime }]) => [id, mime] as const)),
  ),
};

/** A chart's list in a form that is asked for. */
export const writeListRequest: Handler = async (context, who) => {
  const { searchParams } = context.url;
  const as = searchParams.get('as');
  if (as !== null && !Object.hasOwn(types, as))
    throw new ApiError(406, 'no-such-format', `A list is one of ${Object.keys(types).join(', ')}.`);
  const type = as === null ? negotiate(context.request.headers.get('accept'), Object.values(types)) : own(types, as)!;
  const { chart, revision } = await shownChart(who, paramOf(context, 'id'), searchParams);
  const kind = kindFor(chart.kind);
  const save = searchParams.get('save') === '1';
  // A file of the list holds the chart whole, unless it is to hold nothing but the list.
  const packed = save && searchParams.get('data') !== 'none' ? await packedChart(who, chart) : undefined;
  const file = (content: string | Uint8Array, mime: string, ending: string) =>
    new Response(content as BodyInit, {
      headers: {
        'content-type': typeof content === 'string' ? `${mime}; charset=utf-8` : mime,
        'content-disposition': disposition(chart.title, ending, save),
        'cache-control': 'no-store',
      },
    });
  if (type === types['json'] && !save) return json({ revision, ...listAsJson(chart) });
  if (type === XLSX.mime) {
    const book = await listAsXlsx(kind, chart);
    return file(packed ? officeWith(book, 'xl/workbook.xml', packed) : book, type, XLSX.ending);
  }
  if (type === types['json'] && packed)
    return file(`${JSON.stringify({ ...listAsJson(chart), ...JSON.parse(packed) }, null, 2)}\n`, type, 'json');
  const found = Object.entries(listFormats(kind)).find(([, { mime }]) => mime === type);
  if (!found)
    throw new ApiError(406, 'no-such-format', `A ${kind.words.name.toLowerCase()} is not written as ${type}.`);
  // Some spreadsheets take text for that of their own country where no mark says what it is.
  const mark = type === types['csv'] && searchParams.get('mark') === '1' ? '\ufeff' : '';
  const [form, { mime, ending }] = found;
  return file(mark + writeList(kind, form, chart, searchParams.get('exact') === '1'), mime, ending);
};

/** A newer list brought into a chart. */
export const newerListRequest: Handler = async (context, who) => {
  const { request } = context;
  // A list may come as it is, or in JSON with how it is to be read.
  const { kind: _, title: __, ...asked } = readOptionsOf(context.url);
  const { list, ...options } = isFile(request, true)
    ? meets(schemas.refreshRequest, { ...asked, list: (await listFileOf(request)).text })
    : (await readJson(request, schemas.refreshRequest)).body;
  const only = context.url.searchParams.get('try') === '1' || options.try;
  return json(await replaceList(who, paramOf(context, 'id'), { ...options, list, try: only }));
};
