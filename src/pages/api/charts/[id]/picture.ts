import { getHead } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';
import { isNamed, pictureAsked, plainKey, tagOf } from '../../../../server/pictures/asked';
import { asResponse, keepPicture, keptPicture } from '../../../../server/pictures/kept';

/** What somebody looks at; a file of pages may take long. */
const [seen, filed] = [heavy('picture', 1), heavy('picture', 4)];

export const ALL = endpoint({
  GET: async (context, who) => {
    const asked = pictureAsked(context);
    const id = paramOf(context, 'id');
    const head = await getHead(who, id);
    const tag = tagOf(asked, head);
    // What will be follows from trials as well, which have revisions of their own.
    const fixed = !asked.remarks && !context.url.searchParams.has('on');
    if (fixed && isNamed(tag, context.request.headers.get('if-none-match')))
      return new Response(null, { status: 304, headers: { etag: tag, 'cache-control': 'private, no-cache' } });
    const key = plainKey(id, head);
    const kept = asked.plain ? keptPicture(key) : undefined;
    if (kept) return asResponse(kept);
    const response = await (asked.type === 'application/pdf' ? filed : seen)(context, who);
    // It may have changed since it was looked at.
    return asked.plain && response.ok && response.headers.get('etag') === tag ? keepPicture(key, response) : response;
  },
});
