import { query } from '../../server/db';
import { endpoint, json } from '../../server/http';
import { version } from '../../server/version';

export const ALL = endpoint(
  {
    GET: async () => {
      await query('SELECT 1');
      return json({ status: 'ok', version });
    },
  },
  'open',
);
