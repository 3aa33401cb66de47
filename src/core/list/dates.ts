/** Dates as they stand in lists: exact, partial or about. */

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

export interface LooseDate {
  readonly year: number;
  /** 1 to 12; 0 where it is not said. */
  readonly month: number;
  /** 1 to 31; 0 where it is not said. */
  readonly day: number;
}

/** The first date in a text; undefined where there is no year. */
export function dateIn(text: string | undefined): LooseDate | undefined {
  if (!text) return undefined;
  const iso = /\b(\d{4})-(\d{1,2})(?:-(\d{1,2}))?\b/.exec(text);
  if (iso) return { year: Number(iso[1]), month: Number(iso[2]), day: Number(iso[3] ?? 0) };
  const dotted = /\b(\d{1,2})[./](\d{1,2})[./](\d{4})\b/.exec(text);
  if (dotted) return { year: Number(dotted[3]), month: Number(dotted[2]), day: Number(dotted[1]) };
  const year = /\b(\d{3,4})\b/.exec(text);
  if (!year) return undefined;
  const named = new RegExp(`(?:(\\d{1,2})(?:st|nd|rd|th|\\.)?\\s+)?(${MONTHS.join('|')})[a-z]*`, 'i').exec(text);
  const month = named ? MONTHS.indexOf(named[2]!.slice(0, 3).toLowerCase()) + 1 : 0;
  return { year: Number(year[1]), month, day: Number(named?.[1] ?? 0) };
}

/** Sorts by date; what is not said comes first within its year. */
export const dateKey = ({ year, month, day }: LooseDate): number => (year * 16 + month) * 32 + day;
