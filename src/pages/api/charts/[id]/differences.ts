import { endpoint } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';

export const ALL = endpoint({ GET: heavy('differences', 1) });
