import { eventStream, getRevision } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context, who) => {
    const id = paramOf(context, 'id');
    await getRevision(who, id);
    return eventStream(who, [id], context.request.signal, false);
  },
});
