/**
 * Dates as files of families write them, in four calendars, exact, about, in ranges and in periods. Source: "The FamilySearch
 * GEDCOM Specification" 7.0, section 2.4 (Date), and "The GEDCOM Standard" 5.5.1, DATE_VALUE, which escapes the calendar
 * (`@#DJULIAN@`), doubles years (`1699/00`) and puts phrases in brackets.
 */
import { type Calendar, inGregorian, type LooseDate } from './calendars';

const GREGORIAN = ['JAN', 'FEB', 'MAR', 'APR', 'MAY', 'JUN', 'JUL', 'AUG', 'SEP', 'OCT', 'NOV', 'DEC'];
const MONTHS: Readonly<Record<Calendar, readonly string[]>> = {
  gregorian: GREGORIAN,
  julian: GREGORIAN,
  french: ['VEND', 'BRUM', 'FRIM', 'NIVO', 'PLUV', 'VENT', 'GERM', 'FLOR', 'PRAI', 'MESS', 'THER', 'FRUC', 'COMP'],
  hebrew: ['TSH', 'CSH', 'KSL', 'TVT', 'SHV', 'ADR', 'ADS', 'NSN', 'IYR', 'SVN', 'TMZ', 'AAV', 'ELL'],
};
/** As English writes them out. */
export const MONTH_NAMES =
  'January February March April May June July August September October November December'.split(' ');
const NAMES: Readonly<Record<Calendar, readonly string[]>> = {
  gregorian: MONTH_NAMES,
  julian: MONTH_NAMES,
  french:
    'Vendémiaire Brumaire Frimaire Nivôse Pluviôse Ventôse Germinal Floréal Prairial Messidor Thermidor Fructidor complementary'.split(
      ' ',
    ),
  hebrew: 'Tishri Cheshvan Kislev Tevet Shevat Adar Adar-Sheni Nisan Iyar Sivan Tammuz Av Elul'.split(' '),
};
const CALENDARS: Readonly<Record<string, Calendar>> = {
  GREGORIAN: 'gregorian',
  JULIAN: 'julian',
  FRENCH_R: 'french',
  'FRENCH R': 'french',
  HEBREW: 'hebrew',
};
const TAGS = { gregorian: '', julian: 'JULIAN ', french: 'FRENCH_R ', hebrew: 'HEBREW ' } as const;
const SAID = {
  gregorian: '',
  julian: ' (Julian)',
  french: ' (French republican)',
  hebrew: ' (Hebrew)',
} as const;

/** One day, month or year of a calendar. */
export interface CalendarDate extends LooseDate {
  readonly calendar: Calendar;
  /** The year as it is counted from the other new year: 1700 for 1699/00. */
  readonly dual?: number;
}
const MODIFIERS = ['ABT', 'CAL', 'EST', 'BEF', 'AFT', 'BET', 'FROM', 'TO', 'INT'] as const;
export interface WrittenDate {
  readonly modifier?: (typeof MODIFIERS)[number];
  readonly first: CalendarDate;
  /** The end of a range or a period. */
  readonly second?: CalendarDate;
  readonly phrase?: string;
}

const ONE =
  /^(?:(?:@#D)?(GREGORIAN|JULIAN|FRENCH[_ ]R|HEBREW)@?\s+)?(?:(?:(\d{1,2})\s+)?([A-Z]{3,4})\s+)?(\d{1,4})(?:\/(\d{2}))?(\s*(?:BCE|B\.C\.|BC))?$/;

function one(text: string): CalendarDate | undefined {
  const found = ONE.exec(text.trim());
  if (!found) return undefined;
  const [, name, day, monthTag, yearText, second, before] = found;
  const calendar = name === undefined ? 'gregorian' : CALENDARS[name]!;
  const month = monthTag === undefined ? 0 : MONTHS[calendar].indexOf(monthTag) + 1;
  if (monthTag !== undefined && month === 0) return undefined;
  const year = Number(yearText) * (before ? -1 : 1);
  if (year === 0) return undefined;
  const isDual = second !== undefined && Number(second) === (year + 1) % 100;
  if (second !== undefined && !isDual) return undefined;
  return { calendar, year, month, day: Number(day ?? 0), ...(isDual && { dual: year + 1 }) };
}

/** A date of the grammar; undefined where the text is none, such as a date in words of its own. */
export function writtenDate(text: string): WrittenDate | undefined {
  const bracket = text.indexOf('(');
  const phrase = bracket > 0 && text.endsWith(')') ? text.slice(bracket + 1, -1) : undefined;
  const body = (phrase === undefined ? text : text.slice(0, bracket)).trim().toUpperCase();
  const modifier = MODIFIERS.find((word) => body.startsWith(`${word} `));
  // Words in brackets belong to interpreted dates only.
  if (phrase !== undefined && modifier !== 'INT') return undefined;
  const rest = modifier === undefined ? body : body.slice(modifier.length + 1);
  const between = modifier === 'BET' ? ' AND ' : modifier === 'FROM' ? ' TO ' : undefined;
  const at = between === undefined ? -1 : rest.indexOf(between);
  if (modifier === 'BET' && at < 0) return undefined;
  const first = one(at < 0 ? rest : rest.slice(0, at));
  if (!first) return undefined;
  const second = at < 0 ? undefined : one(rest.slice(at + between!.length));
  if (at >= 0 && !second) return undefined;
  return {
    ...(modifier && { modifier }),
    first,
    ...(second && { second }),
    ...(phrase !== undefined && { phrase }),
  };
}

/** Its first day, in the Gregorian calendar. */
export function looseDate({ first, modifier }: WrittenDate): LooseDate {
  const date = inGregorian(first.calendar, { ...first, year: first.dual ?? first.year });
  if (modifier === 'BEF' || modifier === 'TO') return { ...date, beside: -1 };
  return modifier === 'AFT' ? { ...date, beside: 1 } : date;
}

const yearText = ({ year, dual }: CalendarDate): string =>
  `${Math.abs(year)}${dual === undefined ? '' : `/${String(dual % 100).padStart(2, '0')}`}${year < 0 ? ' BC' : ''}`;
function dayText(date: CalendarDate): string {
  const { calendar, day, month } = date;
  const name = month ? NAMES[calendar][month - 1] : undefined;
  return `${[day || '', name ?? '', yearText(date)].filter(Boolean).join(' ')}${SAID[calendar]}`;
}
const BEFORE = {
  ABT: 'about',
  CAL: 'about',
  EST: 'about',
  BEF: 'before',
  AFT: 'after',
  BET: 'between',
  FROM: 'from',
  TO: 'until',
  INT: '',
} as const;

/** The date read out: "about 1892", "between 1890 and 1892", "4 October 1700 (Julian)". */
export function dateWords({ modifier, first, second, phrase }: WrittenDate): string {
  if (phrase !== undefined) return phrase;
  const lead = modifier === undefined ? '' : BEFORE[modifier];
  const join = modifier === 'BET' ? 'and' : 'to';
  return [lead, dayText(first), ...(second ? [join, dayText(second)] : [])].filter(Boolean).join(' ');
}

/** As version 7 writes it; where that has no way to say it, what was written is kept as a phrase. */
export function dateOfVersion7(text: string): { readonly value: string; readonly phrase?: string } {
  const written = writtenDate(text);
  if (!written) {
    const inner = /^\((.*)\)$/s.exec(text.trim());
    return { value: '', phrase: inner ? inner[1]! : text };
  }
  const { modifier, first, second, phrase } = written;
  const day = (date: CalendarDate) => {
    const month = date.month ? MONTHS[date.calendar][date.month - 1] : undefined;
    const year = date.dual ?? date.year;
    return `${TAGS[date.calendar]}${[date.day || '', month ?? '', Math.abs(year)].filter(Boolean).join(' ')}${year < 0 ? ' BCE' : ''}`;
  };
  const lead = modifier === undefined || modifier === 'INT' ? '' : `${modifier} `;
  const value = `${lead}${day(first)}${second ? ` ${modifier === 'BET' ? 'AND' : 'TO'} ${day(second)}` : ''}`;
  const isDual = first.dual !== undefined || second?.dual !== undefined;
  const kept = phrase ?? (isDual ? dateWords(written) : undefined);
  return { value, ...(kept !== undefined && { phrase: kept }) };
}
