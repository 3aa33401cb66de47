/** Rows of a rubric as they are typed: "Ideas: few = 1, most = 2, all = 3". */
import type { Scheme } from '../../core/marking';

type Row = Extract<Scheme, { by: 'rows' }>['rows'][number];

/** @returns the rows, or the line (from 1) that is not of the form */
export function rowsIn(text: string): readonly Row[] | number {
  const rows: Row[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const colon = line.lastIndexOf(':');
    const levels = line
      .slice(colon + 1)
      .split(',')
      .map((level) => {
        const at = level.lastIndexOf('=');
        return { name: level.slice(0, at).trim(), points: Number(level.slice(at + 1).trim() || Number.NaN) };
      });
    const name = line.slice(0, colon).trim();
    const wrong = levels.some((level) => level.name === '' || !(level.points >= 0));
    if (colon < 1 || name === '' || levels.length < 2 || wrong) return i + 1;
    rows.push({ id: `row-${rows.length + 1}`, name, levels });
  }
  return rows.length === 0 ? 1 : rows;
}
