/** Families as tables: father, mother and partners by id or by name. */
import type { Chart } from '../../chart';
import {
  type Column,
  inLanguages,
  itemFinder,
  type ListRead,
  type ReadContext,
  references,
  tableForms,
  tidy,
} from '../../list';
import { rememberedPair } from '../../remember';
import { byOf, familyOf, isRelation, type Status, sexOf, statusOf, UNKNOWN_PARENTS } from './family';
import { listOf, type PairRecord, type PersonRecord } from './records';

export const columns: readonly Column[] = inLanguages([
  { field: 'name', label: 'Name', headings: ['fullname', 'person', 'names', 'who'] },
  {
    field: 'born',
    label: 'Born',
    hint: 'born',
    type: 'date',
    headings: ['birth', 'birthdate', 'dateofbirth', 'dob', 'b', 'birthyear', 'yearofbirth'],
  },
  {
    field: 'died',
    label: 'Died',
    type: 'date',
    headings: ['death', 'deathdate', 'dateofdeath', 'dod', 'd', 'deathyear', 'yearofdeath'],
  },
  { field: 'relation', label: 'Relation', hint: 'child, partner ...', headings: ['relationship', 'by', 'how'] },
  {
    field: 'twin',
    label: 'Twin',
    type: 'yes-no',
    headings: ['twins', 'zwilling', 'jumeau', 'gemelo', 'gemello', 'tweeling'],
  },
  { field: 'sex', label: 'Sex', headings: ['gender', 'mf'] },
  { field: 'father', label: 'Father', refers: 'one', headings: ['fatherid', 'dad', 'fathername'] },
  { field: 'mother', label: 'Mother', refers: 'one', headings: ['motherid', 'mum', 'mom', 'mothername'] },
  {
    field: 'partners',
    label: 'Partners',
    refers: 'many',
    headings: ['partner', 'partnerid', 'spouse', 'spouses', 'spouseid', 'marriedto', 'wife', 'husband', 'married'],
  },
  { field: 'id', label: 'Id', headings: ['no', 'number', 'key', 'personid'] },
]);

const TABLE = `Id,Name,Born,Died,Sex,Father,Mother,Partners
1,Bertrand Oke,1865,1930,m,,,Alba Tansley
2,Alba Tansley,1868,1941,f,,,
3,Cora Oke,1892,1975,f,1,2,Ivo Marrable; Hugo Penn
4,Ivo Marrable,1890,1917,m,,,
5,Hugo Penn,1888,1960,m,,,
6,Delia Marrable,1915,2001,f,4,3,
`;

const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(/[;&]|(?<!\s)\s+and\s+/)
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
    // A column of levels says one parent where none is named.
    if (parents.length === 0 && item.parent !== null) parents.push({ id: item.parent, by: byOf(relation ?? '') });
    // What is said of no child and no partner is the line's own.
    if (relation && (!isRelation(relation) || relation === UNKNOWN_PARENTS)) left['relation'] = relation;
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
    // Nobody in particular is neither father nor mother.
    const isSomebody = person.fields['relation'] !== UNKNOWN_PARENTS;
    const sex = person.fields['sex'] || !isSomebody ? undefined : sexes.get(person.id);
    return sex ? { ...person, fields: { ...person.fields, sex } } : person;
  });
  const { items, links } = listOf(known, pairs, newId);
  return { ...list, items, links };
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

export const tables = tableForms(TABLE, { levels: true, resolve: resolveTable });
