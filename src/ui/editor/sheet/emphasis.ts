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
