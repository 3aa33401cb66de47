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
    return eventStream(who, there.flat(), context.request.signal, true);
  },
});
