/** Cells as they are shown and put in order, by what they are. */
import type { ColumnSetting, FieldType } from '../chart';
import type { Language } from '../languages';
import { rememberedText } from '../remember';
import { dateIn, dateKey } from './dates';
import { readNumber } from './numbers';
import { folded } from './words';
import { dateWords, MONTH_NAMES, writtenDate } from './written-dates';

/** The order of a language's dictionary; of English where none is named. */
const collators = rememberedText((language) => ({
  loose: new Intl.Collator(language, { numeric: true, sensitivity: 'base', ignorePunctuation: false }),
  exact: new Intl.Collator(language, { numeric: true }),
}));

/**
 * Natural order: numbers inside words by their size, letters without regard to case and marks unless all else is the same
 * ("Bed 2" before "Bed 10"). Unicode Collation Algorithm with numeric ordering (ECMA-402).
 */
export function natural(a: string, b: string, language: Language = 'en'): number {
  const { loose, exact } = collators(language);
  return loose.compare(a, b) || exact.compare(a, b);
}

const YES = /^(yes|y|true|1|x|✓|✔)$/i;
export const isYes = (text: string): boolean => YES.test(text.trim());

/** The order of two cells of a type in a language; cells that say nothing, or nothing of the type, come last. */
export function byType(type: FieldType, language?: Language): (a: string, b: string) => number {
  // Where a language is named its dictionary says which marks count.
  const key = language === undefined ? folded : (text: string) => text;
  if (type === 'text' || type === 'link')
    return (a, b) =>
      Number(a === '') - Number(b === '') || natural(key(a), key(b), language) || natural(a, b, language);
  const value = (text: string): number | undefined => {
    if (type === 'yes-no') return text === '' ? undefined : isYes(text) ? 0 : 1;
    if (type === 'date') {
      const date = dateIn(text);
      return date && dateKey(date);
    }
    return readNumber(text);
  };
  return (a, b) => {
    const [x, y] = [value(a), value(b)];
    if (x === undefined || y === undefined)
      return Number(x === undefined) - Number(y === undefined) || natural(a, b, language);
    return x - y;
  };
}

const PLAIN_DATE = /^(\d{4}-\d{1,2}-\d{1,2}|\d{1,2}[./]\d{1,2}[./]\d{4})$/;
const two = (value: number) => String(value).padStart(2, '0');

/** A day or a month as a language writes it; of English as it is written here. Year, month and day as numbers, 0 for none. */
function dateShown(year: number, month: number, day: number, language: Language): string {
  if (language === 'en') return `${day === 0 ? '' : `${day} `}${MONTH_NAMES[month - 1]} ${year}`;
  const date = new Date(Date.UTC(2000, month - 1, Math.max(1, day)));
  // Years of two digits would be taken for those of this century.
  date.setUTCFullYear(year);
  const parts = { year: 'numeric', month: 'long', ...(day > 0 && ({ day: 'numeric' } as const)) } as const;
  return date.toLocaleDateString(`${language}-u-ca-gregory`, { ...parts, timeZone: 'UTC' });
}

/** An amount with the sign that was chosen for it, where its language has it. "XXX" is no currency (ISO 4217): a place for any. */
const moneyShown = (value: number, sign: string, language: Language, digits: Intl.NumberFormatOptions): string =>
  new Intl.NumberFormat(language, { style: 'currency', currency: 'XXX', ...digits })
    .formatToParts(value)
    .map((part) => (part.type === 'currency' ? sign : part.value))
    .join('');

/** A cell as it stands on the sheet, as its language writes it. What is not of its column's type is shown as it is written. */
export function showField(
  text: string,
  { type = 'text', dates, decimals, currency }: ColumnSetting = {},
  language: Language = 'en',
): string {
  if (text === '' || type === 'text') return text;
  if (type === 'link') return text.replace(/^(https?:\/\/|mailto:)/, '').replace(/\/$/, '');
  if (type === 'yes-no') return isYes(text) ? 'yes' : text;
  if (type === 'date') {
    const date = dateIn(text);
    // What was written for programs is read out.
    const written = dates === undefined && /[A-Z]{2}|B\.C\./.test(text) ? writtenDate(text) : undefined;
    if (written) return dateWords(written);
    // "About 1890" says more than a date: it is cut down only where that was asked for.
    if (!date || (dates === undefined && !PLAIN_DATE.test(text.trim()))) return text;
    const { year, month, day } = date;
    if (month < 1 || month > 12 || dates === 'year') return String(year);
    if (day === 0 || dates === 'month') return dateShown(year, month, 0, language);
    return dates === 'short' ? `${two(day)}/${two(month)}/${year}` : dateShown(year, month, day, language);
  }
  const value = readNumber(text);
  if (value === undefined) return text;
  const digits = { minimumFractionDigits: decimals ?? 0, maximumFractionDigits: decimals ?? 2 };
  if (type === 'money' && currency && language !== 'en') return moneyShown(value, currency, language, digits);
  const shown = value.toLocaleString(language === 'en' ? 'en-GB' : language, digits);
  return type === 'money' && currency ? `${currency} ${shown}` : shown;
}
