import { firstOrders, type Item, type ItemSet } from '../../chart';
import {
  folded,
  type ListForm,
  type ListRead,
  outlineLines,
  type Problem,
  plainText,
  type ReadContext,
  tableForms,
  tidy,
  withoutRemarks,
} from '../../list';
import { columns } from './columns';
import { namesIn, readCount } from './counts';
import { namesOf, parted } from './lines';

const TICKS = `Volunteer,First aid,Pruning,Guiding
Elka Brandreth,x,x,
Ciaran Olds,,x,x
Fenna Roke,x,x,x
Idris Mellow,,,x
`;
const MEMBERS = `Elka Brandreth: First aid, Pruning
Ciaran Olds: Pruning, Guiding
Fenna Roke: First aid, Pruning, Guiding
Idris Mellow: Guiding
`;
const HEADINGS = `First aid
\tElka Brandreth
\tFenna Roke
Pruning
\tElka Brandreth
\tCiaran Olds
\tFenna Roke
Guiding
\tCiaran Olds
\tIdris Mellow
`;
const COUNTS = `in all: 100
Glasshouse: 62
Pond: 45
Glasshouse and Pond: ?
neither: 12
`;

const YES = new Set([
  'x',
  'xx',
  'y',
  'yes',
  '1',
  'true',
  't',
  'ja',
  'oui',
  'si',
  'ok',
  '✓',
  '✔',
  '☑',
  '✗',
  '✘',
  '*',
  '•',
  '+',
]);
const NO = new Set(['', 'n', 'no', '0', 'false', 'f', '-', '–', '—', 'none', '☐', 'nein', 'non']);
const tick = (cell: string): boolean | undefined => {
  const key = folded(cell);
  return YES.has(key) ? true : NO.has(key) ? false : undefined;
};

/** Sets by name in the order in which they are first named. */
function setMaker(newId: () => string) {
  const byKey = new Map<string, { id: string; name: string; members: Set<string> }>();
  return {
    of(name: string) {
      const key = folded(name);
      const set = byKey.get(key) ?? { id: newId(), name: tidy(name), members: new Set<string>() };
      byKey.set(key, set);
      return set;
    },
    all(): ItemSet[] {
      const orders = firstOrders(byKey.size);
      return [...byKey.values()].map((set, i) => ({ ...set, members: [...set.members].sort(), order: orders[i]! }));
    },
  };
}

/** Items in list order with the line of each. */
function itemMaker(newId: () => string) {
  const rows: { id: string; fields: Record<string, string>; line: number }[] = [];
  return {
    add(fields: Record<string, string>, line: number): string {
      const id = newId();
      rows.push({ id, fields, line });
      return id;
    },
    all(): Pick<ListRead, 'items' | 'lines'> {
      const orders = firstOrders(rows.length);
      return {
        items: rows.map(({ id, fields }, i): Item => ({ id, parent: null, order: orders[i]!, fields })),
        lines: Object.fromEntries(rows.map(({ id, line }) => [id, line])),
      };
    },
  };
}

const linesOf = (raw: string) =>
  plainText(raw)
    .split('\n')
    .map((text, i) => ({ line: i + 1, text: text.replace(/^\s*[-*•]\s+/, '').trim() }))
    .filter(({ text }) => text !== '');

/** `item: set, set`. An item without a colon belongs to no set. */
const membersForm: ListForm = {
  id: 'members',
  label: 'Item: sets',
  sample: MEMBERS,
  suits(text) {
    const lines = linesOf(text);
    const colons = lines.filter((line) => parted(line.text)).length;
    const named = lines.some((line) => parted(line.text)?.[1]);
    if (!named || colons < lines.length * 0.6 || countShare(text) > 0.5) return 0;
    return /^[\t ]+\S/m.test(plainText(text)) ? 0.3 : 0.7;
  },
  read(raw, { newId }) {
    const items = itemMaker(newId);
    const sets = setMaker(newId);
    for (const { line, text } of linesOf(raw)) {
      const [name, rest] = parted(text) ?? [tidy(text), ''];
      const id = items.add({ name }, line);
      for (const set of namesOf(rest)) sets.of(set).members.add(id);
    }
    return { form: 'members', ...items.all(), links: [], sets: sets.all(), problems: [] };
  },
};

/** Sets as headings with their items under them; an item under several belongs to all. */
const headingsForm: ListForm = {
  id: 'outline',
  label: 'Sets with items under them',
  sample: HEADINGS,
  suits: (text) => (outlineOf(text).some(({ level }) => level > 0) ? 0.6 : 0.1),
  read(raw, { newId }) {
    const items = itemMaker(newId);
    const sets = setMaker(newId);
    const known = new Map<string, string>();
    const problems: Problem[] = [];
    let set: ReturnType<typeof sets.of> | undefined;
    const lines = outlineOf(raw);
    const isHeading = (i: number) => lines[i]!.level === 0 && (lines[i + 1]?.level ?? 0) > 0;
    const bare = lines.every(({ level }) => level === 0);
    for (const [i, { line, level, text }] of lines.entries()) {
      const name = tidy(text.replace(/:$/, ''));
      if (level === 0 && (isHeading(i) || !bare)) {
        set = sets.of(name);
        continue;
      }
      const id = known.get(folded(name)) ?? items.add({ name }, line);
      known.set(folded(name), id);
      set?.members.add(id);
      if (level > 1)
        problems.push({
          code: 'too-deep',
          severity: 'note',
          line,
          item: id,
          message: `Line ${line} stands deeper than one level under its set; it was put directly into it.`,
          repairs: [],
        });
    }
    return { form: 'outline', ...items.all(), links: [], sets: sets.all(), problems };
  },
};

/** Lines of an outline; headings marked with # count as the first level. */
function outlineOf(raw: string): { line: number; level: number; text: string }[] {
  const text = withoutRemarks(plainText(raw));
  if (!/^#+\s/m.test(text)) return outlineLines(text);
  return text
    .split('\n')
    .map((line, i) => ({
      line: i + 1,
      level: /^#+\s/.test(line) ? 0 : 1,
      text: line.replace(/^(#+|\s*[-*•])\s+/, '').trim(),
    }))
    .filter((line) => line.text !== '');
}

function countShare(text: string): number {
  const lines = linesOf(text);
  const counted = lines.flatMap(({ text: line }) => {
    const [name, count] = parted(line) ?? [''];
    return readCount(count) === undefined ? [] : [name];
  });
  // Names of sets may be numbers, but a list of sets has a word somewhere; a log of times has none.
  return counted.some((name) => /\p{L}/u.test(name)) ? counted.length / Math.max(1, lines.length) : 0;
}

/** `set and set: 12`. */
const countsForm: ListForm = {
  id: 'counts',
  label: 'Counts',
  sample: COUNTS,
  suits: (text) => (countShare(text) > 0.6 ? 0.95 : 0),
  read(raw, { newId }) {
    const items = itemMaker(newId);
    for (const { line, text } of linesOf(raw)) {
      const [name, count] = parted(text) ?? [tidy(text), ''];
      items.add({ name, ...(count && { count }) }, line);
    }
    return withCounts({ form: 'counts', ...items.all(), links: [], sets: [], problems: [] }, newId);
  },
};

/** The sets that counts speak of. */
function withCounts(list: ListRead, newId: () => string): ListRead {
  const sets = setMaker(newId);
  const names = list.items.flatMap(({ fields }) => namesIn(fields['name'] ?? ''));
  for (const name of names) sets.of(name);
  return { ...list, sets: sets.all() };
}

/** Rows of a table: ticks in columns of sets, a column that names sets, or counts. */
function resolve(list: ListRead, { newId }: ReadContext): ListRead {
  const own = new Set(columns.map(({ field }) => field));
  const counted = list.items.filter(({ fields }) => readCount(fields['count']) !== undefined).length;
  if (counted >= list.items.length * 0.8 && !list.items.some(({ fields }) => fields['sets']))
    return withCounts(list, newId);
  const sets = setMaker(newId);
  const problems = [...list.problems];
  const fieldNames = (list.columns ?? [])
    .map(({ field }) => field)
    .filter((field) => !own.has(field) && field !== 'id');
  const ticksIn = (field: string) => list.items.map(({ fields }) => tick(fields[field] ?? ''));
  const withTicks = fieldNames.filter((field) => {
    const cells = ticksIn(field);
    return cells.includes(true) && cells.filter((cell) => cell !== undefined).length >= cells.length * 0.7;
  });
  // A column in which nobody has a tick is a set only beside others in which somebody has.
  const ticked =
    withTicks.length === 0
      ? []
      : fieldNames.filter((field) => withTicks.includes(field) || ticksIn(field).every((cell) => cell === false));
  for (const field of ticked) sets.of(field);
  const items = list.items.map((item): Item => {
    const fields = { ...item.fields };
    for (const field of ticked) {
      const cell = fields[field] ?? '';
      const is = tick(cell);
      if (is) sets.of(field).members.add(item.id);
      if (is === undefined) {
        problems.push({
          code: 'not-a-tick',
          severity: 'warning',
          line: list.lines[item.id]!,
          item: item.id,
          field,
          message: `Line ${list.lines[item.id]}: "${cell}" under ${field} is neither a tick (x, yes, 1) nor empty; it was taken as no.`,
          repairs: [],
        });
        continue;
      }
      delete fields[field];
    }
    for (const name of namesOf(fields['sets'] ?? '')) sets.of(name).members.add(item.id);
    delete fields['sets'];
    return { ...item, parent: null, fields };
  });
  return { ...list, items, sets: sets.all(), problems };
}

/** Names over columns of ticks are headings, whatever they say. */
function isHeading(first: readonly string[], body: readonly (readonly string[])[]): boolean {
  const columnsOfTicks = first.filter((heading, at) => {
    const cells = body.map((row) => row[at] ?? '');
    const ticked = cells.filter((cell) => tick(cell) !== undefined).length;
    return (
      at > 0 && tick(heading) === undefined && cells.some((cell) => tick(cell) === true) && ticked >= cells.length * 0.7
    );
  });
  return columnsOfTicks.length > 0;
}

export const forms: readonly ListForm[] = [
  ...tableForms(TICKS, { isHeading, totals: true, resolve }),
  membersForm,
  headingsForm,
  countsForm,
];
