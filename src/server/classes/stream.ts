/** What a teacher's desk hears: its class, and every work on it, in one stream. */
import { streamOf } from '../charts';
import { ASK_AGAIN, type Heard, LOST, watch } from '../charts/events';
import { isStill } from '../charts/stream';
import type { Who } from '../who';
import { classTopic } from './classes';
import { taskFor } from './tasks';
import { worksOf } from './works';

/**
 * Tells `{work: true}` whenever the desk is to be looked at anew, and `{chart, revision}` of each work that was changed.
 * @throws 404 for all but the teacher
 */
export async function deskStream(who: Who, task: string, left: AbortSignal): Promise<Response> {
  const { class: of } = await taskFor(who, task);
  return streamOf(who, left, async ({ tell, end, left: over }) => {
    const followed = new Set<string>();
    const askAgain = async () => {
      if (await isStill(who)) await taskFor(who, task);
      else end();
    };
    const hear = (news: Heard, chart?: string) => {
      if (over.aborted) return;
      if (news === LOST) end();
      else if (news === ASK_AGAIN) void askAgain().catch(end);
      else if ('revision' in news) tell({ chart, revision: news.revision });
      else if ('remarks' in news) tell({ work: true });
      else if ('work' in news && chart === undefined) void followAll().then(() => tell({ work: true }), end);
    };
    /** Works are begun while the desk is open. */
    const followAll = async () => {
      for (const { chart } of await worksOf(task))
        if (!followed.has(chart)) {
          followed.add(chart);
          await watch(chart, { tell: (news) => hear(news, chart), account: who.account }, over);
        }
    };
    await watch(classTopic(of), { tell: (news) => hear(news), account: who.account }, over);
    await followAll();
    tell({ work: true });
  });
}
