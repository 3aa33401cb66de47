import { type Chart, type Item, type Link, treeOf } from '../../chart';
import {
  type Column,
  folded,
  itemFinder,
  type ListForm,
  type ListRead,
  outlineForm,
  type Problem,
  type ReadContext,
  references,
  type SplitLine,
  tableForms,
  tidy,
  writeOutline,
} from '../../list';
import { rememberedPair } from '../remember';
import { dateIn } from './dates';
import { byOf, type Couple, familyOf, isPartnerLine, isRelation, type Status, sexOf, statusOf } from './family';
import { listOf, type PairRecord, type PersonRecord } from './records';

export const columns: readonly Column[] = [
  { field: 'name', label: 'Name', headings: ['fullname', 'person', 'names', 'who'] },
  {
    field: 'born',
    label: 'Born',
    headings: ['birth', 'birthdate', 'dateofbirth', 'dob', 'b', 'birthyear', 'yearofbirth'],
  },
  {
    field: 'died',
    label: 'Died',
    headings: ['death', 'deathdate', 'dateofdeath', 'dod', 'd', 'deathyear', 'yearofdeath'],
  },
  { field: 'relation', label: 'Relation', headings: ['relationship', 'by', 'how'] },
  { field: 'sex', label: 'Sex', headings: ['gender', 'mf'] },
  { field: 'father', label: 'Father', headings: ['fatherid', 'dad', 'fathername'] },
  { field: 'mother', label: 'Mother', headings: ['motherid', 'mum', 'mom', 'mothername'] },
  {
    field: 'partners',
    label: 'Partners',
    headings: ['partner', 'partnerid', 'spouse', 'spouses', 'spouseid', 'marriedto', 'wife', 'husband', 'married'],
  },
  { field: 'id', label: 'Id', headings: ['no', 'number', 'key', 'personid'] },
];

const OUTLINE = `Alba Tansley (1868–1941)
+ Bertrand Oke (1865–1930)
\tCora Oke (1892–1975)
\t+ Ivo Marrable (1890–1917)
\t\tDelia Marrable (1915–2001)
\t+ Hugo Penn (1888–1960), parted
\tEmil Oke (1895–1970, adopted)
`;
const TABLE = `Id,Name,Born,Died,Sex,Father,Mother,Partners
1,Bertrand Oke,1865,1930,m,,,Alba Tansley
2,Alba Tansley,1868,1941,f,,,
3,Cora Oke,1892,1975,f,1,2,Ivo Marrable; Hugo Penn
4,Ivo Marrable,1890,1917,m,,,
5,Hugo Penn,1888,1960,m,,,
6,Delia Marrable,1915,2001,f,4,3,
`;

const YEARS = /^(?:c\.?\s*|about\s+)?(\d{3,4})?\s*[–—-]\s*(?:c\.?\s*)?(\d{3,4}|\?)?$/;
/** Two dates, the first exact or not: "3 May 1922–1990". */
const RANGE = /^(.*\d{3,4})\s*(?:[–—]|\s-\s|-(?=\d{4}$))\s*(.*\d{3,4}|\?)?$/;
/** A date and nothing else. */
const DAY =
  /^(\d{1,2}\.?\s+[a-z]{3,9}\.?\s+\d{3,4}|[a-z]{3,9}\.?\s+\d{3,4}|\d{4}-\d{1,2}(-\d{1,2})?|\d{1,2}[./]\d{1,2}[./]\d{4})$/i;
const BORN = /^(?:b\.?|born|\*)\s*(.+)$/i;
const DIED = /^(?:d\.?|died|†|\+)\s*(.+)$/i;
const SEX = /^(m|f|male|female|w)$/i;

/** Notes on a person, as they stand in brackets or after a comma: years, sex, and how they belong. */
function noteFields(note: string): Record<string, string> | undefined {
  const text = tidy(note);
  const years = YEARS.exec(text);
  if (years && (years[1] || years[2]))
    return { ...(years[1] && { born: years[1] }), ...(years[2] && { died: years[2] }) };
  if (/^\d{3,4}$/.test(text)) return { born: text };
  const range = /^(b\.?|born|\*|d\.?|died|†)\s/i.test(text) ? null : RANGE.exec(text);
  if (range && dateIn(range[1])) return { born: tidy(range[1]!), ...(range[2] && { died: tidy(range[2]) }) };
  const both = /^(?:b\.?|born|\*)\s*([^†]+?)[,;]?\s+(?:d\.?|died|†)\s*(.+)$/i.exec(text);
  if (both) return { born: tidy(both[1]!), died: tidy(both[2]!) };
  const [born, died] = [BORN.exec(text), DIED.exec(text)];
  if (born && dateIn(born[1])) return { born: born[1]! };
  if (died && dateIn(died[1])) return { died: died[1]! };
  if (DAY.test(text)) return { born: text };
  if (SEX.test(text)) return { sex: text.toLowerCase() };
  if (/^twins?$/i.test(text)) return { twin: 'yes' };
  const status = statusOf(text);
  if (status && text.split(' ').length <= 2) return { relation: status };
  const by = byOf(text);
  return by !== 'birth' && text.split(' ').length <= 2 ? { relation: by } : undefined;
}

/** `+ Name (born–died, adopted), parted`; or name, born and died set apart by tabs or bars. */
const split: SplitLine = (line, separator) => {
  let text = tidy(line);
  const partner = /^[+&∞]\s*/.exec(text);
  if (partner) text = text.slice(partner[0].length);
  const fields: Record<string, string> = { name: '' };
  const left: string[] = [];
  const take = (note: string): boolean => {
    const parts = note.split(/[,;]/).map(noteFields);
    if (parts.includes(undefined)) return false;
    for (const part of parts) Object.assign(fields, part);
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
  if (partner) fields['relation'] = statusOf(fields['relation'] ?? '') ?? 'married';
  else if (statusOf(fields['relation'] ?? '')) delete fields['relation'];
  return fields;
};

/**
 * A partner's line belongs to the person above it, at whichever of the two levels it stands; lines that follow an indented
 * partner at its level are the couple's children. A partner who has a line elsewhere becomes a link to that line.
 */
function resolveOutline(list: ListRead, { newId }: ReadContext): ListRead {
  const tree = treeOf(Object.fromEntries(list.items.map((item) => [item.id, item])));
  const parent = new Map(list.items.map(({ id, parent: above }) => [id, above]));
  const isPartner = new Set(list.items.filter(({ fields }) => statusOf(fields['relation'] ?? '')).map(({ id }) => id));
  for (const above of [null, ...list.items.map(({ id }) => id)]) {
    let host: string | null = null;
    let couple: string | null = null;
    for (const id of tree.childrenOf(above)) {
      if (isPartner.has(id)) {
        parent.set(id, host ?? above);
        if (host === null) couple = id;
      } else {
        host = id;
        if (couple !== null) parent.set(id, couple);
      }
    }
  }
  const byId = new Map(list.items.map((item) => [item.id, item]));
  const links: Link[] = [];
  const problems: Problem[] = [...list.problems];
  for (const id of isPartner)
    if (parent.get(id) === null)
      problems.push({
        code: 'partner-of-nobody',
        severity: 'warning',
        line: list.lines[id]!,
        item: id,
        message: `Line ${list.lines[id]} begins with a plus, but there is nobody above it to be the partner of; it stands alone.`,
        repairs: [],
      });
  const gone = new Set<string>();
  const people = new Map<string, string[]>();
  for (const { id, fields } of list.items) {
    const key = folded(fields['name'] ?? '');
    people.set(key, [...(people.get(key) ?? []), id]);
  }
  for (const id of isPartner) {
    const { fields } = byId.get(id)!;
    const above = parent.get(id);
    if (above === null || above === undefined) continue;
    const comesFrom = (other: string) => {
      for (let at: string | null | undefined = other; at; at = parent.get(at))
        if (at === id || at === above) return true;
      return false;
    };
    // The same person: the same name, no year that says otherwise, and nobody who comes from the couple.
    const same = (people.get(folded(fields['name'] ?? '')) ?? []).filter((other) => {
      const its = byId.get(other)!.fields;
      return (
        other !== id &&
        !comesFrom(other) &&
        !gone.has(other) &&
        ['born', 'died'].every((field) => !fields[field] || its[field] === fields[field])
      );
    });
    const [other] = same;
    const sure = other !== undefined && same.length === 1 && (!isPartner.has(other) || fields['born'] !== undefined);
    if (!sure || fields['name'] === '' || other === above) continue;
    gone.add(id);
    const status = statusOf(fields['relation']!)!;
    links.push({ id: newId(), from: above, to: other, role: 'partner', fields: { status } });
    for (const [child, of] of parent) {
      if (of !== id) continue;
      parent.set(child, above);
      const by = byOf(byId.get(child)!.fields['relation'] ?? '');
      links.push({
        id: newId(),
        from: child,
        to: other,
        role: 'child-of',
        ...(by !== 'birth' && { fields: { by } }),
      });
    }
    problems.push({
      code: 'same-person',
      severity: 'note',
      line: list.lines[id]!,
      item: other,
      message: `Line ${list.lines[id]}: ${fields['name']} was taken as the person in line ${list.lines[other]}.`,
      repairs: [],
    });
  }
  const items = list.items.filter(({ id }) => !gone.has(id)).map((item) => ({ ...item, parent: parent.get(item.id)! }));
  return { ...list, items, links, problems: problems.filter(({ item }) => item === undefined || !gone.has(item)) };
}

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(/\s*[;&]\s*|\s+and\s+/)
    .map(tidy)
    .filter(Boolean);

/** Rows with father, mother and partners, by id or by name. Who is not in the list stays in the field. */
function resolveTable(list: ListRead, { newId }: ReadContext): ListRead {
  const find = itemFinder(list.items);
  const sexes = new Map<string, string>();
  const pairs: PairRecord[] = [];
  const people = list.items.map((item): PersonRecord => {
    const { father, mother, partners, relation, ...fields } = item.fields;
    const parents: { id: string; by: ReturnType<typeof byOf> }[] = [];
    const left: Record<string, string> = {};
    for (const [field, text, sex] of [
      ['father', father, 'm'],
      ['mother', mother, 'f'],
    ] as const) {
      if (!text) continue;
      const found = find(text);
      if (found && 'to' in found && found.to !== item.id) {
        parents.push({ id: found.to, by: byOf(relation ?? '') });
        if (!sexes.has(found.to)) sexes.set(found.to, sex);
      } else left[field] = text;
    }
    if (relation && !isRelation(relation)) left['relation'] = relation;
    const unknown: string[] = [];
    // A name with a comma in it is a name where it is one in the list.
    const named = partners && find(partners) ? [partners] : listed(partners);
    for (const text of named) {
      const bare = tidy(text.replace(/\([^()]*\)$/, ''));
      const status: Status | undefined = statusOf(/\(([^()]*)\)$/.exec(text)?.[1] ?? '') ?? statusOf(relation ?? '');
      const found = find(text) ?? find(bare);
      if (found && 'to' in found && found.to !== item.id)
        pairs.push({ a: item.id, b: found.to, status: status ?? 'married' });
      else unknown.push(text);
    }
    if (unknown.length > 0) left['partners'] = unknown.join('; ');
    return { id: item.id, fields: { ...fields, ...left }, parents };
  });
  const known = people.map((person) => {
    const sex = person.fields['sex'] ? undefined : sexes.get(person.id);
    return sex ? { ...person, fields: { ...person.fields, sex } } : person;
  });
  const { items, links } = listOf(known, pairs, newId);
  return { ...list, items, links };
}

export const tableAndOutline: readonly ListForm[] = [
  ...tableForms(TABLE, { resolve: resolveTable }),
  outlineForm(OUTLINE, split, resolveOutline, '+'),
];

/** What stands in brackets behind a name: years, how a child belongs, sex. */
function notesOf(item: Item): string {
  const { born = '', died = '', twin, relation = '' } = item.fields;
  const by = byOf(relation);
  const years = born || died ? `${born}–${died}` : '';
  const all = [years, by === 'birth' ? '' : by, sexOf(item) ?? '', twin ? 'twin' : ''].filter(Boolean).join(', ');
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

const referring = rememberedPair((items: Chart['items'], links: Chart['links']) => {
  const { couples } = familyOf({ items, links });
  const used = couples.flatMap(({ partners, children }) =>
    children.length > 0 || partners.length > 1 ? partners : [],
  );
  return references({ items }, used);
});

export function cell(chart: Chart, item: string, field: string): string | undefined {
  if (!['father', 'mother', 'partners', 'id', 'relation'].includes(field)) return undefined;
  const family = familyOf(chart);
  if (field === 'relation') {
    // How a child belongs whose parents are in links is said there.
    const by = family.originsOf.get(item)![0]?.by;
    return chart.items[item]!.fields['relation'] === undefined && by !== undefined && by !== 'birth' ? by : undefined;
  }
  const refer = referring(chart.items, chart.links);
  const own = chart.items[item]!;
  if (field === 'id') return refer.idOf(item);
  if (field === 'partners') {
    const known = family.couplesOf.get(item)!.flatMap(({ partners, status }) => {
      const other = partners.find((partner) => partner !== item);
      return other === undefined ? [] : [`${refer.textOf(other)}${status === 'married' ? '' : ` (${status})`}`];
    });
    return [...known, ...(own.fields['partners'] ? [own.fields['partners']] : [])].join('; ');
  }
  const parents = family.originsOf.get(item)![0]?.couple.partners ?? [];
  const sexes = parents.map((parent) => sexOf(chart.items[parent]));
  const mother = sexes[0] === 'f' || sexes[1] === 'm' ? 0 : 1;
  // One parent alone is the father unless said to be a woman.
  const at = parents.length === 1 ? (sexes[0] === 'f' ? [undefined, 0] : [0, undefined]) : [1 - mother, mother];
  const index = field === 'father' ? at[0] : at[1];
  const parent = index === undefined ? undefined : parents[index];
  return parent === undefined ? (own.fields[field] ?? '') : refer.textOf(parent);
}
