import { inNameOf } from '../../../server/db';
import { ApiError, endpoint, paramOf } from '../../../server/http';
import { heavy } from '../../../server/jobs';
import { isNamed, pictureAsked, tagOf } from '../../../server/pictures/asked';
import { drawnOnce } from '../../../server/pictures/drawn';
import { cacheControlOf, publication } from '../../../server/pictures/published';
import { pictureTypes } from '../../../server/pictures/types';

const drawn = heavy('picture', 2);

/** A published chart as a picture that is always as the chart is now, for pages and documents of others. */
export const ALL = endpoint(
  {
    GET: async (context, asking) => {
      const found = await publication(paramOf(context, 'address'), asking);
      const { head, chart, view, who } = found;
      const form = paramOf(context, 'form');
      if (!Object.hasOwn(pictureTypes, form) || form === 'html')
        throw new ApiError(404, 'no-such-format', 'There is no picture of this form.');
      const url = new URL(context.url);
      url.searchParams.set('as', form);
      // It shows the chart; it does not hand it over.
      url.searchParams.set('data', 'none');
      // What is published is this view and no other, as it is now.
      for (const other of ['at', 'on', 'view', 'views']) url.searchParams.delete(other);
      if (view !== null) url.searchParams.set('view', view);
      const tag = tagOf(pictureAsked({ request: context.request, url }), head);
      const headers = { etag: tag, 'cache-control': cacheControlOf(found), 'access-control-allow-origin': '*' };
      if (isNamed(tag, context.request.headers.get('if-none-match')))
        return new Response(null, { status: 304, headers });
      // Drawn for all who wait: it goes on where one of them leaves.
      const request = new Request(url);
      const picture = await drawnOnce({ chart, revision: head.revision, etag: tag, at: [form] }, () =>
        inNameOf(who, () => drawn({ request, url, params: { id: chart } }, who)),
      );
      for (const [name, value] of Object.entries(headers)) picture.headers.set(name, value);
      return picture;
    },
  },
  'open',
);
