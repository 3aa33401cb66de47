import { getValue } from '../../../../server/charts';
import { endpoint, paramOf } from '../../../../server/http';

/** A chart as it lies in the database, also where this version can't read it. */
export const ALL = endpoint({
  GET: async (context, who) => {
    const { stored, revision, changedAt } = await getValue(who, paramOf(context, 'id'));
    return new Response(`${JSON.stringify({ revision, changedAt, ...stored }, null, 2)}\n`, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': 'attachment; filename="chart-as-stored.json"',
        'cache-control': 'no-store',
      },
    });
  },
});
