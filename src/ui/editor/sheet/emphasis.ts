/** Signs round selected words that make them stand out, put there or taken away. */
export interface Marked {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** @param sign such as two stars for strong words */
export function emphasised(text: string, from: number, to: number, sign: string): Marked {
  const n = sign.length;
  const before = text.slice(0, from);
  const [own, after] = [text.slice(from, to), text.slice(to)];
  const alone = (around: string, at: 'end' | 'start') =>
    // One star is not half of two.
    sign.length > 1 || !(at === 'end' ? /\*\*$/ : /^\*\*/).test(around);
  if (before.endsWith(sign) && after.startsWith(sign) && alone(before, 'end') && alone(after, 'start'))
    return { text: before.slice(0, -n) + own + after.slice(n), from: from - n, to: to - n };
  return { text: before + sign + own + sign + after, from: from + n, to: to + n };
}

/** All of a text made to stand out, or no more where all of it does. */
export function emphasisedWhole(text: string, sign: string): string {
  const n = sign.length;
  const whole = text.length > 2 * n && text.startsWith(sign) && text.endsWith(sign);
  // Stars of strong words are not those of slanted ones.
  const stars = /^\**/.exec(text)![0].length;
  const own = sign === '**' ? stars >= 2 : stars === 1 || stars === 3;
  return whole && own ? text.slice(n, -n) : sign + text + sign;
}
