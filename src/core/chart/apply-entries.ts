/** Entries of a chart put as they stand elsewhere: at an earlier moment, or in a trial. The chart must be whole after it. */
import { type Applied, fail, patched, unpatch } from './applied';
import type { SingleChange } from './changes';
import { type Chart, ITEM_LIMIT } from './model';
import { PARTS, type Part } from './parts';
import { VIEW_LIMIT } from './view';
import { misfitOf } from './whole';

export type SetEntries = Extract<SingleChange, { type: 'set-entries' }>;
type Entries = Readonly<Record<string, unknown>>;

/** Records that are there only while they hold something. */
const OPTIONAL: ReadonlySet<Part> = new Set(['enclosures', 'views', 'carried']);

/** Why a chart is not whole, or too large; undefined where it is neither. */
function broken(chart: Chart): Applied | undefined {
  const { items, views = {} } = chart;
  if (Object.keys(items).length > ITEM_LIMIT) return fail('too-many', `A chart holds at most ${ITEM_LIMIT} lines.`);
  if (Object.keys(views).length > VIEW_LIMIT) return fail('too-many', `A chart holds at most ${VIEW_LIMIT} views.`);
  const misfit = misfitOf(chart);
  return misfit && fail(misfit.code, misfit.message);
}

/** The inverse puts back the very entries that were there. */
export function setEntries(chart: Chart, { settings = {}, put = {}, gone = {} }: SetEntries): Applied {
  const inverse: { put: Partial<Record<Part, Record<string, unknown>>>; gone: Partial<Record<Part, string[]>> } = {
    put: {},
    gone: {},
  };
  let next: Chart = patched(chart, settings);
  for (const part of PARTS) {
    const [wanted, out] = [(put[part] ?? {}) as Entries, gone[part] ?? []];
    if (Object.keys(wanted).length + out.length === 0) continue;
    const before = (chart[part] ?? {}) as Entries;
    const wrong = part !== 'carried' && Object.entries(wanted).find(([key, own]) => (own as { id: string }).id !== key);
    if (wrong) return fail('double-id', `What is put as "${wrong[0]}" calls itself otherwise.`);
    const record = new Map(Object.entries(before));
    for (const id of out) record.delete(id);
    for (const [id, own] of Object.entries(wanted)) record.set(id, own);
    const touched = [...new Set([...Object.keys(wanted), ...out])];
    const known = touched.filter((id) => Object.hasOwn(before, id));
    inverse.put[part] = Object.fromEntries(known.map((id) => [id, before[id]]));
    inverse.gone[part] = touched.filter((id) => !Object.hasOwn(before, id));
    next = patched(next, { [part]: record.size === 0 && OPTIONAL.has(part) ? null : Object.fromEntries(record) });
  }
  return (
    broken(next) ?? {
      ok: true,
      chart: next,
      inverse: { type: 'set-entries', settings: unpatch(chart, settings), ...inverse } as SetEntries,
    }
  );
}
