/** Dates as they stand in lists: exact, partial or about. */
import type { LooseDate } from './calendars';
import { looseDate, writtenDate } from './written-dates';

export type { LooseDate } from './calendars';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

const BESIDE = /^(?:(before|until)|after)\s/i;

/** The first date in a text; undefined where there is no year. */
export function dateIn(text: string | undefined): LooseDate | undefined {
  const date = plainDate(text);
  const beside = date && BESIDE.exec(text!);
  return beside ? { ...date, beside: beside[1] ? -1 : 1 } : date;
}

function plainDate(text: string | undefined): LooseDate | undefined {
  if (!text) return undefined;
  const written = writtenDate(text);
  // A bare number of one or two digits is hardly a year.
  if (written && (/[a-z]/i.test(text) || Math.abs(written.first.year) > 99)) return looseDate(written);
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

/** Sorts by date; what is not said comes first within its year, "before" a time ahead of it and "after" it behind. */
export const dateKey = ({ year, month, day, beside }: LooseDate): number =>
  beside === 1
    ? (year * 16 + (month || 15)) * 32 + (day || 31) + 0.5
    : (year * 16 + month) * 32 + day + (beside === -1 ? -0.5 : 0);
