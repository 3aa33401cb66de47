import { endpoint } from '../../server/http';
import { heavy } from '../../server/jobs';

export const ALL = endpoint({ GET: heavy('compare', 1), POST: heavy('compare', 3) });
