/** Lines and cells of decision trees, as they are typed and written. */
import { type Chart, treeOf, walk } from '../../chart';
import { references, type SplitLine, tidy, writeOutline } from '../../list';
import { remembered } from '../../remember';
import { stepsOf } from './steps';

const CHANCE =
  /\s*[([]\s*(?:(?:chance|probability|prob\.?|p) ?[:=]? ?)?([\d.,]+\s*%|[01]?[.,]\d+|\d+\s*\/\s*\d+)\s*[)\]]\s*$/i;
const COST = /\s*[([]\s*(?:costs?|price|fee) ?[:=]? ?([^()[\]]+)[)\]]\s*$/i;
const EVENT = /\s*\[\s*event ?:? ([^[\]]+)\]\s*$/i;
const VALUE = /\s+=\s*([-−–]?[\p{Sc}\s]*[\d][\d.,'’\s]*\p{Sc}?)\s*$/u;

/** Letters of a chance, a cost or a value at the most. */
const LONGEST_NOTE = 120;

/** The colon that ends an answer: the first that is not in brackets, such as those of `(cost: 400)`. */
function colonOf(text: string): number {
  let depth = 0;
  for (let at = 0; at < text.length; at++) {
    const sign = text[at]!;
    if (sign === '(' || sign === '[') depth++;
    else if (sign === ')' || sign === ']') depth = Math.max(0, depth - 1);
    else if (sign === ':' && depth === 0 && (at === text.length - 1 || /\s/.test(text[at + 1]!))) return at;
  }
  return text.search(/:(\s|$)/);
}

/** `answer (60 %) (cost 400): text [event demand] = 1200`; a cost may stand behind the text; at the left there is no answer. */
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
  const colon = level === 0 ? -1 : colonOf(text);
  let answer = '';
  const each = (from: string, ...notes: readonly (readonly [RegExp, string])[]) => {
    let left = from;
    for (let before = ''; before !== left; ) {
      before = left;
      for (const [pattern, field] of notes) left = take(left, pattern, field);
    }
    return left;
  };
  if (colon >= 0) {
    answer = each(tidy(text.slice(0, colon)), [CHANCE, 'chance'], [COST, 'cost']);
    text = tidy(text.slice(colon + 1));
  }
  text = each(text, [EVENT, 'event'], ...(level === 0 ? [] : [[COST, 'cost'] as const]));
  return { name: text, ...(answer && { answer }), ...fields };
};

/** Every line's way, words and numbers, as `split` reads them. */
export const outlineOf = (chart: Chart): string =>
  writeOutline(
    walk(treeOf(chart.items)).map(({ id, depth }) => {
      const { name = '', answer = '', chance, cost, value, event } = chart.items[id]!.fields;
      const way = `${answer}${chance ? ` (${chance})` : ''}${cost ? ` (cost ${cost})` : ''}`;
      // A colon in the words would be taken for the end of an answer.
      const needed = way !== '' || /:(\s|$)/.test(name);
      const text = `${depth > 0 && needed ? `${way}: ` : ''}${name}${event ? ` [event ${event}]` : ''}${value ? ` = ${value}` : ''}`;
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
