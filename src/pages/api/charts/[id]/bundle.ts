import { bundleRequest } from '../../../../server/bundle';
import { endpoint } from '../../../../server/http';

export const ALL = endpoint({ GET: bundleRequest });
