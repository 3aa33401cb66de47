import { ApiError, endpoint, paramOf } from '../../../server/http';
import { endSession } from '../../../server/people';

export const ALL = endpoint(
  {
    DELETE: async (context, { account }) => {
      if (await endSession(account, paramOf(context, 'session'))) return new Response(null, { status: 204 });
      throw new ApiError(404, 'not-found', 'There is no such session.');
    },
  },
  'people',
);
