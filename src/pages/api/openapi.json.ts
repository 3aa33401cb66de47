import { openApi } from '../../server/api';
import { endpoint, json } from '../../server/http';

export const ALL = endpoint({ GET: async () => json(openApi()) });
