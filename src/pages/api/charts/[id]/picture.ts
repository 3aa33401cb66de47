import { compose } from '../../../../core/compose';
import { asAnswer, dpiOf, pageAsked, partAsked, scenesOf } from '../../../../server/api';
import { getChart } from '../../../../server/charts';
import { ApiError, endpoint, json, negotiate, paramOf } from '../../../../server/http';
import { kindFor } from '../../../../server/lists';
import {
  fonts,
  keptPicture,
  type PictureType,
  picture,
  pictureFile,
  pictureTypes,
  svgOf,
} from '../../../../server/pictures';
import { version } from '../../../../server/version';

function typeOf(request: Request, as: string | null): PictureType | 'application/json' {
  if (as === null)
    return negotiate(request.headers.get('accept'), ['application/json', ...Object.values(pictureTypes)]);
  const type = Object.entries(pictureTypes).find(([name]) => name === as)?.[1];
  if (!type) throw new ApiError(406, 'no-such-format', `A picture is one of ${Object.keys(pictureTypes).join(', ')}.`);
  return type;
}

export const ALL = endpoint({
  GET: async (context) => {
    const { searchParams } = context.url;
    const type = typeOf(context.request, searchParams.get('as'));
    const dpi = dpiOf(searchParams.get('dpi'));
    const id = paramOf(context, 'id');
    const stored = await getChart(id);
    const { revision } = stored;
    const [branch, downTo] = [searchParams.get('branch'), searchParams.get('downTo')];
    const part = branch !== null || downTo !== null;
    const chart = part ? partAsked(kindFor(stored.chart.kind), stored.chart, { branch, downTo }) : stored.chart;
    // The picture follows from the value alone: same revision and program, same picture.
    const page = searchParams.get('page');
    const outlined = type === 'image/svg+xml' && searchParams.get('outlines') === '1';
    // Whatever was asked for, it is written in letters that a header may have.
    const tag = `"${version}-${revision}-${type}-${dpi}-${encodeURIComponent([page, branch, downTo, outlined ? 'outlines' : ''].map((asked) => asked ?? '').join(' '))}"`;
    if (context.request.headers.get('if-none-match') === tag)
      return new Response(null, { status: 304, headers: { etag: tag } });
    const save = searchParams.get('save') === '1';
    const composed = () => compose(chart, fonts());
    const response =
      type === 'application/json'
        ? json(asAnswer(composed(), 'stored'))
        : type === 'image/svg+xml' && page === null && !part && !outlined
          ? pictureFile(chart.title, type, await keptPicture(`${id} ${revision}`, () => svgOf(composed().scene)), save)
          : await picture(
              pageAsked(
                scenesOf(chart, page !== null || type === pictureTypes.pdf, () => composed().scene),
                page,
              ),
              type,
              dpi,
              save,
              outlined,
            );
    response.headers.set('etag', tag);
    return response;
  },
});
