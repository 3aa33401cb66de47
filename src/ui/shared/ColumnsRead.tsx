/** The first rows of a table that was read, with what each column was taken as, to be changed by a choice. */

import type { KindOnPage } from '../../core/kinds';
import { LEFT_OUT, PLACE_ROLES } from '../../core/list';
import type { Understood } from '../../workers/read.worker';

const words = {
  label: 'First rows and what each column is',
  role: (heading: string) => `What "${heading}" is`,
  leftOut: 'Left out',
  own: 'A field of its own',
  headings: 'The first line names the columns',
  remembered: 'Columns as you chose them for these headings the last time.',
  forget: 'Find them out anew',
};

export function ColumnsRead({
  kind,
  understood,
  headings,
  remembered,
  onRole,
  onHeadings,
  onForget,
}: {
  kind: KindOnPage;
  understood: Understood;
  /** Whether the first line names the columns, where a person said so. */
  headings: boolean | undefined;
  remembered: boolean;
  onRole: (key: string, role: string) => void;
  onHeadings: (on: boolean) => void;
  onForget: () => void;
}) {
  const { columns = [], firstRows = [], headed = false } = understood.list;
  const places = kind.draws.tree ? PLACE_ROLES : [];
  const fields = new Set(kind.columns.map(({ field }) => field));
  return (
    <section aria-label={words.label} className="flex-none">
      <div className="relative max-h-[212px] overflow-auto rounded border border-rule">
        <table className="border-collapse text-[12.5px]">
          <thead>
            <tr>
              {columns.map(({ key, heading, field }) => (
                <th
                  key={key}
                  scope="col"
                  className="sticky top-0 border-r border-b border-rule bg-bench p-1 text-left font-semibold last:border-r-0"
                >
                  <span className="block max-w-[150px] truncate px-1" title={heading || key}>
                    {heading || key}
                  </span>
                  <select
                    aria-label={words.role(heading || key)}
                    title={places.find(({ role }) => role === field)?.about}
                    className={`field mt-0.5 min-h-[26px] max-w-[150px] py-0 text-[12.5px] font-normal ${field === LEFT_OUT ? 'text-quiet' : ''}`}
                    value={fields.has(field) || field.startsWith('@') || field === LEFT_OUT ? field : 'own'}
                    onChange={(event) => onRole(key, event.target.value === 'own' ? key : event.target.value)}
                  >
                    {kind.columns.map((column) => (
                      <option key={column.field} value={column.field}>
                        {column.label}
                      </option>
                    ))}
                    {places.map(({ role, label }) => (
                      <option key={role} value={role}>
                        {label}
                      </option>
                    ))}
                    <option value="own">{words.own}</option>
                    <option value={LEFT_OUT}>{words.leftOut}</option>
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {firstRows.map((row, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows have no identity but their place
              <tr key={i}>
                {columns.map(({ key, field }, at) => (
                  <td
                    key={key}
                    className={`max-w-[150px] truncate border-r border-rule/60 px-2 py-0.5 last:border-r-0 ${field === LEFT_OUT ? 'text-quiet line-through' : ''}`}
                  >
                    {row[at]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 pt-1 text-[13px]">
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={headings ?? headed} onChange={(event) => onHeadings(event.target.checked)} />
          {words.headings}
        </label>
        {remembered && (
          <p className="text-quiet">
            {words.remembered}{' '}
            <button type="button" className="rounded underline" onClick={onForget}>
              {words.forget}
            </button>
          </p>
        )}
      </div>
    </section>
  );
}
