import { inNameOf } from '../../../server/db';
import { ApiError, endpoint, paramOf } from '../../../server/http';
import { heavy } from '../../../server/jobs';
import { isNamed, pictureAsked, tagOf } from '../../../server/pictures/asked';
import { publication } from '../../../server/pictures/published';
import { pictureTypes } from '../../../server/pictures/types';

const drawn = heavy('picture', 2);

/** A published chart as a picture that is always as the chart is now, for pages and documents of others. */
export const ALL = endpoint(
  {
    GET: async (context, asking) => {
      const { head, chart, view, who } = await publication(paramOf(context, 'address'), asking);
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
      const headers = { etag: tag, 'cache-control': 'no-cache', 'access-control-allow-origin': '*' };
      if (isNamed(tag, context.request.headers.get('if-none-match')))
        return new Response(null, { status: 304, headers });
      const request = new Request(url, { signal: context.request.signal });
      const picture = await inNameOf(who, () => drawn({ request, url, params: { id: chart } }, who));
      for (const [name, value] of Object.entries(headers)) picture.headers.set(name, value);
      return picture;
    },
  },
  'open',
);
