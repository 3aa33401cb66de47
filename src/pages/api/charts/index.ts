import { listCharts, SORTS, type Sort } from '../../../server/charts';
import { ApiError, endpoint, json, textOf, wrongValue } from '../../../server/http';
import { heavy } from '../../../server/jobs';

function sortOf(text: string | undefined): Sort | undefined {
  const sort = SORTS.find((one) => one === text);
  if (text === undefined || sort) return sort;
  throw new ApiError(422, 'unknown-sort', `There is no order "${text}"; it is one of ${SORTS.join(', ')}.`);
}

function ofOf(text: string | undefined): 'own' | 'others' | undefined {
  if (text === undefined || text === 'own' || text === 'others') return text;
  throw wrongValue('of', 'of is own or others; left out, both.');
}

export const ALL = endpoint({
  GET: async (context, who) => {
    const get = (name: string) => textOf(context, name);
    const page = await listCharts(who, {
      kind: get('kind'),
      q: get('q'),
      cursor: get('cursor'),
      binned: get('binned') === '1',
      folder: get('folder'),
      sort: sortOf(get('sort')),
      of: ofOf(get('of')),
    });
    if (page.next === null) return json(page);
    // The next page as a link too (RFC 8288).
    const next = new URL(context.url);
    next.searchParams.set('cursor', page.next);
    return json(page, { headers: { link: `<${next.pathname}${next.search}>; rel="next"` } });
  },
  POST: heavy('create', 3),
});
