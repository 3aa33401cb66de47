/** What two people are to each other: in words, and as a number. */
import type { Chart } from '../../chart';
import { remembered } from '../../remember';
import { birthParents, type Family, familyOf, sexOf } from './family';

/**
 * Coefficient of kinship: the chance that a gene drawn from each is the same by descent. By birth only.
 * Source: the recursion of S. Wright 1922 in the form of G. Malécot 1948: of two different people the later born is
 * replaced by their parents; phi(a, a) = (1 + phi(father, mother)) / 2.
 */
export function kinship(family: Family, a: string, b: string): number {
  const depths = depthOf(family);
  const known = new Map<string, number>();
  const phi = (x: string, y: string): number => {
    // The one with the longer way from the first ancestors can't be an ancestor of the other.
    const [late, early] = depths.get(x)! >= depths.get(y)! ? [x, y] : [y, x];
    const key = `${late} ${early}`;
    const found = known.get(key);
    if (found !== undefined) return found;
    const parents = birthParents(family, late);
    const value =
      late === early
        ? (1 + (parents.length === 2 ? phi(parents[0]!, parents[1]!) : 0)) / 2
        : parents.reduce((sum, parent) => sum + phi(parent, early), 0) / 2;
    known.set(key, value);
    return value;
  };
  return phi(a, b);
}

/** The longest way by birth from somebody without parents, without recursion. */
export const depthOf = remembered((family: Family): ReadonlyMap<string, number> => {
  const depth = new Map<string, number>();
  for (const start of family.people) {
    const stack = [start];
    while (stack.length > 0) {
      const id = stack.at(-1)!;
      if (depth.has(id)) {
        stack.pop();
        continue;
      }
      const open = birthParents(family, id).filter((parent) => !depth.has(parent));
      if (open.length > 0) stack.push(...open);
      else {
        depth.set(
          id,
          birthParents(family, id).reduce((most, parent) => Math.max(most, depth.get(parent)! + 1), 0),
        );
        stack.pop();
      }
    }
  }
  return depth;
});

/** Fewest steps up to each ancestor by birth, the person included. */
function stepsUp(family: Family, id: string): Map<string, number> {
  const steps = new Map([[id, 0]]);
  for (const [at, far] of steps)
    for (const parent of birthParents(family, at)) if (!steps.has(parent)) steps.set(parent, far + 1);
  return steps;
}

const NTH = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth'];
const nth = (n: number): string => {
  if (n < NTH.length) return NTH[n]!;
  const ending = n % 100 >= 11 && n % 100 <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${ending}`;
};
const TIMES = ['', 'once', 'twice', 'three times', 'four times', 'five times', 'six times'];
const great = (count: number) => 'great-'.repeat(Math.max(0, count));

/**
 * What a person is whose line goes up `up` steps to the nearest common ancestor, to one whose line goes up `other`.
 * Source: the usual table of consanguinity (canon and civil degrees; common practice).
 */
function wordFor(up: number, other: number, sex: 'm' | 'f' | undefined): string {
  const pick = (m: string, f: string, neither: string) => (sex === 'm' ? m : sex === 'f' ? f : neither);
  if (up === 0) {
    const parent = pick('father', 'mother', 'parent');
    return other === 1 ? parent : `${great(other - 2)}grand${parent}`;
  }
  if (other === 0) {
    const child = pick('son', 'daughter', 'child');
    return up === 1 ? child : `${great(up - 2)}grand${child}`;
  }
  if (up === 1 && other === 1) return pick('brother', 'sister', 'sibling');
  if (up === 1) return `${great(other - 2)}${pick('uncle', 'aunt', 'aunt or uncle')}`;
  if (other === 1) return `${great(up - 2)}${pick('nephew', 'niece', 'niece or nephew')}`;
  const removed = Math.abs(up - other);
  return `${nth(Math.min(up, other) - 1)} cousin${removed === 0 ? '' : ` ${TIMES[removed] ?? `${removed} times`} removed`}`;
}

export interface Relation {
  /** What the first is to the second: "second cousin once removed". */
  readonly relation: string;
  readonly kinship: number;
  /** Nearest common ancestors. */
  readonly commonAncestors: readonly string[];
}

export function relationOf(chart: Chart, a: string, b: string): Relation {
  const family = familyOf(chart);
  const value = kinship(family, a, b);
  const sex = sexOf(chart.items[a]);
  if (a === b) return { relation: 'the same person', kinship: value, commonAncestors: [] };
  const [up, other] = [stepsUp(family, a), stepsUp(family, b)];
  let nearest = Number.POSITIVE_INFINITY;
  for (const [id, steps] of up) if (other.has(id)) nearest = Math.min(nearest, steps + other.get(id)!);
  const common = [...up.keys()].filter((id) => other.has(id) && up.get(id)! + other.get(id)! === nearest);
  const couple = family.couplesOf.get(a)!.find(({ partners }) => partners.includes(b));
  const joined =
    couple &&
    (couple.status === 'parted'
      ? 'former partner'
      : couple.status === 'married'
        ? sex === 'm'
          ? 'husband'
          : sex === 'f'
            ? 'wife'
            : 'spouse'
        : 'partner');
  const blood = common.length > 0 ? bloodRelation(family, up, other, common, sex) : undefined;
  const byLaw = blood === undefined && joined === undefined ? otherwise(family, a, b, sex) : undefined;
  const words = [joined, blood, byLaw].filter((word) => word !== undefined);
  return {
    relation: words.length > 0 ? words.join(' and ') : 'no relation that the list knows',
    kinship: value,
    commonAncestors: common.filter((id) => id !== a && id !== b),
  };
}

function bloodRelation(
  family: Family,
  up: ReadonlyMap<string, number>,
  other: ReadonlyMap<string, number>,
  common: readonly string[],
  sex: 'm' | 'f' | undefined,
): string {
  const id = common[0]!;
  const [x, y] = [up.get(id)!, other.get(id)!];
  const word = wordFor(x, y, sex);
  if (x === 0 || y === 0) return word;
  // Pairs of common ancestors who are a couple count as one.
  const couples = family.couples.filter(
    ({ partners }) => partners.length === 2 && partners.every((partner) => common.includes(partner)),
  );
  if (couples.length >= 2 && x > 1 && y > 1) return `double ${word}`;
  // An ancestor alone makes half relations where there were children with more than one; an unknown partner may be one.
  const several =
    family.couplesOf.get(id)!.filter(({ children }) => children.some(({ by }) => by === 'birth')).length > 1;
  return couples.length === 0 && several ? (x === 1 && y === 1 ? `half-${word}` : `half ${word}`) : word;
}

/** Relations that are not by birth: step and adopted parents and children. */
function otherwise(family: Family, a: string, b: string, sex: 'm' | 'f' | undefined): string | undefined {
  const NAMES = { adopted: 'adoptive', foster: 'foster', step: 'step', birth: '' };
  for (const { couple, by } of family.originsOf.get(b)!)
    if (by !== 'birth' && couple.partners.includes(a))
      return `${NAMES[by]}${by === 'step' ? '' : ' '}${wordFor(0, 1, sex)}`;
  for (const { couple, by } of family.originsOf.get(a)!)
    if (by !== 'birth' && couple.partners.includes(b))
      return `${by === 'adopted' ? 'adopted' : NAMES[by]}${by === 'step' ? '' : ' '}${wordFor(1, 0, sex)}`;
  return undefined;
}

/** Twelve generations; where relatives marry, farther ones repeat the same people thousands of times. */
const HIGHEST_NUMBER = 2 ** 12;

/** Ancestor numbers after M. Eytzinger 1590: the person is 1, a father twice the number, a mother one more. */
export function ancestorNumbers(chart: Chart, person: string): Map<number, string> {
  const family = familyOf(chart);
  const numbers = new Map<number, string>([[1, person]]);
  for (const [number, id] of numbers) {
    if (number * 2 >= HIGHEST_NUMBER) break;
    const parents = birthParents(family, id);
    const father = parents.find((parent) => sexOf(chart.items[parent]) === 'm');
    const mother = parents.find((parent) => parent !== father && sexOf(chart.items[parent]) === 'f');
    const left = parents.filter((parent) => parent !== father && parent !== mother);
    const first = father ?? left.shift();
    const second = mother ?? left.shift();
    if (first !== undefined) numbers.set(number * 2, first);
    if (second !== undefined) numbers.set(number * 2 + 1, second);
  }
  return numbers;
}
