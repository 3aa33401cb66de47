/** Lines of families: name, dates and relation, as they are typed and written. */
import type { Chart, Item } from '../../chart';
import { dateIn, folded, type SplitLine, tidy, writeOutline } from '../../list';
import { coupleNote, writtenFacts } from './couples';
import {
  byOf,
  type Couple,
  familyOf,
  isPartnerLine,
  isUnknownParents,
  sexOf,
  statusOf,
  UNKNOWN_PARENTS,
} from './family';

const YEARS = /^((?:c\.?\s*|about\s+)?\d{3,4})?\s*[–—-]\s*((?:c\.?\s*|about\s+)?\d{3,4}|\?)?$/;

/** Two dates, the first exact or not: "3 May 1922–1990". */
const RANGE = /^(.*\d{3,4})\s*(?:[–—]|\s-\s|-(?=\d{4}$))\s*(.*\d{3,4}|\?)?$/;

/** A date and nothing else. */
const DAY =
  /^(\d{1,2}\.?\s+[a-z]{3,9}\.?\s+\d{3,4}|[a-z]{3,9}\.?\s+\d{3,4}|\d{4}-\d{1,2}(-\d{1,2})?|\d{1,2}[./]\d{1,2}[./]\d{4})$/i;

/** Words of a date besides its numbers. */
const OF_DATES =
  /^(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*$|^(?:mon|tues|wednes|thurs|fri|satur|sun)day$|^(?:about|abt|before|bef|after|aft|between|bet|and|from|to|circa|ca|c|est|cal|bc|ad|of|the|in|on)$/i;

/** A date in words, such as "Friday, 10th June 1921": a year, and nothing that does not belong to dates. */
const isDateText = (text: string): boolean =>
  /[a-z]/i.test(text) &&
  dateIn(text) !== undefined &&
  text.split(/[\s,.]+/).every((word) => word === '' || /^\d{1,4}(?:st|nd|rd|th)?$/.test(word) || OF_DATES.test(word));
const BORN = /^(?:b(?![a-z])\.?|born(?![a-z])|\*)\s*(.+)$/i;
const DIED = /^(?:d(?![a-z])\.?|died(?![a-z])|†|\+)\s*(.+)$/i;
const SEX = /^(m|f|male|female|w)$/i;

/** Parts of one note that commas set apart. */
const MOST_JOINED = 3;

/** Letters of such a note at the most. */
const LONGEST_NOTE = 200;

/**
 * Notes on a person, as they stand in brackets or after a comma: years, sex, and how they belong.
 * @param partner whether it is said of somebody's partner, so that it may be said of the two
 */
function noteFields(note: string, partner: boolean): Record<string, string> | undefined {
  const text = tidy(note);
  if (text.length > LONGEST_NOTE) return undefined;
  if (/^note: ./i.test(text)) return { note: text.slice('note: '.length) };
  const ofTwo = partner ? coupleNote(text) : undefined;
  if (ofTwo) return ofTwo;
  const years = YEARS.exec(text);
  if (years && (years[1] || years[2]))
    return { ...(years[1] && { born: years[1] }), ...(years[2] && { died: years[2] }) };
  if (/^\d{3,4}$/.test(text)) return { born: text };
  const range = /^(b\.?|born|\*|d\.?|died|†)\s/i.test(text) ? null : RANGE.exec(text);
  if (range && dateIn(range[1])) return { born: tidy(range[1]!), ...(range[2] && { died: tidy(range[2]) }) };
  const both = /^(?:b(?![a-z])\.?|born(?![a-z])|\*)\s*([^†]+?)[,;]?\s+(?:d(?![a-z])\.?|died(?![a-z])|†)\s*(.+)$/i.exec(
    text,
  );
  if (both) return { born: tidy(both[1]!), died: tidy(both[2]!) };
  const [born, died] = [BORN.exec(text), DIED.exec(text)];
  if (born && dateIn(born[1])) return { born: born[1]! };
  if (died && dateIn(died[1])) return { died: died[1]! };
  if (DAY.test(text) || isDateText(text)) return { born: text };
  if (SEX.test(text)) return { sex: text.toLowerCase() };
  if (/^twins?$/i.test(text)) return { twin: 'yes' };
  if (folded(text) === UNKNOWN_PARENTS) return { relation: UNKNOWN_PARENTS };
  const status = statusOf(text);
  if (status && text.split(' ').length <= 2) return { relation: status };
  const by = byOf(text);
  return by !== 'birth' && text.split(' ').length <= 2 ? { relation: by } : undefined;
}

/** `+ Name (born–died, adopted), parted`; or name, born and died set apart by tabs or bars. */
export const split: SplitLine = (line, separator) => {
  let text = tidy(line);
  const partner = /^[+&∞]\s*/.exec(text);
  if (partner) text = text.slice(partner[0].length);
  const fields: Record<string, string> = { name: '' };
  const left: string[] = [];
  /** @param whole nothing is taken unless all of it is understood; else the rest is kept as a note */
  const take = (note: string, whole: boolean): boolean => {
    const parts = note.split(/[,;]/);
    const found: Record<string, string> = {};
    const rest: string[] = [];
    for (let at = 0; at < parts.length; ) {
      // A date may have a comma in it: what says nothing by itself is read with what follows.
      let to = at + 1;
      let own = noteFields(parts[at]!, partner !== null);
      while (!own && to < Math.min(parts.length, at + MOST_JOINED))
        own = noteFields(parts.slice(at, ++to).join(','), partner !== null);
      if (own) Object.assign(found, own);
      else {
        rest.push(tidy(parts[at]!));
        to = at + 1;
      }
      at = to;
    }
    if (rest.length > 0 && (whole || Object.keys(found).length === 0)) return false;
    Object.assign(fields, found);
    if (rest.some(Boolean)) fields['note'] = [fields['note'], ...rest].filter(Boolean).join(', ');
    return true;
  };
  if (separator === '\t' || separator === ' | ') {
    const [first = '', ...rest] = text.split(separator);
    text = first;
    for (const [i, part] of rest.entries()) {
      if (tidy(part) === '' || take(part, true)) continue;
      if (i < 2 && dateIn(part)) fields[i === 0 ? 'born' : 'died'] = tidy(part);
      else left.push(tidy(part));
    }
  }
  text = text.replace(/\(([^()]*)\)/g, (whole, note: string) => (take(note, false) ? '' : whole));
  const [name = '', ...notes] = text.split(',');
  const kept = [name];
  for (const note of notes) if (tidy(note) === '' || !take(note, true)) kept.push(note);
  fields['name'] = tidy(kept.map(tidy).filter(Boolean).join(', '));
  for (const [i, note] of left.entries()) fields[`column ${i + 4}`] = note;
  if (fields['relation'] === UNKNOWN_PARENTS && fields['name'] === '?') fields['name'] = '';
  if (partner) fields['relation'] = statusOf(fields['relation'] ?? '') ? fields['relation']! : 'married';
  else if (statusOf(fields['relation'] ?? '')) delete fields['relation'];
  return fields;
};

/** How two belong together, in the word of the list where it has one of its own. */
function wordOf({ items }: Pick<Chart, 'items'>, { partners, status }: Couple): string {
  const said = partners.map((id) => items[id]!).find((item) => isPartnerLine(item) && partners.includes(item.parent!))
    ?.fields['relation'];
  return said && statusOf(said) === status ? said : status;
}

/** What stands in brackets behind a name: years, how a child belongs, sex. */
function notesOf(item: Item): string {
  const { born = '', died = '', twin, relation = '', note } = item.fields;
  const by = byOf(relation);
  const years = born || died ? `${born}–${died}` : '';
  const how = isUnknownParents(item) ? UNKNOWN_PARENTS : by === 'birth' ? '' : by;
  const all = [years, how, sexOf(item) ?? '', twin ? 'twin' : '', note ? `note: ${note}` : '']
    .filter(Boolean)
    .join(', ');
  return all === '' ? '' : ` (${all})`;
}

/**
 * People under their parents, each couple's children under the partner's line, which has a plus. Somebody with a line of
 * their own elsewhere is named there once more. A second pair of parents has no place in an outline.
 */
export function outlineOf(chart: Chart): string {
  const family = familyOf(chart);
  const lines: { level: number; cells: string[] }[] = [];
  const written = new Set<string>();
  const couples = new Set<Couple>();
  // Under somebody a partner's other couples would be read as that person's: they have a line of their own for them.
  const hasOwnLine = (id: string) =>
    family.originsOf.get(id)!.length > 0 || !isPartnerLine(chart.items[id]!) || family.couplesOf.get(id)!.length > 1;
  const say = (id: string, level: number, couple?: Couple) => {
    const item = chart.items[id]!;
    const facts = couple ? writtenFacts({ status: wordOf(chart, couple), ...couple.facts }) : '';
    const how = facts === '' ? '' : `, ${facts}`;
    lines.push({
      level,
      cells: [`${couple === undefined ? '' : '+ '}${item.fields['name'] || '?'}${notesOf(item)}${how}`],
    });
  };
  type Step = { person: string; level: number } | { couple: Couple; of: string; level: number };
  const writeFrom = (start: string) => {
    const stack: Step[] = [{ person: start, level: 0 }];
    for (let step = stack.pop(); step; step = stack.pop()) {
      if ('person' in step) {
        const { person, level } = step;
        if (written.has(person)) continue;
        written.add(person);
        say(person, level);
        stack.push(...couplesFrom(person, level).reverse());
        continue;
      }
      const { couple, of, level } = step;
      if (couples.has(couple)) continue;
      couples.add(couple);
      const other = couple.partners.find((partner) => partner !== of);
      if (other !== undefined) say(other, level, couple);
      const below = couple.children.map(({ id }): Step => ({ person: id, level: level + 1 }));
      if (other !== undefined && !hasOwnLine(other)) written.add(other);
      stack.push(...below.reverse());
    }
  };
  /** Children of one known parent first: they stand directly under the person. */
  const couplesFrom = (person: string, level: number): Step[] =>
    [...family.couplesOf.get(person)!]
      .sort((a, b) => a.partners.length - b.partners.length)
      .map((couple) => ({ couple, of: person, level }));
  for (const id of family.people) if (hasOwnLine(id) && family.originsOf.get(id)!.length === 0) writeFrom(id);
  for (const id of family.people) if (!written.has(id)) writeFrom(id);
  return writeOutline(lines);
}
