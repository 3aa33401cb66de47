import { changesSince, getRevision, recentSteps } from '../../../../server/charts';
import { endpoint, json, numberOf, paramOf } from '../../../../server/http';
import { heavy } from '../../../../server/jobs';
import { changesRequest } from '../../../../server/work/changes';

/** Larger bodies hold pasted lists: to read them would keep others waiting. */
const LARGE = 200_000;
const inThread = heavy('changes', 1);

export const ALL = endpoint({
  GET: async (context, who) => {
    const id = paramOf(context, 'id');
    if (context.url.searchParams.has('steps'))
      return json({ revision: await getRevision(who, id), steps: await recentSteps(who, id) });
    const { revision, changes } = await changesSince(who, id, numberOf(context, 'since', { least: 0, initial: 0 }));
    return json({ revision, changes, more: (changes.at(-1)?.revision ?? revision) < revision });
  },
  PATCH: (context, who) =>
    Number(context.request.headers.get('content-length') ?? LARGE + 1) > LARGE
      ? inThread(context, who)
      : changesRequest(context, who),
});
