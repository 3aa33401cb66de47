import { endpoint } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';

/** A work compared with the teacher's own chart, on its picture. */
export const ALL = endpoint({ GET: heavy('compared', 1) }, 'classes');
