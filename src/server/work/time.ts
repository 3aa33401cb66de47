/** What takes long of moments and trials: many changes told, charts compared and brought together. */
import { compose } from '../../core/compose';
import { comparisonChart } from '../../core/history';
import { schemas } from '../api';
import { type Handler, json, numberOf, paramOf, readJson, textOf } from '../http';
import { isFile, listFileOf } from '../list-files';
import { kindFor } from '../lists';
import { backTo, compare, compareWithList, historyOf } from '../moments';
import { fonts, picture } from '../pictures';
import { pictureAsked } from '../pictures/asked';
import { adopt, bringUpToDate, differencesOf } from '../trials';

const MOST = 200;

export const historyRequest: Handler = async (context, who) => {
  const { searchParams } = context.url;
  const number = (name: string, least: number, most?: number) =>
    searchParams.has(name) ? numberOf(context, name, { least, initial: least, ...(most && { most }) }) : undefined;
  return json(
    await historyOf(who, paramOf(context, 'id'), {
      since: number('since', 0),
      before: number('before', 0),
      tier: number('tier', 1),
      limit: number('limit', 1, MOST),
      item: textOf(context, 'item'),
      by: accountOf(textOf(context, 'by')),
    }),
  );
};

/** Nobody has another: then nothing is found. */
const accountOf = (text: string | undefined) =>
  text === undefined || /^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/.test(text)
    ? text
    : '00000000-0000-0000-0000-000000000000';

export const backRequest: Handler = async (context, who) => {
  const { body } = await readJson(context.request, schemas.backRequest);
  return json(await backTo(who, paramOf(context, 'id'), body));
};

/** A list as the file itself, or in JSON. */
async function listOf(request: Request): Promise<string> {
  if (isFile(request, true)) return (await listFileOf(request)).text;
  return (await readJson(request, schemas.compareRequest)).body.list;
}

/** Two charts as lists and figures, or as one picture. */
export const compareRequest: Handler = async (context, who) => {
  const { request, url } = context;
  const list = request.method === 'POST' ? await listOf(request) : undefined;
  const { a, compared } =
    list === undefined ? await compare(who, url.searchParams) : await compareWithList(who, url.searchParams, list);
  const { chart, ...difference } = compared;
  const { searchParams } = context.url;
  const drawn = {
    ...comparisonChart(kindFor(a.chart.kind), a.chart, chart, compared),
    page: { ...a.chart.page, subtitle: difference.summary, over: 'one' as const },
  };
  if (searchParams.get('as') === null)
    return json({ ...difference, ...(searchParams.get('drawn') === '1' && { chart: drawn }) });
  const { type, dots, save, outlined, fontless } = pictureAsked(context);
  if (type === 'application/json') return json(difference);
  return picture(who, [compose(drawn, fonts()).scene], type, { chart: drawn, dots, save, outlined, fontless });
};

export const differencesRequest: Handler = async (context, who) =>
  json(await differencesOf(who, paramOf(context, 'id')));

export const adoptRequest: Handler = async (context, who) => {
  const { body } = await readJson(context.request, schemas.adoptRequest);
  return json(await adopt(who, paramOf(context, 'id'), body));
};

export const upToDateRequest: Handler = async (context, who) => {
  const { body } = await readJson(context.request, schemas.upToDateRequest);
  return json(await bringUpToDate(who, paramOf(context, 'id'), body));
};
