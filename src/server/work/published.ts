import { type Handler, paramOf } from '../http';
import { pageTag, publication, publishedPage } from '../pictures/published';

/** A published page. */
export const publishedRequest: Handler = async (context, who) => {
  const found = await publication(paramOf(context, 'address'), who);
  const page = await publishedPage(context, found);
  page.headers.set('etag', pageTag(context, found));
  return page;
};
