import { schemas } from '../../../server/api';
import { endpoint, json, paramOf, readJson } from '../../../server/http';
import { openLink } from '../../../server/links';

/** Opens a link: the browser is given a cookie by which the chart is seen. */
export const ALL = endpoint(
  {
    POST: async (context, { caller }) => {
      const { body } = await readJson(context.request, schemas.linkRequest);
      const { chart, cookie } = await openLink(paramOf(context, 'link'), body.password, caller);
      return json({ chart }, { headers: { 'set-cookie': cookie } });
    },
  },
  'open',
);
