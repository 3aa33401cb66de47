/** Numbers as people write them in lists. */

/** Which of comma and point separates decimals: the last of both; a lone one before three digits groups thousands. */
function plainDigits(text: string): string {
  const comma = text.lastIndexOf(',');
  const point = text.lastIndexOf('.');
  if (comma >= 0 && point >= 0)
    return comma > point ? text.replaceAll('.', '').replace(',', '.') : text.replaceAll(',', '');
  if (comma < 0) return text;
  return /^[+-]?\d{1,3}(,\d{3})+$/.test(text) ? text.replaceAll(',', '') : text.replace(',', '.');
}

/** A number with or without signs of money, grouped thousands and a decimal comma; undefined where it is none. */
export function readNumber(text: string): number | undefined {
  const bare = text
    .replace(/[\p{Sc}\s'’\u00a0]/gu, '')
    .replace(/^[−–]/, '-')
    .replace(/^\((.*)\)$/, '-$1');
  if (bare === '') return undefined;
  const value = Number(plainDigits(bare));
  return Number.isFinite(value) ? value : undefined;
}

/** Letters of a number at the most. */
const LONGEST = 60;

/** A chance from 0 to 1, written as part (0.6), per cent (60 %) or fraction (3/5); undefined where it is none. */
export function readChance(text: string): number | undefined {
  const bare = text.trim();
  if (bare.length > LONGEST) return undefined;
  const fraction = /^(\d+)\s*\/\s*(\d+)$/.exec(bare);
  const percent = /^(.*?)\s*(%|per ?cent|pct)$/i.exec(bare);
  const value = fraction
    ? Number(fraction[1]) / Number(fraction[2])
    : percent
      ? (readNumber(percent[1]!) ?? Number.NaN) / 100
      : readNumber(bare);
  return value !== undefined && value >= 0 && value <= 1 ? value : undefined;
}

/** A number as it is shown: grouped, at most two decimals. */
export const showNumber = (value: number): string =>
  (Math.abs(value) < 0.005 ? 0 : value).toLocaleString('en-GB', { maximumFractionDigits: 2 }).replace('-', '−');

/** A chance as it is shown. */
export const showChance = (value: number): string =>
  `${(value * 100).toLocaleString('en-GB', { maximumFractionDigits: 1 })} %`;
