import { eventStream, getRevision } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';

export const ALL = endpoint({
  GET: async (context) => {
    const id = paramOf(context, 'id');
    await getRevision(id);
    return eventStream([id], context.request.signal, false);
  },
});
