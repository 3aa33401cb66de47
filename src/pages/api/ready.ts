import { query } from '../../server/db';
import { endpoint, json } from '../../server/http';
import { build, version } from '../../server/version';

/** Whether it can serve: the database answers, takes writes and is of this version. */
export const ALL = endpoint(
  {
    GET: async () => {
      const [row] = await query<{ readonly: string }>("SELECT current_setting('transaction_read_only') AS readonly");
      const writes = row?.readonly === 'off';
      return json({ status: writes ? 'ready' : 'read-only', version, build }, { status: writes ? 200 : 503 });
    },
  },
  'open',
);
