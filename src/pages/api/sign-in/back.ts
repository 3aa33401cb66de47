import { ApiError, endpoint } from '../../../server/http';
import { cookieOf, enterWithProvider } from '../../../server/people';
import { askerOf, originOf, stateCookie, stateIn } from '../../../server/sign-in-routes';
import { amongPeople } from '../../../server/who';

/** Only within this site. */
const within = (to: string) => (/^\/(?![/\\])/.test(to) ? to : '/');

/** Where the provider leads back to. */
export const ALL = endpoint(
  {
    GET: async (context, who) => {
      amongPeople();
      const state = stateIn(context.request.headers.get('cookie'));
      const headers = new Headers({ 'cache-control': 'no-store' });
      headers.append('set-cookie', stateCookie(undefined));
      try {
        // An answer that this browser did not ask for is another's (RFC 6749, 10.12).
        if (state === undefined || context.url.searchParams.get('state') !== state)
          throw new ApiError(403, 'not-asked-for', 'This answer belongs to no sign-in of this browser; begin again.');
        const { to, token } = await enterWithProvider(
          originOf(context),
          context.url.search,
          state,
          askerOf(context, who),
        );
        headers.append('set-cookie', cookieOf(token));
        headers.set('location', within(to));
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        headers.set('location', `/sign-in?why=${encodeURIComponent(error.code)}`);
      }
      return new Response(null, { status: 302, headers });
    },
  },
  'open',
);
