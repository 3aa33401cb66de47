import { endpoint, textOf } from '../../../server/http';
import { beginWithProvider } from '../../../server/people';
import { originOf, stateCookie } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** Leads to the provider that people sign in with. */
export const ALL = endpoint(
  {
    GET: async (context) => {
      amongPeople();
      const { url, state } = await beginWithProvider(originOf(context), textOf(context, 'to') ?? '/');
      return new Response(null, {
        status: 302,
        headers: { location: url, 'set-cookie': stateCookie(state), 'cache-control': 'no-store' },
      });
    },
  },
  'open',
);
