/**
 * A chart compared with the one that it was set from, statement by statement: what both say, what one says otherwise, what is
 * missing and what was added. Names that are nearly the same are taken for the same, and it is said which.
 */
import { pushTo } from '../grouped';
import { isBlank, type Statement } from '../kinds';
import { folded, jaroWinkler } from '../list';

/**
 * `same`: the same ends and the same words. `phrase`: the same ends, other words. `turned`: what leads from the one to the other
 * there leads from the other to the one here. `missing`: nothing of the kind is said, or its words are left blank.
 */
export type Verdict = 'same' | 'phrase' | 'turned' | 'missing';
export const VERDICTS: readonly Verdict[] = ['same', 'phrase', 'turned', 'missing'];

/** Two names that are taken for one. */
export interface NearName {
  readonly own: string;
  readonly model: string;
  /** From 0 to 1. */
  readonly likeness: number;
}

export interface Compared {
  readonly verdict: Verdict;
  /** What the chart that is compared with says. */
  readonly model: Statement;
  /** What this one says of it. Where it is missing: the ends that it joins without words, if it does. */
  readonly own?: Statement;
  /** Names of its ends that are only nearly the same. */
  readonly near: readonly NearName[];
}

export interface Comparison {
  /** One for each statement of the model, in its order. */
  readonly compared: readonly Compared[];
  /** What this chart says beside that; not what it leaves blank of it. */
  readonly extra: readonly Statement[];
  /** All names that were taken for others. */
  readonly near: readonly NearName[];
}

/** Names are near from this likeness on (Jaro 1989; Winkler 1990), where they have the same numbers in them. */
export const NEAR = 0.9;

const numbersIn = (text: string): string => (text.match(/\p{N}+/gu) ?? []).join(' ');

/** Likeness of two names that are not the same, from 0 to 1; 0 where they differ by a number. */
export function nameLikeness(a: string, b: string): number {
  const [one, two] = [folded(a), folded(b)];
  return numbersIn(one) === numbersIn(two) ? jaroWinkler(one, two) : 0;
}

/** Names of sets are apart from names of items. */
type Space = 'item' | 'set';
const endsOf = ({ from, to, toSet }: Statement): readonly (readonly [Space, string])[] => [
  ['item', from],
  [toSet ? 'set' : 'item', to],
];
const keyOf = (space: Space, name: string): string => `${space} ${folded(name)}`;
const said = (statement: Statement): boolean => endsOf(statement).every(([, name]) => !isBlank(name));

/** Names by their keys, as they are first written. */
function namesOf(statements: readonly Statement[], space: Space): ReadonlyMap<string, string> {
  const names = new Map<string, string>();
  for (const statement of statements)
    for (const [own, name] of endsOf(statement)) {
      const key = keyOf(own, name);
      if (own === space && !names.has(key)) names.set(key, name);
    }
  return names;
}

/** More pairs than this are not looked through for near names: it would take a second. */
const MOST_PAIRS = 400_000;

/** Which names of the one are names of the other: the same ones first, then the nearest, each once. */
function nearNames(own: ReadonlyMap<string, string>, model: ReadonlyMap<string, string>, least: number) {
  const left = [...own].filter(([key]) => !model.has(key));
  const free = [...model].filter(([key]) => !own.has(key));
  if (left.length * free.length > MOST_PAIRS) return [];
  const pairs = left
    .flatMap(([ownKey, name]) =>
      free.map(([modelKey, other]) => ({
        ownKey,
        modelKey,
        own: name,
        model: other,
        likeness: nameLikeness(name, other),
      })),
    )
    .filter(({ likeness }) => likeness >= least)
    .sort((a, b) => b.likeness - a.likeness);
  const taken = new Set<string>();
  return pairs.filter(({ ownKey, modelKey }) => {
    if (taken.has(`own ${ownKey}`) || taken.has(`model ${modelKey}`)) return false;
    taken.add(`own ${ownKey}`).add(`model ${modelKey}`);
    return true;
  });
}

/**
 * Compares what two charts say. Each statement of either is used once: those that are the same are matched first, then those
 * with other words (the nearest words first), then those that are turned round.
 * @param near likeness from which names are taken for the same; above 1: none are
 */
export function compareStatements(own: readonly Statement[], model: readonly Statement[], near = NEAR): Comparison {
  const [mine, theirs] = [own.filter(said), model.filter(said)];
  const taken = (['item', 'set'] as const).flatMap((space) =>
    nearNames(namesOf(mine, space), namesOf(theirs, space), near),
  );
  const asModel = new Map(taken.map(({ ownKey, modelKey }) => [ownKey, modelKey]));
  const nearBy = new Map(taken.map(({ ownKey, own, model, likeness }) => [ownKey, { own, model, likeness }]));
  const keys = (statement: Statement, mapped: boolean) =>
    endsOf(statement).map(([space, name]) => {
      const key = keyOf(space, name);
      return mapped ? (asModel.get(key) ?? key) : key;
    });
  const ends = ([from, to]: readonly string[], { mutual }: Statement) =>
    JSON.stringify(mutual && to! < from! ? [to, from] : [from, to]);
  const byEnds = new Map<string, number[]>();
  for (const [i, statement] of mine.entries()) pushTo(byEnds, ends(keys(statement, true), statement), i);

  const used = new Set<number>();
  const found = new Map<number, { readonly verdict: Verdict; readonly at: number }>();
  const freeAt = (key: string) => (byEnds.get(key) ?? []).filter((i) => !used.has(i));
  const take = (at: number, i: number | undefined, verdict: Verdict) => {
    if (i === undefined) return;
    used.add(i);
    found.set(at, { verdict, at: i });
  };
  /** Ends that are joined without words say nothing, where the model says something. */
  const blank = (i: number, { phrase }: Statement) => isBlank(mine[i]!.phrase) && !isBlank(phrase);
  const wordsAlike = (a: Statement, b: Statement) => jaroWinkler(folded(a.phrase), folded(b.phrase));
  const each = (work: (statement: Statement, at: number) => void) => {
    for (const [at, statement] of theirs.entries()) if (!found.has(at)) work(statement, at);
  };
  each((statement, at) => {
    const same = freeAt(ends(keys(statement, false), statement));
    take(
      at,
      same.find((i) => folded(mine[i]!.phrase) === folded(statement.phrase)),
      'same',
    );
  });
  each((statement, at) => {
    const others = freeAt(ends(keys(statement, false), statement)).filter((i) => !blank(i, statement));
    others.sort((a, b) => wordsAlike(mine[b]!, statement) - wordsAlike(mine[a]!, statement) || a - b);
    take(at, others[0], 'phrase');
  });
  each((statement, at) => {
    if (statement.mutual || statement.toSet) return;
    take(
      at,
      freeAt(ends([...keys(statement, false)].reverse(), statement)).find(
        (i) => !mine[i]!.mutual && !blank(i, statement),
      ),
      'turned',
    );
  });
  each((statement, at) => {
    take(
      at,
      freeAt(ends(keys(statement, false), statement)).find((i) => blank(i, statement)),
      'missing',
    );
  });
  const compared = theirs.map((statement, at): Compared => {
    const match = found.get(at);
    if (!match) return { verdict: 'missing', model: statement, near: [] };
    const ownOne = mine[match.at]!;
    const nearOnes = endsOf(ownOne).flatMap(([space, name]) => nearBy.get(keyOf(space, name)) ?? []);
    return { verdict: match.verdict, model: statement, own: ownOne, near: nearOnes };
  });
  return {
    compared,
    extra: mine.filter((_, i) => !used.has(i)),
    near: taken.map(({ own, model, likeness }) => ({ own, model, likeness })),
  };
}
