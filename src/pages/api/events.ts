import { eventStream, getRevision } from '../../server/charts';
import { ApiError, endpoint, textsOf } from '../../server/http';

/** Charts that one stream tells of. */
const MOST = 64;

/** One stream for all charts that a browser has open: browsers have few connections for one address. */
export const ALL = endpoint({
  GET: async (context, who) => {
    const asked = [...new Set(textsOf(context, 'chart'))];
    if (asked.length === 0 || asked.length > MOST)
      throw new ApiError(422, 'wrong-value', `Name 1 to ${MOST} charts, each as "chart".`, [
        { code: 'wrong-value', message: `${asked.length} are named`, field: 'chart' },
      ]);
    const there = await Promise.all(
      asked.map((id) =>
        getRevision(who, id).then(
          () => [id],
          (error: unknown) => {
            // One that went to the bin is no hindrance to the others.
            if (error instanceof ApiError && (error.status === 404 || error.status === 403)) return [];
            throw error;
          },
        ),
      ),
    );
    // There is nothing to tell, and nothing to come back for (HTML, 9.2.3: 204 ends an event source).
    if (there.flat().length === 0) return new Response(null, { status: 204 });
    return eventStream(who, there.flat(), context.request.signal, true);
  },
});
