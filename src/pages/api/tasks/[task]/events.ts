import { deskStream } from '../../../../server/classes';
import { endpoint, paramOf } from '../../../../server/http';

export const ALL = endpoint(
  { GET: (context, who) => deskStream(who, paramOf(context, 'task'), context.request.signal) },
  'classes',
);
