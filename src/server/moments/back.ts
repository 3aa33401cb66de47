/** Putting a chart back as it was, whole or in part: as a change like any other, so that it can be taken back. */
import { differenceOf } from '../../core/chart';
import { takenFrom } from '../../core/history';
import { chartFor } from '../access';
import { changeChart } from '../charts/changes';
import { getChart } from '../charts/store';
import { wrongValue } from '../http/problem';
import type { Who } from '../who';
import { chartAt } from './at';

export interface BackAsked {
  readonly revision: number;
  /** Only these lines; with what stands under them where `branches` is set. */
  readonly items?: readonly string[] | undefined;
  readonly branches?: boolean | undefined;
  /** The window that asks, and what it takes for the moment in words. */
  readonly client?: string | undefined;
  readonly said?: string | undefined;
}

/**
 * @returns the revision after it; the present one where nothing differs
 * @throws 409 where somebody changed the chart at this very moment; 422 where there is no such moment or line
 */
export async function backTo(who: Who, id: string, asked: BackAsked): Promise<{ revision: number; changed: boolean }> {
  const head = await chartFor(who, id, 'edit');
  const [{ chart: now, revision }, then] = [
    await getChart(who, id, head),
    await chartAt(id, asked.revision, head.revision),
  ];
  const { items } = asked;
  const missing = items?.find((item) => !Object.hasOwn(then.items, item) && !Object.hasOwn(now.items, item));
  if (missing !== undefined)
    throw wrongValue('items', `There was no line "${missing}" at that moment, nor is there now.`);
  const wanted = items ? takenFrom(now, then, items, asked.branches === true) : then;
  const change = differenceOf(now, wanted);
  if (!change) return { revision, changed: false };
  const note = `${items ? 'Part put back' : 'Put back'} as it was ${asked.said ?? `at revision ${asked.revision}`}`;
  const done = await changeChart(who, id, { base: revision, change, exact: true, client: asked.client, note });
  return { revision: done.revision, changed: true };
}
