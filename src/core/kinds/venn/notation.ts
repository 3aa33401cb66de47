/**
 * Sets in the notation of textbooks: A ∩ B, A ∪ B, A', A \\ B, n(A ∩ B), with brackets (ISO 80000-2, clause 6; the prime for a
 * complement and n( ) for a number are common practice in schools).
 */
import { folded, tidy } from '../../list';

const NUMBER_OF = /^(?:n|P|card|#) ?\((.*)\)$/i;
const BARS = /^\|([^|]+)\|$/;
const SYMBOLS = /[∩∪∖\\ᶜ∁¬∅ξΩ]/u;
const PRIME = /^.['’′]$|^.['’′][^\p{L}]/u;
const UNIVERSE = new Set(['u', 'ξ', 'ω', 'universal set', 'universe', 'total', 'in all']);

/** What is within n( ) or bars; the text itself where there is none. */
const inside = (text: string): string => NUMBER_OF.exec(text)?.[1] ?? BARS.exec(text)?.[1] ?? text;

/** Whether a text is of this notation and not in words. */
export const isNotation = (text: string): boolean =>
  text.length < 200 && (inside(text) !== text || SYMBOLS.test(text) || PRIME.test(text));

type Token = { readonly sign: string } | { readonly name: string };

const SIGNS: Readonly<Record<string, string>> = {
  '∩': '∩',
  '∪': '∪',
  '∖': '∖',
  '\\': '∖',
  ᶜ: "'",
  '′': "'",
  '’': "'",
  "'": "'",
  '∁': '¬',
  '¬': '¬',
  '(': '(',
  ')': ')',
};

/** An apostrophe within a word is no prime: one stands at the end of a name. */
const isPrime = (text: string, at: number): boolean => !/\p{L}/u.test(text[at + 1] ?? '');

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  let name = '';
  const end = () => {
    if (tidy(name) !== '') tokens.push({ name: tidy(name) });
    name = '';
  };
  for (let at = 0; at < text.length; at++) {
    const sign = SIGNS[text[at]!];
    if (sign === undefined || (sign === "'" && text[at] !== 'ᶜ' && !isPrime(text, at))) name += text[at];
    else {
      end();
      tokens.push({ sign });
    }
  }
  end();
  return tokens;
}

const isUniverse = (name: string) => UNIVERSE.has(folded(name));

/** Names that an expression uses. */
export const namesInNotation = (text: string): string[] =>
  tokensOf(inside(tidy(text))).flatMap((token) =>
    'name' in token && token.name !== '∅' && !isUniverse(token.name) ? [token.name] : [],
  );

/** The regions that an expression speaks of, each as a bit pattern; undefined where it is none of these sets. */
export function regionsInNotation(text: string, names: readonly string[]): number[] | undefined {
  const tokens = tokensOf(inside(tidy(text)));
  const every = Array.from({ length: 1 << names.length }, (_, region) => region);
  const bitOf = new Map(names.map((name, i) => [folded(name), 1 << i]));
  let at = 0;
  const is = (...signs: readonly string[]) => {
    const token = tokens[at];
    return token !== undefined && 'sign' in token && signs.includes(token.sign) ? token.sign : undefined;
  };
  type Found = ReadonlySet<number> | undefined;
  const without = (some: ReadonlySet<number>) => new Set(every.filter((region) => !some.has(region)));
  const atom = (depth: number): Found => {
    const token = tokens[at++];
    if (!token || depth > 40) return undefined;
    if ('name' in token) {
      const bit = bitOf.get(folded(token.name));
      if (bit !== undefined) return new Set(every.filter((region) => region & bit));
      return token.name === '∅' ? new Set() : isUniverse(token.name) ? new Set(every) : undefined;
    }
    if (token.sign === '¬') {
      const inner = factor(depth + 1);
      return inner && without(inner);
    }
    if (token.sign !== '(') return undefined;
    const inner = union(depth + 1);
    if (!is(')')) return undefined;
    at++;
    return inner;
  };
  const factor = (depth: number): Found => {
    let found = atom(depth);
    for (; found && is("'"); at++) found = without(found);
    return found;
  };
  const meet = (depth: number): Found => {
    let found = factor(depth);
    for (let sign = is('∩', '∖'); found && sign; sign = is('∩', '∖')) {
      at++;
      const other = factor(depth);
      const before = found;
      found = other && new Set([...before].filter((region) => other.has(region) === (sign === '∩')));
    }
    return found;
  };
  const union = (depth: number): Found => {
    let found = meet(depth);
    while (found && is('∪')) {
      at++;
      const other = meet(depth);
      found = other && new Set([...found, ...other]);
    }
    return found;
  };
  const found = union(0);
  return found && at === tokens.length ? [...found].sort((a, b) => a - b) : undefined;
}
