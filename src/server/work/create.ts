import { apply, type Change, type Chart, emptyChart, type Picture } from '../../core/chart';
import { chartOfList, picturedBy } from '../../core/read';
import { schemas } from '../api';
import { createChart } from '../charts';
import { ApiError, type Handler, meets, once, readJson } from '../http';
import { newId } from '../ids';
import { isFile, keepPictures, listFileOf, readOptionsOf } from '../list-files';
import { kindFor, readAs, readRequest } from '../lists';

/** A chart value from outside, held against the same rules as every change: parents there, no circles. */
function wholeChart(chart: Chart): Chart {
  const items = Object.values(chart.items);
  if (items.length === 0) return chart;
  const put: Change[] = [
    { type: 'add-items', items, links: Object.values(chart.links) },
    { type: 'set-sets', put: Object.values(chart.sets), remove: [] },
  ];
  const filled = apply({ ...chart, items: {}, links: {}, sets: {} }, { type: 'group', changes: put });
  if (filled.ok) return filled.chart;
  throw new ApiError(422, filled.problem.code, filled.problem.message, [{ ...filled.problem, field: 'chart.items' }]);
}

/** A chart whose items have pictures as they are kept here. */
function repictured(chart: Chart, kept: ReadonlyMap<string, Picture>): Chart {
  const items = Object.entries(chart.items).map(([id, item]) => {
    const { picture, ...rest } = item;
    if (!picture || !('file' in picture)) return [id, item] as const;
    const own = kept.get(picture.file);
    return [id, own ? { ...rest, picture: own } : rest] as const;
  });
  return { ...chart, items: Object.fromEntries(items) };
}

/** A new chart: from a file, a list, a whole chart, or empty. */
export const createRequest: Handler = async ({ request, url }, who) => {
  const made = (text: string, chart: Chart, encoding?: string) =>
    once(who, request, text, async () => {
      const id = newId();
      await createChart(who, id, chart);
      return {
        status: 201,
        body: { id, revision: 0, ...(encoding !== undefined && { encoding }) },
        location: `/api/charts/${id}`,
      };
    });
  if (isFile(request)) {
    const file = await listFileOf(request);
    if (file.packed) {
      const { title } = readOptionsOf(url);
      const { chart, pictures } = file.packed;
      const kept = await keepPictures(
        who,
        new Map([...pictures].map(([name, { bytes }]) => [name, bytes])),
        new Set(pictures.keys()),
      );
      const whole = wholeChart({ ...repictured(chart, kept), ...(title && { title }) });
      return made(file.print, { ...whole, kind: kindFor(whole.kind).id });
    }
    const asked = meets(schemas.fileRequest, { title: file.title || undefined, ...readOptionsOf(url) });
    const { kind, list } = readRequest({ ...asked, list: file.text }, newId);
    const chart = chartOfList(kind, asked.title ?? kind.words.name, list);
    const wanted = kind.picturesIn?.(chart.carried) ?? new Map<string, string>();
    const pictures = await keepPictures(who, file.pictures, new Set(wanted.values()));
    return made(
      file.print + (url.searchParams.get('encoding') ?? ''),
      picturedBy(chart, wanted, pictures),
      file.encoding,
    );
  }
  const { body, text } = await readJson(request, schemas.createRequest);
  const kind = kindFor(body.kind);
  const { title } = body;
  // Read before a connection is held for it.
  const chart: Chart = body.chart
    ? { ...wholeChart(body.chart), kind: kind.id, title }
    : {
        ...(body.list === undefined
          ? emptyChart(kind.id, title)
          : chartOfList(kind, title, readAs(kind, body.list, { ...body, newId }))),
        ...(body.matter && { matter: body.matter }),
      };
  const pictures = new Map(Object.entries(body.pictures ?? {}));
  return made(text, picturedBy(chart, kind.picturesIn?.(chart.carried) ?? new Map(), pictures));
};
