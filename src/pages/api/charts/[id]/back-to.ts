import { endpoint } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';

export const ALL = endpoint({ POST: heavy('back-to', 1) });
