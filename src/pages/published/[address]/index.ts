import { inNameOf } from '../../../server/db';
import { endpoint, paramOf } from '../../../server/http';
import { heavy } from '../../../server/jobs';
import { isNamed } from '../../../server/pictures/asked';
import { drawnOnce } from '../../../server/pictures/drawn';
import { cacheControlOf, pageTag, publication } from '../../../server/pictures/published';
import { originOf } from '../../../server/sign-in-routes';

const drawn = heavy('published', 1);

/** A chart at a lasting address, to be looked at by whoever has it. */
export const ALL = endpoint(
  {
    GET: async (context, asking) => {
      const { url, params } = context;
      const found = await publication(paramOf(context, 'address'), asking);
      const etag = pageTag(context, found);
      const headers = { etag, 'cache-control': cacheControlOf(found) };
      if (isNamed(etag, context.request.headers.get('if-none-match')))
        return new Response(null, { status: 304, headers });
      // Drawn for all who wait: it goes on where one of them leaves.
      const request = new Request(url, { headers: { host: context.request.headers.get('host') ?? '' } });
      const page = await drawnOnce(
        {
          chart: found.chart,
          revision: found.head.revision,
          etag,
          at: [url.pathname, originOf(context)],
        },
        () => inNameOf(found.who, () => drawn({ request, url, params }, found.who)),
      );
      for (const [name, value] of Object.entries(headers)) page.headers.set(name, value);
      return page;
    },
  },
  'open',
);
