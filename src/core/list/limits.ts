/** Limits that are checked before the work is done: how many lines a list has, and how they are nested. */
import { ITEM_LIMIT } from '../chart';

/** A line is about one item; some forms have a few lines for one. */
export const MOST_LINES = 3 * ITEM_LIMIT;

export const TOO_MANY_LINES = `The list has more than ${MOST_LINES.toLocaleString('en-GB')} lines; a chart holds ${ITEM_LIMIT} items at the most.`;

export const tooManyItems = (count: number): string =>
  `The list has ${count} lines; a chart holds ${ITEM_LIMIT} at the most.`;

/** Whether a list was refused for how many lines it has. */
export const isTooMany = (why: string): boolean => why === TOO_MANY_LINES || /^The list has \d+ lines;/.test(why);

/** Lines with words, counted up to one more than `most`. */
export function linesIn(text: string, most: number): number {
  let count = 0;
  let words = false;
  for (let i = 0; i <= text.length && count <= most; i++) {
    const c = i < text.length ? text.charCodeAt(i) : 10;
    if (c === 10 || c === 13) {
      if (words) count++;
      words = false;
    } else if (c > 32) words = true;
  }
  return count;
}

/** What is written well, but says nothing that a chart shows: its message says why. */
export class NothingToDraw extends Error {}

/** Levels of a nested list, in any form that nests: far more than anybody draws. Each may cost what all above it cost. */
export const MOST_LEVELS = 1_000;

export const tooDeep = (what: string): string =>
  `This ${what} is nested deeper than ${MOST_LEVELS.toLocaleString('en-GB')} levels; a list has a few. Was it written by mistake?`;

/** How deep brackets and braces stand within each other, outside quoted words; counted up to `most`. Linear. */
export function depthOfJson(text: string, most = MOST_LEVELS): number {
  let depth = 0;
  let deepest = 0;
  let quoted = false;
  for (let i = 0; i < text.length && deepest <= most; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === 0x5c) i++;
      else if (c === 0x22) quoted = false;
    } else if (c === 0x22) quoted = true;
    else if (c === 0x7b || c === 0x5b) deepest = Math.max(deepest, ++depth);
    else if (c === 0x7d || c === 0x5d) depth--;
  }
  return deepest;
}
