import { ApiError, endpoint, paramOf } from '../../../../server/http';
import { removePasskey } from '../../../../server/people';
import { done } from '../../../../server/sign-in-routes';

export const ALL = endpoint(
  {
    DELETE: async (context, { account }) => {
      if (await removePasskey(account, paramOf(context, 'passkey'))) return done();
      throw new ApiError(404, 'not-found', 'There is no such passkey.');
    },
  },
  'people',
);
