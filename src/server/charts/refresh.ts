import { kindOf } from '../../core/kinds';
import { type Comparison, compareList } from '../../core/list';
import { ApiError } from '../http/problem';
import { newId } from '../ids';
import { readAs } from '../lists';
import { changeChart } from './changes';
import { getChart } from './store';

/** Brings a newer list into a stored chart as one change; says what differs. */
export async function replaceList(
  id: string,
  text: string,
  form: string | undefined,
): Promise<Omit<Comparison, 'change'> & { revision: number }> {
  const { chart, revision } = await getChart(id);
  const kind = kindOf(chart.kind);
  if (!kind)
    throw new ApiError(422, 'unknown-kind', `This chart is of the kind "${chart.kind}", which is not known here.`);
  const { change, ...difference } = compareList(chart, readAs(kind, text, form, newId), kind.words.unnamed);
  const nothing = change.type === 'group' && change.changes.length === 0;
  return {
    ...difference,
    revision: nothing ? revision : (await changeChart(id, { base: revision, change })).revision,
  };
}
