/** Limits on how lists are nested: checked before the work, as each level may cost what all above it cost. */

/** Levels of a nested list, in any form that nests: far more than anybody draws. */
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
