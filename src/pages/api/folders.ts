import { listFolders } from '../../server/charts';
import { endpoint, json } from '../../server/http';

export const ALL = endpoint({ GET: async (_, who) => json({ folders: await listFolders(who) }) });
