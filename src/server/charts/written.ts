/** What is written can be read: every way to a stored chart leads through here. */
import { setImmediate as breathe } from 'node:timers/promises';
import { type Chart, misfitOf, type StoredChange, storedChange, storedWhole, unmetIn } from '../../core/chart';
import { kindOf, kinds } from '../../core/kinds';
import { ApiError } from '../http/problem';

const refused = (code: string, field: string, message: string) =>
  new ApiError(422, code, `${field}: ${message}; nothing was changed.`, [{ code, message, field }]);

/**
 * What a changed chart writes, once it is sure that it can be read again and drawn: it meets the schema of charts, its parts fit
 * together, and it is of a kind that is known here.
 * @param before the chart that it was made of; undefined: it is a new one
 * @throws 422 with the field
 */
export async function checkedChange(before: Chart | undefined, after: Chart): Promise<StoredChange> {
  const change = before ? storedChange(before, after) : storedWhole(after);
  const steps = unmetIn(change);
  for (;;) {
    const step = steps.next();
    if (step.done) {
      if (step.value) throw refused('wrong-value', step.value.field, step.value.message);
      break;
    }
    await breathe();
  }
  const misfit = misfitOf(after, change);
  if (misfit) throw refused(misfit.code, misfit.field, misfit.message);
  if (after.kind !== before?.kind && !kindOf(after.kind))
    throw refused('unknown-kind', 'kind', `choose one of ${kinds.map(({ id }) => id).join(', ')}`);
  return change;
}
