/** What can be wrong with who-reports-to-whom. Every problem names its line and, where there is one, a repair. */

import { type Change, type Chart, type Item, isWithin, type Tree, treeOf, walk } from '../../chart';
import { pushTo } from '../../grouped';
import {
  folded,
  itemFinder,
  LIKELY,
  likeness,
  mergeLines,
  nameFinder,
  type Problem,
  problemKey,
  type Repair,
} from '../../list';
import { rememberedText } from '../../remember';
import { isVacant } from './vacant';

type LineOf = (item: string) => number | undefined;

export function problems(chart: Chart, lineOf: LineOf): Problem[] {
  const tree = treeOf(chart.items);
  // In the order of the list: what is said must not depend on the order in which a store gives records back.
  const items = walk(tree).map(({ id }) => chart.items[id]!);
  const at = (item: string) => {
    const line = lineOf(item);
    return line === undefined ? { item } : { item, line };
  };
  return [
    ...superiorProblems(chart, items, at),
    ...nameProblems(chart, tree, items, at),
    ...topProblems(chart, tree.tops, at),
  ].sort((a, b) => (a.line ?? 0) - (b.line ?? 0));
}

type At = (item: string) => { item: string; line?: number };
const lineWord = (at: { line?: number }) => (at.line === undefined ? '' : `Line ${at.line}: `);
const called = (item: Item) => item.fields['name'] || item.fields['post'] || 'a line without a name';

/** Puts an item under another and forgets the words that could not be resolved. */
const under = (id: string, parent: string): Change => ({
  type: 'group',
  changes: [
    { type: 'move-branch', id, parent },
    { type: 'edit-fields', id, fields: { superior: null } },
  ],
});
const leaveAtTop = (item: Item): Repair => ({
  label: `Leave ${called(item)} at the top`,
  alike: 'top',
  choice: 'top',
  change: { type: 'edit-fields', id: item.id, fields: { superior: null } },
});

/** Unknown superiors whose spelling is looked up, and names they are held against in all: the time stays bounded. */
const MOST_LOOKED_UP = 200;
const MOST_HELD_AGAINST = 200_000;
/** The closer look at names that share letters costs more. */
const MOST_LIKENED = 60_000;
/** Superiors that are told of one by one. More of them than this, and the list was read wrong; the next ones are told once these are mended. */
const MOST_TOLD = 1_000;
/** Names of a circle that are told. */
const MOST_NAMED = 12;
/** How much likelier one spelling must be than the next to be the one that is meant. */
const CLEARLY = 0.03;

function superiorProblems(chart: Chart, items: readonly Item[], at: At): Problem[] {
  const open = items.filter((item) => item.parent === null && (item.fields['superior'] ?? '') !== '');
  if (open.length === 0) return [];
  const find = itemFinder(items, 'post');
  const byName = new Map<string, Item>();
  for (const item of items) if (!byName.has(item.fields['name'] ?? '')) byName.set(item.fields['name'] ?? '', item);
  const near = nameFinder(byName.keys());
  const known = [...byName].map(([name, item]) => ({ name, folded: folded(name), item }));
  const lookedUp = Math.min(MOST_LOOKED_UP, Math.ceil(MOST_HELD_AGAINST / Math.max(1, known.length)));
  let likened = 0;
  /** People whose name, written otherwise, a superior's may be, the likeliest first. */
  const otherSpellings = (wanted: string): { item: Item; sure: number }[] => {
    const last = folded(wanted).match(/[\p{L}\p{M}\p{N}']+/gu) ?? [];
    // A long word may be written with a slip further on.
    const parts = last.filter((word) => word.length > 1).map((word) => (word.length > 4 ? word.slice(0, 3) : word));
    const some = known.filter((one) => parts.some((part) => one.folded.includes(part)));
    likened += some.length;
    if (likened > MOST_LIKENED) return [];
    return some
      .map(({ name, item }) => ({ item, sure: likeness(wanted, name) }))
      .filter(({ sure }) => sure >= LIKELY)
      .sort((a, b) => b.sure - a.sure);
  };
  const alike = new Map<string, Item[]>();
  for (const item of open) {
    const key = folded(item.fields['superior']!);
    pushTo(alike, key, item);
  }
  /** One new line for everybody who reports to the same words: one and the same repair at each of them. */
  const newLine = rememberedText((wanted: string): Repair => {
    const all = alike.get(folded(wanted))!;
    // Named after the first of them: done for each of them, it is still one line.
    const fresh = `${all[0]!.id}-above`.slice(-64);
    return {
      label: `Add a line for ${wanted}`,
      alike: 'new',
      choice: 'new',
      change: {
        type: 'group',
        changes: [
          { type: 'add-items', items: [{ id: fresh, parent: null, fields: { name: wanted } }] },
          ...all.map((item) => under(item.id, fresh)),
        ],
      },
    };
  });
  const spelledLike = rememberedText((wanted: string) => ({
    spellings: otherSpellings(wanted),
    near: near(wanted).map((name) => byName.get(name)!),
  }));
  const NOTHING: ReturnType<typeof spelledLike> = { spellings: [], near: [] };
  const told = open.slice(0, MOST_TOLD).map((item, i): Problem => {
    const place = at(item.id);
    const wanted = item.fields['superior']!;
    const found = find(wanted);
    const says = `${lineWord(place)}${called(item)} reports to "${wanted}"`;
    const asks = { asks: problemKey('superior', folded(wanted)), asked: `Superior "${wanted}"` };
    if (!found) {
      // Where hundreds are unknown the list was read wrong; names for each would only take time.
      const { spellings, near: others } = i < lookedUp ? spelledLike(wanted) : NOTHING;
      const [first, second] = spellings;
      const spelt = first && first.sure > (second?.sure ?? 0) + CLEARLY ? first.item : undefined;
      const likely = [...new Set([...spellings.slice(0, 4).map(({ item: other }) => other), ...others])];
      if (spelt && !isWithin(chart.items, spelt.id, item.id))
        return {
          code: 'superior-spelling',
          severity: 'error',
          ...place,
          ...asks,
          field: 'superior',
          message: `${says}; it may be ${called(spelt)}, written otherwise. It stands at the top until this is mended.`,
          repairs: [
            { label: `Put under ${called(spelt)}`, alike: 'nearest', change: under(item.id, spelt.id) },
            newLine(wanted),
            leaveAtTop(item),
          ],
        };
      return {
        code: 'unknown-superior',
        severity: 'error',
        ...place,
        ...asks,
        field: 'superior',
        message: `${says}, but nobody of that name is in the list. It stands at the top until this is mended.`,
        repairs: [
          ...likely
            .filter((other) => !isWithin(chart.items, other.id, item.id))
            .map((other, nth) => ({
              label: `Put under ${called(other)}`,
              change: under(item.id, other.id),
              ...(nth === 0 && { alike: 'nearest' }),
            })),
          newLine(wanted),
          leaveAtTop(item),
        ],
      };
    }
    if ('several' in found) {
      return {
        code: 'double',
        severity: 'error',
        ...place,
        field: 'superior',
        message: `${says}, but ${found.several.length} people are called that. Choose one, or use ids in the list.`,
        repairs: [
          ...found.several
            .slice(0, 4)
            .filter((id) => !isWithin(chart.items, id, item.id))
            .map((id) => {
              const { post, department } = chart.items[id]!.fields;
              const which = [post, department].filter(Boolean).join(', ') || `line ${at(id).line ?? '?'}`;
              return { label: `Put under ${wanted} (${which})`, change: under(item.id, id) };
            }),
          leaveAtTop(item),
        ],
      };
    }
    if (isWithin(chart.items, found.to, item.id)) return cycle(chart, item, found.to, place);
    return {
      code: 'unknown-superior',
      severity: 'error',
      ...place,
      field: 'superior',
      message: `${says}, who is in the list, but it stands at the top.`,
      repairs: [
        { label: `Put under ${called(chart.items[found.to]!)}`, change: under(item.id, found.to) },
        leaveAtTop(item),
      ],
    };
  });
  const next = open[MOST_TOLD];
  if (!next) return told;
  const more: Problem = {
    code: 'more-superiors',
    severity: 'error',
    ...at(next.id),
    field: 'superior',
    message: `${lineWord(at(next.id))}from here on ${open.length - MOST_TOLD} more stand at the top because whom they report to is not clear. Mend those before them; these are told next. Is the right column taken for the superior?`,
    repairs: [],
  };
  return [...told, more];
}

/** A way round in a circle, named in full from the item at which it was cut. */
function cycle(chart: Chart, item: Item, superior: string, place: ReturnType<At>): Problem {
  const way: Item[] = [];
  for (let id: string | null = superior; id !== null && id !== item.id; id = chart.items[id]!.parent)
    way.push(chart.items[id]!);
  const left = way.length - MOST_NAMED;
  const some = left > 1 ? [...way.slice(0, MOST_NAMED).map(called), `${left} more`] : way.map(called);
  const names = [called(item), ...some, called(item)].join(' – ');
  const cuts = way.slice(0, 3).map((next): Repair => {
    const freed: Change = { type: 'move-branch', id: next.id, parent: null };
    return {
      label: `Cut at ${called(next)} instead`,
      change: { type: 'group', changes: [freed, under(item.id, superior)] },
    };
  });
  return {
    code: 'cycle',
    severity: 'error',
    ...place,
    field: 'superior',
    message: `${lineWord(place)}these report to each other in a circle: ${names}. It was cut at ${called(item)}, who stands at the top for now.`,
    repairs: [leaveAtTop(item), ...cuts],
  };
}

function nameProblems(chart: Chart, tree: Tree, items: readonly Item[], at: At): Problem[] {
  const found: Problem[] = [];
  const seen = new Map<string, string>();
  for (const item of items) {
    const { name = '', post = '' } = item.fields;
    if (name.trim() === '') {
      const place = at(item.id);
      found.push({
        code: 'empty-name',
        severity: post === '' ? 'warning' : 'note',
        ...place,
        asks: problemKey('empty-name', post),
        asked: post === '' ? 'A line without a name' : `${post} without a name`,
        field: 'name',
        message:
          post === ''
            ? `${lineWord(place)}there is no name; it is drawn as a vacant post.`
            : `${lineWord(place)}${post} has no name; it is drawn as a vacant post.`,
        repairs: [
          {
            label: 'Write "Vacant post"',
            alike: 'vacant',
            change: { type: 'edit-fields', id: item.id, fields: { name: 'Vacant post' } },
          },
        ],
      });
      continue;
    }
    if (isVacant(item)) continue;
    const key = `${folded(name)}\n${folded(post)}`;
    const first = seen.get(key);
    if (first === undefined) seen.set(key, item.id);
    else {
      const place = at(item.id);
      const other = at(first).line;
      found.push({
        code: 'double',
        severity: 'warning',
        ...place,
        message: `${lineWord(place)}${name}${post ? `, ${post},` : ''} is in the list twice${other === undefined ? '' : ` (also in line ${other})`}.`,
        key: problemKey('double', name, post),
        repairs: [
          { label: 'Make them one', alike: 'merge', change: mergeLines(chart, first, item.id, tree) },
          { label: 'Remove this line', alike: 'remove', change: { type: 'remove-lift', id: item.id } },
        ],
      });
    }
  }
  return found;
}

function topProblems(chart: Chart, tops: readonly string[], at: At): Problem[] {
  // Those whose superior could not be found have a problem of their own.
  const settled = tops.filter((id) => !chart.items[id]!.fields['superior']);
  if (Object.keys(chart.items).length > 0 && settled.length === 0)
    return [
      {
        code: 'no-top',
        severity: 'error',
        ...at(tops[0]!),
        message: 'Nobody is at the top: every line reports to somebody who is missing or to each other.',
        repairs: [leaveAtTop(chart.items[tops[0]!]!)],
      },
    ];
  if (settled.length < 2) return [];
  const names = settled.slice(0, 4).map((id) => called(chart.items[id]!));
  const rest = settled.length - names.length;
  return [
    {
      code: 'several-tops',
      severity: 'note',
      ...at(settled[1]!),
      message: `${settled.length} stand at the top: ${names.join(', ')}${rest > 0 ? ` and ${rest} more` : ''}. Each has a tree of its own.`,
      repairs: [
        { label: 'Join them with a line', change: { type: 'set-arrangement', arrangement: { tops: 'joined' } } },
        {
          label: `Put the others under ${names[0]}`,
          change: {
            type: 'group',
            changes: settled.slice(1).map((id): Change => ({ type: 'move-branch', id, parent: settled[0]! })),
          },
        },
      ],
    },
  ];
}
