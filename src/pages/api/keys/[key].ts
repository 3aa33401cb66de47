import { ApiError, endpoint, paramOf } from '../../../server/http';
import { endKey } from '../../../server/people';

export const ALL = endpoint(
  {
    DELETE: async (context, { account }) => {
      if (await endKey(account, paramOf(context, 'key'))) return new Response(null, { status: 204 });
      throw new ApiError(404, 'not-found', 'There is no such key.');
    },
  },
  'people',
);
