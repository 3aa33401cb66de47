import { answered, answersIn } from '../../core/answers';
import { comparing } from '../../core/kinds';
import { type Comparison, compareList, headingsOf, summaryOf } from '../../core/list';
import type { ReadOptions } from '../../core/read';
import { chartFor } from '../access';
import { newId } from '../ids';
import { kindFor, readAs } from '../lists';
import type { Who } from '../who';
import { changeChart } from './changes';
import { rolesFor } from './roles';
import { getChart } from './store';

export interface NewerList extends Pick<ReadOptions, 'form' | 'roles' | 'headings'> {
  readonly list: string;
  /** Only say what differs. */
  readonly try?: boolean | undefined;
}

/** Brings a newer list into a stored chart as one change; says what differs. */
export async function replaceList(
  who: Who,
  id: string,
  { list: text, try: only = false, ...options }: NewerList,
): Promise<
  Omit<Comparison, 'change' | 'changeFor' | 'matches'> & { summary: string; answered: string[]; revision: number }
> {
  const { chart, revision } = await getChart(who, id, await chartFor(who, id, 'edit'));
  const kind = kindFor(chart.kind);
  let list = readAs(kind, text, { ...options, newId });
  // A list with headings that were chosen for before is read as it was then.
  const headings = options.roles ? undefined : headingsOf(list);
  if (headings) {
    const roles = await rolesFor(who, kind.id, headings);
    if (Object.keys(roles).length > 0) list = readAs(kind, text, { ...options, roles, headings: true, newId });
  }
  const { list: mended, used } = answered(kind, chart, list);
  const { change, changeFor: _, matches: __, ...difference } = compareList(chart, mended, comparing(kind, chart));
  const answer = { ...difference, summary: summaryOf(difference, chart.listed), answered: answersIn(chart, used) };
  const nothing = change.type === 'group' && change.changes.length === 0;
  if (nothing || only) return { ...answer, revision };
  const day = new Date().toISOString().slice(0, 10);
  const dated = { type: 'group', changes: [change, { type: 'set-listed', day }] } as const;
  return {
    ...answer,
    revision: (
      await changeChart(who, id, {
        base: revision,
        change: { ...dated, changes: [...dated.changes] },
        exact: true,
        before: 'newer-list',
      })
    ).revision,
  };
}
