/** Lines of outlines: how a line is split into fields, and how lines are written. */

import { tidy } from './words';

/** Fields of a line, given the separator the whole list uses and the line's level from 0. */
export type SplitLine = (text: string, separator: string | undefined, level: number) => Record<string, string>;

/** Splits a line into the name and `second`; columns set apart by tabs or bars go on as fields of their own. */
export const nameAnd =
  (second: string): SplitLine =>
  (text, separator) => {
    if (separator === undefined) return { name: tidy(text) };
    const [name = '', ...rest] = text.split(separator);
    const fields: Record<string, string> = { name: tidy(name) };
    // A dash may come again inside a post; columns set apart by tabs or bars are fields of their own.
    const parts = separator === '\t' || separator === ' | ' ? rest : rest.length > 0 ? [rest.join(separator)] : [];
    for (const [i, part] of parts.entries())
      if (tidy(part) !== '') fields[i === 0 ? second : `column ${i + 2}`] = tidy(part);
    return fields;
  };

/** Words of several lines as one, as an outline has a line for each item; signs of a list within them are left out. */
export const oneLine = (text: string): string =>
  text.includes('\n')
    ? text
        .split('\n')
        .map((line) => tidy(line.replace(/^\s*[-•*]\s+/, '')))
        .filter((line) => line !== '')
        .join(' · ')
    : tidy(text);

/** A list as outline text: a tab a level, name and post set apart by ` | `. What is written is read back the same. */
export function writeOutline(lines: readonly { level: number; cells: readonly string[] }[]): string {
  return lines.map(({ level, cells }) => `${'\t'.repeat(level)}${cells.map(oneLine).join(' | ')}\n`).join('');
}
