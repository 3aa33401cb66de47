import { firstOrders, type Item } from '../../chart';
import {
  type ListForm,
  type ListRead,
  outlineForm,
  type Problem,
  plainText,
  type ReadContext,
  tableForms,
  tidy,
} from '../../list';
import { conceptKey } from './graph';
import { COLON_PHRASE, FOCUS, type Proposition, proposition, split } from './lines';

const PROPOSITIONS = `? How does a salt marsh work
Salt marsh - is flooded by -> Tides
Tides - bring -> Mud
Tides - bring -> Salt
Mud - builds up -> Salt marsh
Salt - only lets grow -> Salt-loving plants
Salt-loving plants - hold fast -> Mud
`;
const OUTLINE = `Salt marsh
\t[is flooded by] Tides
\t\t[bring] Mud
\t\t[bring] Salt
\t\t\t[only lets grow] Salt-loving plants
\t\t\t\t[hold fast] Mud
\t[shelters] Birds
`;
const TABLE = `From,Linking phrase,Concept
Salt marsh,is flooded by,Tides
Tides,bring,Mud
Tides,bring,Salt
Salt,only lets grow,Salt-loving plants
`;

export interface Row extends Proposition {
  readonly line: number;
  /** What further columns say of the link, or of a concept by itself. */
  readonly fields?: Readonly<Record<string, string>>;
}

/**
 * Items of propositions: the first that leads to a concept is where that concept's line stands; later ones are lines
 * that name it again.
 */
function itemsOf(rows: readonly Row[], newId: () => string): Pick<ListRead, 'items' | 'lines' | 'problems'> {
  const items: { id: string; parent: string | null; fields: Record<string, string> }[] = [];
  const lines: Record<string, number> = {};
  const byKey = new Map<string, (typeof items)[number]>();
  const add = (name: string, parent: string | null, phrase: string, line: number, further: Row['fields'] = {}) => {
    const item = { id: newId(), parent, fields: { name, ...(phrase && { phrase }), ...further } };
    items.push(item);
    lines[item.id] = line;
    if (!byKey.has(conceptKey(name))) byKey.set(conceptKey(name), item);
    return item;
  };
  const byId = new Map<string, (typeof items)[number]>();
  const problems: Problem[] = [];
  /** Another spelling of a concept that is there: it is taken for the same, and that is said. */
  const folded = (name: string, there: (typeof items)[number], line: number) => {
    if (name === there.fields['name']) return;
    problems.push({
      code: 'folded-name',
      severity: 'note',
      line,
      item: there.id,
      message: `Line ${line}: "${name}" was taken as "${there.fields['name']}", which differs only in capitals.`,
      repairs: [],
    });
  };
  const isUnder = (id: string, above: string) => {
    for (let at: string | null = id; at !== null; at = byId.get(at)?.parent ?? null) if (at === above) return true;
    return false;
  };
  const directed = rows.flatMap((row): Row[] =>
    row.both && row.to !== '' ? [row, { ...row, from: row.to, to: row.from }] : [row],
  );
  for (const { line, from, phrase, to, fields } of directed) {
    const alone = to === '' ? fields : undefined;
    const source = byKey.get(conceptKey(from)) ?? (from === '' ? undefined : add(from, null, '', line, alone));
    if (source) {
      byId.set(source.id, source);
      folded(from, source, line);
    }
    if (to === '') continue;
    const there = byKey.get(conceptKey(to));
    if (source && there && there.parent === null && !isUnder(source.id, there.id)) {
      there.parent = source.id;
      folded(to, there, line);
      Object.assign(there.fields, phrase && { phrase }, fields);
    } else if (source || !there) {
      const item = add(to, source?.id ?? null, phrase, line, fields);
      byId.set(item.id, item);
    }
  }
  const orders = firstOrders(items.length);
  return { items: items.map((item, i): Item => ({ ...item, order: orders[i]! })), lines, problems };
}

// A run of blanks is looked at from its start only.
const PARTED = [/\t+/, /(?<!\s)\s+\|\s+/, /(?<!\s)\s+[–—]\s+/, /(?<!\s)\s+-\s+/, /(?<!\s)\s*;\s*/] as const;

/** Lines without the focus question, which is the list's and no proposition. */
function withoutFocus(raw: string): { lines: { line: number; text: string }[]; focus: string | undefined } {
  let focus: string | undefined;
  const lines: { line: number; text: string }[] = [];
  for (const [i, text] of plainText(raw).split('\n').entries()) {
    const found = focus === undefined ? FOCUS.exec(text) : null;
    if (found) focus = tidy(found[1]!);
    else if (text.trim() !== '') lines.push({ line: i + 1, text });
  }
  return { lines, focus };
}

/** The one separator under which the most lines are propositions. */
function separatorOf(lines: readonly { text: string }[]): { apart: RegExp; count: number } {
  let best: { apart: RegExp; count: number } = { apart: PARTED[0], count: 0 };
  for (const apart of PARTED) {
    const count = lines.filter(({ text }) => proposition(text, apart)).length;
    if (count > best.count) best = { apart, count };
  }
  return best;
}

/** Of the concepts of a map some are named by several propositions: where hardly any are, these are rows of a table. */
const LINKED = 0.15;

function areLinked(lines: readonly { text: string }[], apart: RegExp): boolean {
  const found = lines.flatMap(({ text }) => proposition(text, apart) ?? []);
  if (found.length < 3) return true;
  const first = new Set(found.map(({ from }) => conceptKey(from)));
  // In a table what stands in the last column is never what stands in the first.
  const passed = found.filter(({ to }) => first.has(conceptKey(to))).length;
  const words = found.filter(({ phrase }) => /\p{L}/u.test(phrase)).length;
  return words >= found.length * 0.5 && (passed >= found.length * LINKED || first.size <= found.length * 0.5);
}

const propositionForm: ListForm = {
  id: 'propositions',
  label: 'Propositions',
  sample: PROPOSITIONS,
  suits(text) {
    const { lines } = withoutFocus(text);
    if (lines.length === 0 || lines.some((line) => /^[\t ]+\S/.test(line.text))) return 0;
    const arrows = lines.filter((line) => proposition(line.text, undefined)).length;
    if (arrows >= lines.length / 2) return 0.95;
    const { apart, count } = separatorOf(lines);
    return count >= lines.length * 0.7 && areLinked(lines, apart) ? 0.65 : 0.1;
  },
  read(raw, { newId }) {
    const { lines, focus } = withoutFocus(raw);
    const { apart } = separatorOf(lines);
    const problems: Problem[] = [];
    const rows = lines.map(({ line, text }): Row => {
      const found = proposition(text, apart);
      if (found) return { line, ...found };
      problems.push({
        code: 'no-proposition',
        severity: 'warning',
        line,
        message: `Line ${line} is not "concept - linking phrase -> concept"; it was taken as a concept by itself.`,
        repairs: [],
      });
      return { line, from: tidy(text), phrase: '', to: '' };
    });
    const found = itemsOf(rows, newId);
    return {
      form: 'propositions',
      ...found,
      links: [],
      sets: [],
      problems: [...problems, ...found.problems],
      ...(focus !== undefined && { arrangement: { focus } }),
    };
  },
};

const outline = outlineForm(OUTLINE, split);
const focused: ListForm = {
  ...outline,
  read(raw, context) {
    const { lines, focus } = withoutFocus(raw);
    // The focus question's line is blanked, so that the others keep their numbers.
    const kept = new Map(lines.map(({ line, text }) => [line, text]));
    const text = plainText(raw)
      .split('\n')
      .map((_, i) => kept.get(i + 1) ?? '')
      .join('\n');
    const read = outline.read(text, context);
    const square = lines.filter((line) => /^[\s\-*•]*\[/.test(line.text)).length;
    const colons = lines.filter((line) => COLON_PHRASE.test(line.text.replace(/^[\s\-*•]+/, ''))).length;
    return {
      ...read,
      ...(colons > square && { shared: true }),
      ...(focus !== undefined && { arrangement: { focus } }),
    };
  },
};

/** Rows of a table as propositions; without known headings, the first three columns. */
function resolve(list: ListRead, { newId }: ReadContext): ListRead {
  const levels = new Map<string, string>();
  const nameOf = new Map(list.items.map(({ id, fields }) => [id, fields['name'] ?? '']));
  const rows = list.items.map(({ id, parent, fields }): Row => {
    const second = Object.entries(fields).find(([key]) => /^concept( 2)?$/i.test(key))?.[1] ?? fields['column 3'];
    const above = parent === null ? '' : (nameOf.get(parent) ?? '');
    const from = second === undefined ? (fields['from'] ?? above) : (fields['name'] ?? '');
    const to = second ?? fields['name'] ?? '';
    if (fields['level']) levels.set(conceptKey(to), fields['level']);
    const further = Object.entries(fields).filter(
      ([key, text]) =>
        text !== '' && !/^(?:name|from|phrase|level|column [23]|concept(?: 2)?)$/i.test(key) && !key.startsWith('@'),
    );
    return {
      line: list.lines[id]!,
      fields: Object.fromEntries(further),
      from: tidy(from),
      phrase: tidy(fields['phrase'] ?? fields['column 2'] ?? ''),
      to: tidy(to),
    };
  });
  const read = itemsOf(rows, newId);
  return {
    ...list,
    ...read,
    items: read.items.map((item) => {
      const level = levels.get(conceptKey(item.fields['name']!));
      return level === undefined ? item : { ...item, fields: { ...item.fields, level } };
    }),
    problems: [...list.problems.map(({ item: _, ...problem }) => problem), ...read.problems],
  };
}

export const forms: readonly ListForm[] = [propositionForm, focused, ...tableForms(TABLE, { levels: true, resolve })];
