/** A change of the log in words, as it would be told: "Ravi Thurle moved from Suda Welk to Hanne Ostrey". */
import type { Change, Chart, Origin, SingleChange } from '../chart';
import { chosenWords, type KindOnPage, matterOf } from '../kinds';
import { fieldLabel } from '../list';
import { type Compared, comparedById } from './compared';

export interface Told {
  readonly words: string;
  /** Lines of the list that it is about. */
  readonly items: readonly string[];
}

const MOST_SHOWN = 60;
const quoted = (text: string | null) => {
  const plain = (text ?? '').replace(/\s+/g, ' ').trim();
  if (plain === '') return 'nothing';
  return `“${plain.length > MOST_SHOWN ? `${plain.slice(0, MOST_SHOWN)}…` : plain}”`;
};
const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

/** What was done to the lines of the list; undefined where nothing was. */
function ofLines(kind: KindOnPage, before: Chart, after: Chart, compared: Compared): string | undefined {
  const { joined, left, moved, renamed, changed } = compared;
  const words = matterOf(kind, after);
  const label = (field: string) => fieldLabel(kind.columns, field);
  const under = (name: string | null) => (name === null ? 'at the top' : `under ${name}`);
  const at = (name: string | null) => name ?? 'the top';
  const lines = new Set([...joined, ...left, ...moved, ...renamed, ...changed].map(({ item }) => item));
  if (lines.size === 0) return undefined;
  const [one] = [...joined, ...left, ...moved, ...renamed, ...changed];
  if (lines.size === 1) {
    const said: string[] = [];
    if (joined[0]) return `${joined[0].name} added ${under(joined[0].under)}`;
    if (left[0]) return `${left[0].name} removed from ${at(left[0].under)}`;
    if (renamed[0]) {
      const { name, to } = renamed[0];
      const had = before.items[one!.item]!.fields['name'];
      said.push(had ? `${name} renamed ${quoted(to)}` : `${quoted(to)} put into ${name}`);
    }
    if (moved[0]) said.push(`${one!.name} moved from ${at(moved[0].from)} to ${at(moved[0].to)}`);
    for (const [field, { from, to }] of Object.entries(changed[0]?.fields ?? {}))
      said.push(
        from
          ? `${label(field)} of ${one!.name}: ${quoted(from)} became ${quoted(to)}`
          : `${label(field)} of ${one!.name}: ${quoted(to)}`,
      );
    return said.join('; ');
  }
  // A branch goes and comes as one, named by the line it begins with.
  const ids = new Set([...joined, ...left].map(({ item }) => item));
  const heads = (chart: Chart, some: Compared['joined']) =>
    some.filter(({ item }) => !ids.has(chart.items[item]!.parent ?? ''));
  if (moved.length + renamed.length + changed.length === 0 && (joined.length === 0 || left.length === 0)) {
    const [some, chart, did] = joined.length > 0 ? [joined, after, 'added'] : [left, before, 'removed'];
    const [head, ...others] = heads(chart, some);
    if (others.length === 0) return `${head!.name} and ${some.length - 1} under it ${did}`;
    const parents = new Set(heads(chart, some).map((entry) => entry.under));
    return `${counted(some.length, words.item, words.items)} ${did}${parents.size === 1 ? ` ${under(heads(chart, some)[0]!.under)}` : ''}`;
  }
  const parts = [
    joined.length > 0 && `${joined.length} added`,
    left.length > 0 && `${left.length} removed`,
    moved.length > 0 && `${moved.length} moved`,
    renamed.length > 0 && `${renamed.length} renamed`,
    changed.length > 0 && `${changed.length} changed`,
  ].filter(Boolean);
  const fields = new Set(changed.flatMap(({ fields }) => Object.keys(fields)));
  if (parts.length === 1 && changed.length > 0 && fields.size === 1)
    return `${label([...fields][0]!)} of ${counted(changed.length, words.item, words.items)} changed`;
  if (moved.length === lines.size) {
    const to = new Set(moved.map((entry) => entry.to));
    if (to.size === 1) return `${counted(moved.length, words.item, words.items)} moved to ${at([...to][0]!)}`;
  }
  return `${words.items[0]!.toUpperCase()}${words.items.slice(1)}: ${parts.join(', ')}`;
}

/** What is set on items beside their words and places, in words. */
const OF_ITEM: Readonly<Record<string, string>> = {
  style: 'Look',
  tone: 'Fill',
  face: 'What is shown',
  nudge: 'Place by hand',
  leaves: 'How the branch is set',
  line: 'Line',
  picture: 'Picture',
  holds: 'Whether it is drawn round its branch',
};

/** Names of items for a sentence. */
function namesOf(chart: Chart, ids: readonly string[]): string {
  const names = ids.map((id) => chart.items[id]?.fields['name'] || chart.items[id]?.fields['post'] || '?');
  return names.length > 2 ? `${names[0]} and ${names.length - 1} others` : names.join(' and ');
}

/** What was done beside the lines of the list. */
function ofRest(kind: KindOnPage, before: Chart, after: Chart, change: SingleChange): string | undefined {
  switch (change.type) {
    case 'set-item':
    case 'set-items': {
      const patches: Readonly<Record<string, object>> =
        change.type === 'set-items' ? change.items : { [change.id]: change };
      const names = namesOf(before, Object.keys(patches));
      const keys = new Set(Object.values(patches).flatMap((patch) => Object.keys(patch)));
      if (keys.has('folded')) {
        const folded = Object.values(patches).some((patch) => 'folded' in patch && patch.folded === true);
        return `${names} ${folded ? 'folded' : 'unfolded'}`;
      }
      const said = [...keys].flatMap((key) => OF_ITEM[key] ?? []);
      return `${said.join(', ') || 'Something'} of ${names} changed`;
    }
    case 'set-tier':
      return change.name === undefined
        ? `Look of tier ${change.tier} changed`
        : `Tier ${change.tier} named ${quoted(change.name)}`;
    case 'set-face':
      return change.tier === undefined
        ? 'What items show changed'
        : `What the items of tier ${change.tier} show changed`;
    case 'set-arrangement':
      return Object.entries(change.arrangement)
        .map(([key, value]) => chosenWords(kind.choices, key, value))
        .join('; ');
    case 'set-page':
      return `Page changed: ${Object.keys(change.page)
        .map((key) => PAGE[key] ?? key)
        .join(', ')}`;
    case 'set-house':
      return before.house === change.house ? 'Colours or font changed' : `House style: ${after.house}`;
    case 'rename':
      return `Chart renamed ${quoted(change.title)}`;
    case 'set-links':
      return change.put.length === 0
        ? counted(change.remove.length, 'line between two taken out', 'lines between two taken out')
        : `Line from ${namesOf(after, [change.put[0]!.from])} to ${namesOf(after, [change.put[0]!.to])}${change.put.length > 1 ? ` and ${change.put.length - 1} others` : ''}`;
    case 'set-sets':
      return change.put.length > 0 ? `Set ${change.put.map(({ name }) => name).join(', ')}` : 'A set taken out';
    case 'set-membership': {
      const sets = Object.entries(change.sets);
      const name = namesOf(after, [change.item]);
      return sets
        .map(([id, on]) => `${name} ${on ? 'put into' : 'taken out of'} ${after.sets[id]?.name ?? '?'}`)
        .join('; ');
    }
    case 'set-notes':
      return change.put.length > 0 ? `Note ${quoted(change.put[0]!.text)}` : 'A note taken out';
    case 'set-enclosures':
      return change.put.length > 0 ? `Enclosure ${quoted(change.put[0]!.name)}` : 'An enclosure taken out';
    case 'set-entries': {
      const keys = [
        ...Object.keys(change.settings ?? {}),
        ...Object.keys(change.put ?? {}),
        ...Object.keys(change.gone ?? {}),
      ];
      const parts = [...new Set(keys.flatMap((key) => OF_CHART[key] ?? (key === 'items' ? [] : 'settings')))];
      return parts.length === 0 ? undefined : `As it stands elsewhere: ${parts.join(', ')}`;
    }
    case 'set-views':
      return change.put.length > 0 ? `View ${quoted(change.put[0]!.name)}` : 'A view taken out';
    default:
      return REST[change.type];
  }
}

/** Parts of a chart beside its lines, in words. */
const OF_CHART: Readonly<Record<string, string>> = {
  title: 'title',
  arrangement: 'arrangement',
  page: 'page',
  house: 'look',
  tiers: 'look',
  rules: 'look',
  roles: 'look',
  face: 'look',
  font: 'look',
  brand: 'look',
  style: 'look',
  pictures: 'look',
  links: 'lines between two',
  sets: 'sets',
  notes: 'notes',
  enclosures: 'enclosures',
  views: 'views',
};

const PAGE: Readonly<Record<string, string>> = {
  size: 'paper',
  orientation: 'orientation',
  margin: 'margin',
  showTitle: 'title',
  dateLine: 'date',
  tierHeadings: 'names of tiers',
  subtitle: 'subtitle',
  footer: 'foot',
  numbers: 'page numbers',
  key: 'key',
  background: 'paper colour',
  border: 'border',
  over: 'over how many pages',
};

const REST: Readonly<Partial<Record<SingleChange['type'], string>>> = {
  'set-columns': 'Columns of the list changed',
  settle: 'Problems left as they are',
  'set-answers': 'An answer remembered',
  'set-listed': 'A newer list',
  'set-kind': 'Another kind of chart',
  'set-language': 'Language changed',
  'set-name-order': 'Order of names changed',
  'set-description': 'Description changed',
  'set-matter': 'What lines are about changed',
  'set-style': 'House style followed, or no more',
  'set-role': 'Look of lines changed',
  'set-rules': 'Rules of looks changed',
  'set-pictures': 'How pictures are shown changed',
  carry: 'What the file carries changed',
  'set-trial': 'The trial renamed',
};

const singles = (change: Change): SingleChange[] =>
  change.type === 'group' ? change.changes.flatMap(singles) : [change];

/** How a chart stands by itself is nothing that somebody did. */
export const isSilent = (change: Change): boolean => singles(change).every(({ type }) => type === 'stand');

const MOST_NAMED = 3;

/**
 * @param before the chart it was carried out on, and `after` what came of it
 * @param origin whether it took something back, or did it again
 */
export function tell(kind: KindOnPage, before: Chart, after: Chart, change: Change, origin: Origin = 'do'): Told {
  const compared = comparedById(before, after, matterOf(kind, after).unnamed);
  const lines = ofLines(kind, before, after, compared);
  const all = singles(change);
  const rest = [
    ...new Set(
      all.flatMap((one) =>
        lines !== undefined && (one.type === 'set-listed' || one.type === 'carry')
          ? []
          : (ofRest(kind, before, after, one) ?? []),
      ),
    ),
  ];
  const said = [lines, ...rest].filter((words) => words !== undefined && words !== '') as string[];
  // Lines that only changed their order under the same one.
  if (said.length === 0 && all.some(({ type }) => /^(move|place)/.test(type))) said.push('Lines put in another order');
  const shown = said.slice(0, MOST_NAMED);
  if (said.length > MOST_NAMED) shown.push(`${said.length - MOST_NAMED} more`);
  const newer = all.some(({ type }) => type === 'set-listed') && lines !== undefined;
  const words = `${newer ? 'A newer list: ' : ''}${shown.join('; ') || 'Nothing that is seen'}`;
  const items = new Set(
    [...compared.joined, ...compared.left, ...compared.moved, ...compared.renamed, ...compared.changed].map(
      ({ item }) => item,
    ),
  );
  for (const one of all) {
    if (one.type === 'set-item') items.add(one.id);
    if (one.type === 'set-items') for (const id of Object.keys(one.items)) items.add(id);
    if (one.type === 'set-membership') items.add(one.item);
    if (one.type === 'move-branch') items.add(one.id);
  }
  return {
    words: origin === 'undo' ? `Undone: ${words}` : origin === 'redo' ? `Done again: ${words}` : words,
    items: [...items],
  };
}
