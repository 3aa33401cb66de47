import { inNameOf } from '../../../server/db';
import { endpoint, paramOf } from '../../../server/http';
import { heavy } from '../../../server/jobs';
import { isNamed } from '../../../server/pictures/asked';
import { pageTag, publication } from '../../../server/pictures/published';

const drawn = heavy('published', 1);

/** A chart at a lasting address, to be looked at by whoever has it. */
export const ALL = endpoint(
  {
    GET: async (context, asking) => {
      const found = await publication(paramOf(context, 'address'), asking);
      const etag = pageTag(context, found);
      if (isNamed(etag, context.request.headers.get('if-none-match')))
        return new Response(null, { status: 304, headers: { etag, 'cache-control': 'no-cache' } });
      return inNameOf(found.who, () => drawn(context, found.who));
    },
  },
  'open',
);
