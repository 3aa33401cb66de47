import { type Chart, type Item, type NewItem, ordersAfter, treeOf, walk } from '../../chart';
import {
  type Column,
  circles,
  folded,
  type ListRead,
  outlineForm,
  type ReadContext,
  references,
  type SplitLine,
  tableForms,
  tidy,
  writeOutline,
} from '../../list';
import { remembered } from '../../remember';
import { stepsOf } from './steps';

export const columns: readonly Column[] = [
  { field: 'name', label: 'Text', headings: ['name', 'question', 'outcome', 'label', 'words', 'description', 'title'] },
  {
    field: 'answer',
    label: 'Answer',
    hint: 'answer that leads here',
    headings: ['when', 'if', 'choice', 'branch', 'way', 'reply'],
  },
  {
    field: 'from',
    label: 'From',
    refers: 'one',
    headings: ['fromstep', 'after', 'parent', 'previous', 'under', 'follows'],
  },
  { field: 'id', label: 'Step', headings: ['id', 'no', 'number', 'key', 'stepno'] },
  { field: 'kind', label: 'Kind', headings: ['type'] },
  { field: 'chance', label: 'Chance', headings: ['probability', 'likelihood', 'p', 'prob'] },
  {
    field: 'value',
    label: 'Value',
    hint: 'value',
    type: 'money',
    headings: ['worth', 'payoff', 'gain', 'result', 'amount', 'profit'],
  },
  { field: 'cost', label: 'Cost', type: 'money', headings: ['costs', 'price', 'toll'] },
];

const OUTLINE = `Is the spot in full sun?
\tyes: Is the soil dry?
\t\tyes: Sea lavender
\t\tno: Does it flood at high water?
\t\t\tyes: Glasswort
\t\t\tno: Marsh mallow
\tno: Is it under trees?
\t\tyes: Hart's tongue fern
\t\tno: Marsh mallow
`;

const TABLE = `Step,Text,From,Answer,Chance,Value,Cost
1,Build a second glasshouse?,,,,,
2,How many visitors come?,1,build,,,40000
3,Many,2,many,60 %,90000,
4,Few,2,few,40 %,25000,
5,Stay as we are,1,leave it,,12000,
`;

const CHANCE = /\s*\(\s*(?:chance |p ?=? ?)?([\d.,]+\s*%|[01]?[.,]\d+|\d+\s*\/\s*\d+)\s*\)\s*$/i;
const COST = /\s*\(\s*costs? ([^()]+)\)\s*$/i;
const VALUE = /\s+=\s*([-−–]?[\p{Sc}\s]*[\d][\d.,'’\s]*\p{Sc}?)\s*$/u;

/** Letters of a chance, a cost or a value at the most. */
const LONGEST_NOTE = 120;

/** `answer (60 %) (cost 400): text = 1200`; what stands at the left has no answer. */
export const split: SplitLine = (line, _separator, level) => {
  let text = tidy(line);
  const fields: Record<string, string> = {};
  const take = (from: string, pattern: RegExp, field: string): string => {
    // All of them stand at the end: what is before it need not be looked at, however long it is.
    const ahead = Math.max(0, from.length - LONGEST_NOTE);
    const found = pattern.exec(from.slice(ahead));
    if (!found) return from;
    fields[field] = tidy(found[1]!);
    return from.slice(0, ahead + found.index);
  };
  text = take(text, VALUE, 'value');
  const colon = level === 0 ? -1 : text.search(/:(\s|$)/);
  let answer = '';
  if (colon >= 0) {
    answer = tidy(text.slice(0, colon));
    text = tidy(text.slice(colon + 1));
    for (let before = ''; before !== answer; ) {
      before = answer;
      answer = take(take(answer, CHANCE, 'chance'), COST, 'cost');
    }
  }
  return { name: text, ...(answer && { answer }), ...fields };
};

/**
 * Rows hang under the step they come from. A step that several lead to has a row for each, or names them all, set apart by
 * semicolons: each way is a line of its own.
 */
function resolve(list: ListRead, context: ReadContext): ListRead {
  const first = new Map<string, string>();
  const remember = (kind: string, text: string | undefined, id: string) => {
    const key = `${kind} ${folded(text ?? '')}`;
    if (text && !first.has(key)) first.set(key, id);
  };
  const wordsOf = new Map<string, string>();
  for (const { fields } of list.items) if (fields['id'] && fields['name']) wordsOf.set(fields['id'], fields['name']);
  const whole = list.items.map((item): Item => {
    // A row that only adds a way may leave the words out: they are those of the step.
    const name = item.fields['name'] || wordsOf.get(item.fields['id'] ?? '');
    return name === undefined ? item : { ...item, fields: { ...item.fields, name } };
  });
  for (const { id, fields } of whole) {
    remember('id', fields['id'], id);
    remember('name', fields['name'], id);
  }
  const find = (text: string) => first.get(`id ${folded(text)}`) ?? first.get(`name ${folded(text)}`);
  const above = new Map<string, string>();
  const items: Item[] = [];
  const lines = { ...list.lines };
  for (const item of whole) {
    const { from, ...fields } = item.fields;
    const sources = (from ?? '').split(';').map(tidy).filter(Boolean);
    for (const [i, source] of (sources.length > 0 ? sources : ['']).entries()) {
      const id = i === 0 ? item.id : context.newId();
      if (i > 0) lines[id] = list.lines[item.id]!;
      const parent = source === '' ? undefined : find(source);
      if (parent !== undefined && parent !== id) above.set(id, parent);
      items.push({
        ...item,
        id,
        fields: source !== '' && parent === undefined ? { ...fields, from: source } : fields,
      });
    }
  }
  // A step that can only be reached from behind itself: the way is kept as a line that names the step.
  const closing: NewItem[] = [];
  for (const circle of circles(items, above)) {
    const cut = circle[0]!;
    const source = above.get(cut)!;
    above.delete(cut);
    const item = items.find(({ id }) => id === cut)!;
    const { answer, chance, cost, ...own } = item.fields;
    const id = context.newId();
    lines[id] = list.lines[cut]!;
    item.fields = own;
    closing.push({
      id,
      parent: source,
      fields: {
        ...(own['id'] && { id: own['id'] }),
        name: own['name'] ?? '',
        ...(answer && { answer }),
        ...(chance && { chance }),
        ...(cost && { cost }),
      },
    });
  }
  const orders = ordersAfter(items, items.length - 1, items.length + closing.length);
  return {
    ...list,
    lines,
    items: [
      ...items.map((item, i) => ({ ...item, parent: above.get(item.id) ?? item.parent, order: orders[i]! })),
      ...closing.map((item, i) => ({ ...item, order: orders[items.length + i]! })),
    ],
  };
}

export const forms = [outlineForm(OUTLINE, split), ...tableForms(TABLE, { parent: 'from', levels: true, resolve })];

/** Every line's way, words and numbers, as `split` reads them. */
export const outlineOf = (chart: Chart): string =>
  writeOutline(
    walk(treeOf(chart.items)).map(({ id, depth }) => {
      const { name = '', answer = '', chance, cost, value } = chart.items[id]!.fields;
      const way = `${answer}${chance ? ` (${chance})` : ''}${cost ? ` (cost ${cost})` : ''}`;
      // A colon in the words would be taken for the end of an answer.
      const needed = way !== '' || /:(\s|$)/.test(name);
      const text = `${depth > 0 && needed ? `${way}: ` : ''}${name}${value ? ` = ${value}` : ''}`;
      return { level: depth, cells: [text.trim() || '?'] };
    }),
  );

const referring = remembered((items: Chart['items']) => {
  const used = Object.values(items).flatMap(({ parent }) => parent ?? []);
  return references({ items }, used);
});

/** Where a step comes from is where its line stands. A line that names a step has that step's number. */
export function cell(chart: Chart, item: string, field: string): string | undefined {
  if (field !== 'from' && field !== 'id') return undefined;
  const refer = referring(chart.items);
  if (field === 'id') return refer.idOf(stepsOf(chart).standsFor.get(item) ?? item);
  const { parent, fields } = chart.items[item]!;
  return parent === null ? (fields['from'] ?? '') : refer.textOf(parent);
}
