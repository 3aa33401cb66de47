/** How numbers in cells are meant, by their formats, and dates as lists write them (ECMA-376 part 1, 18.8.30 and 18.17.4). */

/** How a cell's number is to be read. */
export type Reads = 'date' | 'time' | 'percent' | 'plain';
export interface Format {
  readonly reads: Reads;
  readonly indent: number;
}

/** Built-in number formats that are dates or times (ECMA-376, 18.8.30), and those for percentages. */
export const BUILT_IN: Readonly<Record<number, Reads>> = {
  9: 'percent',
  10: 'percent',
  ...Object.fromEntries([14, 15, 16, 17, 22, ...range(27, 36), ...range(50, 58)].map((id) => [id, 'date'])),
  ...Object.fromEntries([18, 19, 20, 21, 45, 46, 47].map((id) => [id, 'time'])),
};
function range(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, i) => from + i);
}

/** Letters of a number format that are looked at; spreadsheets allow fewer. */
const MOST_LETTERS = 1_000;

/** What a written number format is for: letters of dates outside quoted words and brackets. */
export function readsAs(code: string): Reads {
  const bare = code
    .slice(0, MOST_LETTERS)
    .replace(/"[^"]*"|\\.|_.|\*.|\[[^\]hms]*\]/gi, '')
    .split(';')[0]!;
  if (/[dy]/i.test(bare) || (/m/i.test(bare) && !/[hs0#?]/i.test(bare))) return 'date';
  if (/[hs]/i.test(bare)) return 'time';
  return bare.includes('%') ? 'percent' : 'plain';
}

const DAY_MS = 86_400_000;
/** Day 0 of the two ways of counting days; of the first, whose 1900 has a 29 February, from March 1900 on. */
const EPOCH = { plain: Date.UTC(1899, 11, 30), mac: Date.UTC(1904, 0, 1) };
const two = (value: number) => String(value).padStart(2, '0');

const clockText = (date: Date): string => `${two(date.getUTCHours())}:${two(date.getUTCMinutes())}`;

/** A date as people and lists write it: 2024-05-03, with the time where there is one. */
export function dateText(date: Date): string {
  const day = `${date.getUTCFullYear()}-${two(date.getUTCMonth() + 1)}-${two(date.getUTCDate())}`;
  const clock = clockText(date);
  return clock === '00:00' ? day : `${day} ${clock}`;
}

/** A number of days as a date; as a time of day where it is less than one and meant so. @param mac days are counted from 1904 */
export function serialText(serial: number, mac: boolean, reads: Reads): string {
  const date = new Date((mac ? EPOCH.mac : EPOCH.plain) + Math.round((serial * DAY_MS) / 1_000) * 1_000);
  if (Number.isNaN(date.getTime())) return String(serial);
  return reads === 'time' && serial >= 0 && serial < 1 ? clockText(date) : dateText(date);
}
