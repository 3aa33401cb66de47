/** Short sentences with words of one's own, such as "Ada under Bo": what they ask for. */
import { askedWords, wordsNaming } from './score';

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Those that words may name, the best first: all words begin words of the name, or are the name. */
export function meant<T extends Named>(all: readonly T[], text: string, most: number): T[] {
  const asked = askedWords(text);
  if (asked.length === 0) return [];
  const whole = asked.join(' ');
  const same = (one: T) => askedWords(one.name).join(' ') === whole;
  return all
    .filter((one) => same(one) || wordsNaming(one.name, asked) === asked.length)
    .sort((a, b) => Number(same(b)) - Number(same(a)) || a.name.length - b.name.length)
    .slice(0, most);
}

/** "keep this look as NAME"; @returns the name */
export const keptAs = (q: string): string | undefined => /^keep\b.*?\bas\s+(.+)$/i.exec(q.trim())?.[1];

/** "rename OLD to NEW"; all ways to split it where "to" stands in it more than once. */
export function renamings(q: string): { readonly old: string; readonly fresh: string }[] {
  const rest = /^rename\s+(.+)$/i.exec(q.trim())?.[1];
  if (rest === undefined) return [];
  return splits(rest, 'to').map(({ before, after }) => ({ old: before, fresh: after }));
}

/** A joint, such as "under", with what stands before and after it, wherever it stands. */
function splits(text: string, joint: string): { before: string; after: string }[] {
  const found = [];
  const pattern = new RegExp(`\\s${joint}\\s`, 'gi');
  for (const {
    index,
    0: { length },
  } of text.matchAll(pattern)) {
    const [before, after] = [text.slice(0, index).trim(), text.slice(index + length).trim()];
    if (before && after) found.push({ before, after });
  }
  return found;
}

/** Words for somebody or something without a name: "add a person under Ada". */
const NOBODY =
  /^(?:(?:an?|one|another|one more|some|new|a new) )?(?:new )?(?:person|post|position|employee|colleague|somebody|someone|line|row|item|box|thing|idea|concept|step|question|answer|child|partner|parent|sibling|one)$/i;

/** "NEW under ITEM", for each of the joints; a leading "add" is no part of the name. */
export const joinings = <T extends { readonly joint: string }>(
  q: string,
  ways: readonly T[],
): { readonly way: T; readonly fresh: string; readonly at: string }[] => {
  const text = q.trim().replace(/^add\s+/i, '');
  return ways.flatMap((way) =>
    splits(text, way.joint).map(({ before, after }) => ({ way, fresh: NOBODY.test(before) ? '' : before, at: after })),
  );
};
