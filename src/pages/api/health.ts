import { query } from '../../server/db';
import { ApiError, endpoint, json } from '../../server/http';
import { version } from '../../server/version';

export const ALL = endpoint({
  GET: async () => {
    try {
      await query('SELECT 1');
    } catch (error) {
      throw new ApiError(
        503,
        'database-away',
        `The database does not answer: ${(error as Error).message}`,
        [],
        {},
        { 'retry-after': '1' },
      );
    }
    return json({ status: 'ok', version });
  },
});
