import { query } from '../../server/db';
import { ApiError, endpoint, json } from '../../server/http';
import { build, version } from '../../server/version';

/** A database that is stopped takes a question and never answers. */
const ANSWERS_MS = 1_800;
const late = () =>
  new Promise<never>((_, refuse) => {
    const away = new ApiError(503, 'database-away', 'The database does not answer.', [], {}, { 'retry-after': '2' });
    setTimeout(() => refuse(away), ANSWERS_MS).unref();
  });

/** Whether it can serve: the database answers, takes writes and is of this version. */
export const ALL = endpoint(
  {
    GET: async () => {
      const asked = query<{ readonly: string }>("SELECT current_setting('transaction_read_only') AS readonly");
      const [row] = await Promise.race([asked, late()]);
      const writes = row?.readonly === 'off';
      return json({ status: writes ? 'ready' : 'read-only', version, build }, { status: writes ? 200 : 503 });
    },
  },
  'open',
);
