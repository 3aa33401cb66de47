import { endpoint } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';

export const ALL = endpoint({ GET: heavy('write-list', 3), PUT: heavy('newer-list', 3) });
