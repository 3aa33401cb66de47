import { endpoint, json } from '../../server/http';
import { version } from '../../server/version';

/** Whether the process lives, whatever the database does. */
export const ALL = endpoint({ GET: async () => json({ status: 'ok', version }) }, 'open');
