/**
 * Days of other calendars as days of the Gregorian one, by way of fixed day numbers: day 1 is 1 January of the year 1.
 * Source: Reingold and Dershowitz, "Calendrical Calculations", chapters 2 (fixed days), 3 (Julian), 8 (Hebrew) and 17
 * (French Revolutionary; for the years in which it was used, whose leap years were 3, 7 and 11).
 */
/** A date as far as it is known. */
export interface LooseDate {
  /** Years before 1 are negative; there is no year 0. */
  readonly year: number;
  /** 1 to 12; 0 where it is not said. */
  readonly month: number;
  /** 1 to 31; 0 where it is not said. */
  readonly day: number;
  /** Before all of it, or after. */
  readonly beside?: -1 | 1;
}

export type Calendar = 'gregorian' | 'julian' | 'french' | 'hebrew';

/** Fixed day of 1 January 1970. */
const UNIX_EPOCH = 719_163;
const DAY = 86_400_000;

function gregorian(fixed: number): LooseDate {
  const date = new Date((fixed - UNIX_EPOCH) * DAY);
  return { year: date.getUTCFullYear(), month: date.getUTCMonth() + 1, day: date.getUTCDate() };
}

function fixedOfJulian(year: number, month: number, day: number): number {
  // There is no year 0: the year before 1 is -1.
  const y = year < 0 ? year + 1 : year;
  const isLeap = ((y % 4) + 4) % 4 === 0;
  const short = month <= 2 ? 0 : isLeap ? -1 : -2;
  return -2 + 365 * (y - 1) + Math.floor((y - 1) / 4) + Math.floor((367 * month - 362) / 12) + short + day;
}

/** 22 September 1792. */
const FRENCH_EPOCH = 654_415;
const fixedOfFrench = (year: number, month: number, day: number): number =>
  FRENCH_EPOCH - 1 + 365 * (year - 1) + Math.floor(year / 4) + 30 * (month - 1) + day;

const HEBREW_EPOCH = -1_373_427;
const isHebrewLeap = (year: number): boolean => (7 * year + 1) % 19 < 7;
function hebrewElapsed(year: number): number {
  const months = Math.floor((235 * year - 234) / 19);
  const parts = 12_084 + 13_753 * months;
  const day = 29 * months + Math.floor(parts / 25_920);
  return (3 * (day + 1)) % 7 < 3 ? day + 1 : day;
}
function hebrewNewYear(year: number): number {
  const [before, own, after] = [hebrewElapsed(year - 1), hebrewElapsed(year), hebrewElapsed(year + 1)];
  const delay = after - own === 356 ? 2 : own - before === 382 ? 1 : 0;
  return HEBREW_EPOCH + own + delay;
}
/** @param month from 1, Tishri; 6 and 7 are the two Adars, of which common years have the second only */
function fixedOfHebrew(year: number, month: number, day: number): number {
  const length = hebrewNewYear(year + 1) - hebrewNewYear(year);
  const isLeap = isHebrewLeap(year);
  const lengths = [
    30,
    length % 10 === 5 ? 30 : 29,
    length % 10 === 3 ? 29 : 30,
    29,
    30,
    isLeap ? 30 : 0,
    29,
    30,
    29,
    30,
    29,
    30,
    29,
  ];
  // In a common year the one Adar is written as the first.
  const at = !isLeap && month === 6 ? 7 : month;
  return hebrewNewYear(year) + lengths.slice(0, at - 1).reduce((sum, days) => sum + days, 0) + day - 1;
}

const FIXED = { julian: fixedOfJulian, french: fixedOfFrench, hebrew: fixedOfHebrew };

/** A date of a calendar in the Gregorian one: as exact as it was said. */
export function inGregorian(calendar: Calendar, { year, month, day }: LooseDate): LooseDate {
  if (calendar === 'gregorian') return { year, month, day };
  const found = gregorian(FIXED[calendar](year, month || 1, day || 1));
  return { year: found.year, month: month ? found.month : 0, day: day ? found.day : 0 };
}
