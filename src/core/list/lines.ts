/** What can be wrong with the words of any list, whatever its kind: stray spaces, overlong names, near-doubles. */
import { type Change, type Chart, type Item, type Tree, treeOf, walk } from '../chart';
import { remembered } from '../remember';
import { mergeLines, problemKey } from './merge-lines';
import { likenessOfWords, wordsOf } from './names';
import type { Problem } from './types';
import { folded, letterBins, lettersApart, tidy } from './words';

/** A name longer than this is a text rather than a name. */
const LONG_NAME = 160;
/** Of one sort; where there are more, the list was read wrong. */
const MOST_FOUND = 300;
/** Near-doubles are nearer than what is proposed for a name that nobody has. */
const NEAR = 0.9;

const spaced = (text: string) => text.split('\n').map(tidy).join('\n');
/** A space at the end may be one that is being typed. */
const hasStray = (text: string) =>
  /^\s|\s\s|\s$|[^\S \n]/.test(text) && text !== spaced(text) && text !== `${spaced(text)} `;

interface Prepared {
  readonly item: Item;
  /** The name made comparable, and its words without titles. */
  readonly name: string;
  readonly words: readonly string[];
  readonly digits: string;
  /** How often each letter occurs, letters thrown together in a few bins. */
  readonly bins: Uint16Array;
}
const BINS = 32;

function prepared(item: Item): Prepared | undefined {
  const name = folded(item.fields['name'] ?? '');
  const words = name === '' ? [] : wordsOf(item.fields['name']!);
  if (words.length === 0) return undefined;
  return {
    item,
    name,
    words,
    digits: /\d/.test(name) ? name.replace(/\D+/g, ' ').trim() : '',
    bins: letterBins(name, BINS),
  };
}

/** As many letters may not pair off as two slips leave. */
const SLIPS = 4;
/** Names are held against as many that follow them in each of the orders below. */
const NEIGHBOURS = 7;

/**
 * Pairs of names that differ a little, each with the earlier line first. Sorted-neighbourhood method (Hernandez and Stolfo
 * 1995): in each of three orders only neighbours meet, so that the time is near linear.
 */
export function nearPairs(items: readonly Item[], most = MOST_FOUND): { first: Item; second: Item; sure: number }[] {
  const names = items.flatMap((item) => prepared(item) ?? []);
  const place = new Map(items.map(({ id }, i) => [id, i]));
  const orders: readonly ((name: Prepared) => string)[] = [
    ({ words }) => words.join(' '),
    ({ words }) => `${words.at(-1)} ${words[0]}`,
    ({ words }) => [...words].sort().join(' '),
  ];
  const found = new Map<string, { first: Item; second: Item; sure: number }>();
  for (const order of orders) {
    const keys = names.map(order);
    const sorted = names.map((_, i) => i).sort((a, b) => (keys[a]! < keys[b]! ? -1 : 1));
    for (let i = 0; i < sorted.length; i++)
      for (let next = i + 1; next < Math.min(sorted.length, i + 1 + NEIGHBOURS); next++) {
        const [a, b] = [names[sorted[i]!]!, names[sorted[next]!]!];
        // "Bed 2" and "Bed 3" are two; what is written the same is a double, not a near one.
        if (a.digits !== b.digits || a.name === b.name) continue;
        // Names that share no family name differ by a slip of the pen or not at all.
        if (
          a.words.at(-1) !== b.words.at(-1) &&
          a.words.length === b.words.length &&
          lettersApart(a.bins, b.bins, SLIPS) > SLIPS
        )
          continue;
        const [first, second] = place.get(a.item.id)! < place.get(b.item.id)! ? [a.item, b.item] : [b.item, a.item];
        const pair = `${first.id} ${second.id}`;
        if (found.has(pair)) continue;
        const sure = likenessOfWords(a.words, b.words);
        if (sure >= NEAR) found.set(pair, { first, second, sure });
        if (found.size >= most) return [...found.values()];
      }
  }
  return [...found.values()];
}

/** Names stay while a chart is arranged and styled. */
const nearPairsOf = remembered((items: Chart['items']) => nearPairs(walk(treeOf(items)).map(({ id }) => items[id]!)));

export interface LineRules {
  /** What an item without a name is called. */
  readonly unnamed: string;
  /** Whether two lines with nearly the same name may be one; absent: names are not held against each other. */
  readonly maySame?: ((a: Item, b: Item) => boolean) | undefined;
  /** The change that makes two lines one. */
  readonly merge?: ((chart: Chart, keep: string, drop: string, tree: Tree) => Change) | undefined;
}

export function lineProblems(
  chart: Chart,
  lineOf: (item: string) => number | undefined,
  { unnamed, maySame, merge = mergeLines }: LineRules,
): Problem[] {
  const found: Problem[] = [];
  const tree = treeOf(chart.items);
  const items = walk(tree).map(({ id }) => chart.items[id]!);
  const called = (item: Item) => item.fields['name'] || unnamed;
  const add = (item: Item, problem: Omit<Problem, 'line' | 'item' | 'message'>, says: string) => {
    const line = lineOf(item.id);
    found.push({
      ...problem,
      item: item.id,
      ...(line !== undefined && { line }),
      message: line === undefined ? says : `Line ${line}: ${says}`,
    });
  };
  let stray = 0;
  for (const item of items) {
    let strays = false;
    for (const field in item.fields) strays ||= hasStray(item.fields[field]!);
    const wrong = strays ? Object.entries(item.fields).filter(([, text]) => hasStray(text)) : [];
    if (wrong.length > 0 && stray++ < MOST_FOUND)
      add(
        item,
        {
          code: 'stray-spaces',
          severity: 'note',
          field: wrong[0]![0],
          repairs: [
            {
              label: 'Take out the spaces',
              alike: 'tidy',
              change: {
                type: 'edit-fields',
                id: item.id,
                fields: Object.fromEntries(wrong.map(([field, text]) => [field, spaced(text)])),
              },
            },
          ],
        },
        `"${spaced(wrong[0]![1]).slice(0, 60)}" has spaces at the ends or doubled inside.`,
      );
    const { name = '' } = item.fields;
    if (name.length > LONG_NAME) {
      const cut = name.lastIndexOf(' ', LONG_NAME / 2) > 20 ? name.lastIndexOf(' ', LONG_NAME / 2) : LONG_NAME / 2;
      const notes = [item.fields['Notes'], name.slice(cut).trim()].filter(Boolean).join('\n');
      add(
        item,
        {
          code: 'long-name',
          severity: 'warning',
          field: 'name',
          key: problemKey('long-name', item.id),
          repairs: [
            {
              label: 'Move the rest to a field "Notes"',
              alike: 'cut',
              change: { type: 'edit-fields', id: item.id, fields: { name: name.slice(0, cut).trim(), Notes: notes } },
            },
          ],
        },
        `"${name.slice(0, 40)} ..." has ${name.length} letters; that is a text rather than a name, and makes the whole tier wide.`,
      );
    }
  }
  if (maySame)
    for (const { first, second } of nearPairsOf(chart.items)) {
      if (!maySame(first, second)) continue;
      const other = lineOf(first.id);
      add(
        second,
        {
          code: 'near-double',
          severity: 'note',
          field: 'name',
          key: problemKey('near-double', ...[called(first), called(second)].sort()),
          repairs: [
            {
              label: `Make them one, as ${called(first)}`,
              alike: 'first',
              change: merge(chart, first.id, second.id, tree),
            },
            {
              label: `Make them one, as ${called(second)}`,
              alike: 'second',
              change: merge(chart, second.id, first.id, tree),
            },
          ],
        },
        `${called(second)} and ${called(first)}${other === undefined ? '' : ` (line ${other})`} are written nearly the same. Are they one?`,
      );
    }
  return found;
}
