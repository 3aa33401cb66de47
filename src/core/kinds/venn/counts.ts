/** Counts written in words ("Pruning and Guiding: 12", "only Pruning: 5") as equations over the regions of a diagram. */
import { folded, readNumber, tidy } from '../../list';
import { isNotation, namesInNotation, regionsInNotation } from './notation';

/** A count or, where it is asked for, `?`; undefined where a text is neither. */
export function readCount(text: string | undefined): number | '?' | undefined {
  const bare = (text ?? '').trim();
  if (bare === '?') return '?';
  const value = readNumber(isShare(bare) ? bare.slice(0, -1) : bare);
  return bare !== '' && value !== undefined ? value : undefined;
}

/** Whether a count is written as a share of the whole: 50 %. */
export const isShare = (text: string | undefined): boolean => (text ?? '').trim().endsWith('%');

/** Whether an expression speaks of everything. */
export const isTotal = (expression: string): boolean => TOTAL.test(folded(expression));

const WORDS = ['', 'one', 'two', 'three', 'four', 'five'];
const TOTAL = /^(in all|in total|total|altogether|all together|everybody|everyone|asked|all asked|universe)$/;
const NONE = /^(neither|none|in none|none of them|outside|neither of them|no set|nobody)$/;
const EVERY = /^(all|in all of them|all of them|every set|all (two|three|four|five)|both)$/;
const UNION = /^(any|at least one|in any|one or more|union)$/;
const EXACTLY = /^(exactly|just|only|at least|at most) (one|two|three|four|five)$/;

/** Parts of an expression in tidy words: names, joined by and; what is left out after not. */
const AND = / ?(?:, ?and\b|\band\b|&|\+|∩|,) ?/i;
const OR = / ?(?:\bor\b|∪) ?/i;
const NOT = / ?(?:,? ?\bbut not\b|\bnot\b|\bwithout\b) ?/i;

const quotes = /^["“'](.*)["”']$/;
const bare = (text: string) => tidy(text).replace(quotes, '$1');
/** What stands round names without being one. */
const stripped = (text: string) => bare(tidy(text).replace(/^(both|either)\s+/i, ''));
const only = /^(?:only|just|exactly) (.*)$|^(.*) (?:only|alone)$/i;

/** Names that an expression uses; none for those of the whole, such as "neither". */
export function namesIn(expression: string): string[] {
  if (isNotation(tidy(expression))) return namesInNotation(expression);
  const text = stripped(expression);
  const key = folded(text);
  if (key === '' || [TOTAL, NONE, EVERY, UNION, EXACTLY].some((whole) => whole.test(key))) return [];
  if (quotes.test(tidy(expression))) return [bare(expression)];
  const inner = only.exec(text);
  return (inner ? (inner[1] ?? inner[2]!) : text)
    .split(NOT)
    .flatMap((part) => part.split(OR))
    .flatMap((part) => part.split(AND))
    .map(stripped)
    .filter((name) => name !== '');
}

/**
 * The regions that an expression speaks of, each as a bit pattern of sets; undefined where it names something else.
 * "A" is all of A; "only A" what is in A alone; "A and B" what is in both, whatever else it is in; "A not B" what is in A
 * and not in B; "A or B" what is in either; "neither" what is in no set; "in all" everything, "all three" what is in every
 * set.
 */
export function regionsOf(expression: string, names: readonly string[]): number[] | undefined {
  if (isNotation(tidy(expression)) && !names.some((name) => folded(name) === folded(expression)))
    return regionsInNotation(expression, names);
  const every = Array.from({ length: 1 << names.length }, (_, region) => region);
  const full = every.length - 1;
  const size = (region: number) => every.slice(0, names.length).filter((_, i) => (region >> i) & 1).length;
  const key = folded(stripped(expression));
  const bitOf = new Map(names.map((name, i) => [folded(name), 1 << i]));
  if (!bitOf.has(key)) {
    if (TOTAL.test(key)) return every;
    if (NONE.test(key)) return [0];
    if (EVERY.test(key)) return [full];
    if (UNION.test(key)) return every.filter((region) => region > 0);
    const counted = EXACTLY.exec(key);
    if (counted) {
      const wanted = WORDS.indexOf(counted[2]!);
      return every.filter((region) =>
        counted[1] === 'at least'
          ? size(region) >= wanted
          : counted[1] === 'at most'
            ? size(region) <= wanted
            : size(region) === wanted,
      );
    }
  }
  const bits = (text: string): number | undefined => {
    let sum = 0;
    for (const name of text.split(AND).map(stripped)) {
      const bit = bitOf.get(folded(name));
      if (bit === undefined) return undefined;
      sum |= bit;
    }
    return sum;
  };
  const text = stripped(expression);
  const whole = bitOf.get(folded(text));
  if (whole !== undefined) return every.filter((region) => region & whole);
  const inner = only.exec(text);
  if (inner) {
    const exact = bits(inner[1] ?? inner[2]!);
    return exact === undefined ? undefined : [exact];
  }
  const [held = '', ...left] = text.split(NOT);
  const outside = left.map((part) => bits(part.replace(OR, ',')));
  if (outside.includes(undefined)) return undefined;
  const without = outside.reduce<number>((sum, part) => sum | part!, 0);
  // "Not B" is all that is not in B.
  const either = held === '' && left.length > 0 ? [0] : held.split(OR).map(bits);
  if (either.includes(undefined)) return undefined;
  return every.filter((region) => !(region & without) && either.some((part) => (region & part!) === part));
}
