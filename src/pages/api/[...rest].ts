import { ApiError, problemResponse } from '../../server/http';

/** Any other address under /api, said as the rest of the API says it. */
export const ALL = () =>
  problemResponse(new ApiError(404, 'no-such-address', 'There is no such address; see /api-docs.'));
