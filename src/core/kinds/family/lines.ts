/** Lines of families: name, dates and relation, as they are typed and written. */
import type { Chart, Item } from '../../chart';
import { dateIn, folded, type SplitLine, tidy, writeOutline } from '../../list';
import {
  byOf,
  type Couple,
  familyOf,
  isPartnerLine,
  isUnknownParents,
  type Status,
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

/** Notes on a person, as they stand in brackets or after a comma: years, sex, and how they belong. */
function noteFields(note: string): Record<string, string> | undefined {
  const text = tidy(note);
  if (text.length > LONGEST_NOTE) return undefined;
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
  const take = (note: string): boolean => {
    const parts = note.split(/[,;]/);
    const found: Record<string, string> = {};
    for (let at = 0; at < parts.length; ) {
      // A date may have a comma in it: what says nothing by itself is read with what follows.
      let to = at + 1;
      let own = noteFields(parts[at]!);
      while (!own && to < Math.min(parts.length, at + MOST_JOINED)) own = noteFields(parts.slice(at, ++to).join(','));
      if (!own) return false;
      Object.assign(found, own);
      at = to;
    }
    Object.assign(fields, found);
    return true;
  };
  if (separator === '\t' || separator === ' | ') {
    const [first = '', ...rest] = text.split(separator);
    text = first;
    for (const [i, part] of rest.entries()) {
      if (tidy(part) === '' || take(part)) continue;
      if (i < 2 && dateIn(part)) fields[i === 0 ? 'born' : 'died'] = tidy(part);
      else left.push(tidy(part));
    }
  }
  text = text.replace(/\(([^()]*)\)/g, (whole, note: string) => (take(note) ? '' : whole));
  const [name = '', ...notes] = text.split(',');
  const kept = [name];
  for (const note of notes) if (tidy(note) === '' || !take(note)) kept.push(note);
  fields['name'] = tidy(kept.map(tidy).filter(Boolean).join(', '));
  for (const [i, note] of left.entries()) fields[`column ${i + 4}`] = note;
  if (fields['relation'] === UNKNOWN_PARENTS && fields['name'] === '?') fields['name'] = '';
  if (partner) fields['relation'] = statusOf(fields['relation'] ?? '') ?? 'married';
  else if (statusOf(fields['relation'] ?? '')) delete fields['relation'];
  return fields;
};

/** What stands in brackets behind a name: years, how a child belongs, sex. */
function notesOf(item: Item): string {
  const { born = '', died = '', twin, relation = '' } = item.fields;
  const by = byOf(relation);
  const years = born || died ? `${born}–${died}` : '';
  const how = isUnknownParents(item) ? UNKNOWN_PARENTS : by === 'birth' ? '' : by;
  const all = [years, how, sexOf(item) ?? '', twin ? 'twin' : ''].filter(Boolean).join(', ');
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
  const hasOwnLine = (id: string) => family.originsOf.get(id)!.length > 0 || !isPartnerLine(chart.items[id]!);
  const say = (id: string, level: number, status?: Status) => {
    const item = chart.items[id]!;
    const how = status === undefined || status === 'married' ? '' : `, ${status}`;
    lines.push({
      level,
      cells: [`${status === undefined ? '' : '+ '}${item.fields['name'] || '?'}${notesOf(item)}${how}`],
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
      if (other !== undefined) say(other, level, couple.status);
      const below = couple.children.map(({ id }): Step => ({ person: id, level: level + 1 }));
      // A partner who only stands here brings their other couples along.
      const theirs = other !== undefined && !hasOwnLine(other) && !written.has(other) ? couplesFrom(other, level) : [];
      if (other !== undefined && !hasOwnLine(other)) written.add(other);
      stack.push(...[...below, ...theirs].reverse());
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
