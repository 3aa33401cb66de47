/** What can be wrong with the words of any list, whatever its kind: stray spaces, overlong names, near-doubles. */
import { type Change, type Chart, type Item, ordersAfter, type Tree, treeOf, walk } from '../chart';
import { likenessOfWords, wordsOf } from './names';
import type { Problem } from './types';
import { folded, tidy } from './words';

/** A name longer than this is a text rather than a name. */
const LONG_NAME = 160;
/** Of one sort; where there are more, the list was read wrong. */
const MOST_FOUND = 300;
/** Names that share a key are held against each other up to this many; more say that the key is not telling. */
const MOST_SHARING = 40;
/** Near-doubles are nearer than what is proposed for a name that nobody has. */
const NEAR = 0.9;

/** What a problem is remembered by when it is left as it is: the same again as long as its words stay. */
export const problemKey = (code: string, ...of: readonly string[]): string => [code, ...of].join(' ').slice(0, 300);

const spaced = (text: string) => text.split('\n').map(tidy).join('\n');
/** A space at the end may be one that is being typed. */
const hasStray = (text: string) =>
  /^\s|\s\s|\s$|[^\S \n]/.test(text) && text !== spaced(text) && text !== `${spaced(text)} `;

/** Makes two lines one: the first keeps its words and takes over what only the second has, and all that is joined to it. */
export function mergeLines(chart: Chart, keep: string, drop: string, tree: Tree = treeOf(chart.items)): Change {
  const [kept, dropped] = [chart.items[keep]!, chart.items[drop]!];
  const changes: Change[] = [];
  const more = Object.entries(dropped.fields).filter(([field, text]) => text !== '' && !kept.fields[field]);
  if (more.length > 0) changes.push({ type: 'edit-lines', edits: { [keep]: Object.fromEntries(more) } });
  const above = new Set<string>();
  for (let at: string | null = keep; at !== null; at = chart.items[at]?.parent ?? null) above.add(at);
  // A branch of the second that holds the first stays where the second stood.
  const children = tree.childrenOf(drop).filter((id) => !above.has(id));
  const own = tree.childrenOf(keep).map((id) => chart.items[id]!);
  const orders = ordersAfter(own, own.length - 1, children.length);
  if (children.length > 0)
    changes.push({
      type: 'place-lines',
      places: Object.fromEntries(children.map((id, i) => [id, { parent: keep, order: orders[i]! }])),
    });
  const other = (id: string) => (id === drop ? keep : id);
  const put = Object.values(chart.links)
    .filter(({ from, to }) => from === drop || to === drop)
    .map((link) => ({ ...link, from: other(link.from), to: other(link.to) }))
    .filter(({ from, to }) => from !== to);
  if (put.length > 0) changes.push({ type: 'set-links', put, remove: [] });
  const sets = Object.values(chart.sets).filter(({ members }) => members.includes(drop));
  if (sets.length > 0)
    changes.push({ type: 'set-membership', item: keep, sets: Object.fromEntries(sets.map(({ id }) => [id, true])) });
  changes.push({ type: 'remove-lift', id: drop });
  return { type: 'group', changes };
}

const digits = (text: string) => text.replace(/\D+/g, ' ').trim();

/** Pairs of names that differ a little, each with the earlier line first. Near-linear: only names that share a key meet. */
export function nearPairs(items: readonly Item[], most = MOST_FOUND): { first: Item; second: Item; sure: number }[] {
  const byKey = new Map<string, Item[]>();
  const keysOf = (name: string) => {
    const words = folded(name)
      .replace(/[.,]/g, ' ')
      .split(/[\s-]+/)
      .filter((word) => word.length > 1);
    if (words.length === 0) return [];
    const sorted = [...words].sort();
    return [
      ...new Set([
        `last ${words.at(-1)} ${words[0]![0]}`,
        `first ${words[0]} ${words.at(-1)![0]}`,
        `start ${sorted[0]!.slice(0, 3)} ${sorted.at(-1)!.slice(0, 3)}`,
      ]),
    ];
  };
  for (const item of items)
    for (const key of keysOf(item.fields['name'] ?? '')) {
      const list = byKey.get(key);
      if (list) list.push(item);
      else byKey.set(key, [item]);
    }
  const prepared = new Map<string, readonly string[]>();
  const words = ({ id, fields }: Item) => {
    const known = prepared.get(id) ?? wordsOf(fields['name']!);
    prepared.set(id, known);
    return known;
  };
  const numbers = new Map<string, string>();
  const digitsOf = ({ id }: Item, name: string) => {
    const known = numbers.get(id) ?? digits(name);
    numbers.set(id, known);
    return known;
  };
  const found: { first: Item; second: Item; sure: number }[] = [];
  const seen = new Set<string>();
  for (const sharing of byKey.values()) {
    if (sharing.length < 2 || sharing.length > MOST_SHARING) continue;
    for (const [i, first] of sharing.entries())
      for (const second of sharing.slice(i + 1)) {
        const [a, b] = [first.fields['name']!, second.fields['name']!];
        // "Bed 2" and "Bed 3" are two.
        if (folded(a) === folded(b) || digitsOf(first, a) !== digitsOf(second, b)) continue;
        const sure = likenessOfWords(words(first), words(second));
        const pair = `${first.id} ${second.id}`;
        if (sure < NEAR || seen.has(pair)) continue;
        seen.add(pair);
        found.push({ first, second, sure });
        if (found.length >= most) return found;
      }
  }
  return found;
}

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
  const items = [...walk(tree)].map(({ id }) => chart.items[id]!);
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
    const wrong = Object.entries(item.fields).filter(([, text]) => hasStray(text));
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
    for (const { first, second } of nearPairs(items)) {
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
