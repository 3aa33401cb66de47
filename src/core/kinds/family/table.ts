/** Families as tables: father, mother and partners by id or by name. */
import { itemFinder, type ListRead, type ReadContext, tableForms, tidy } from '../../list';
import { listed } from './cells';
import { coupleNote, takeFacts } from './couples';
import { byOf, isRelation, type Status, statusOf, UNKNOWN_PARENTS } from './family';
import { listOf, type PairRecord, type PersonRecord } from './records';

const TABLE = `Id,Name,Born,Died,Sex,Father,Mother,Partners
1,Bertrand Oke,1865,1930,m,,,Alba Tansley
2,Alba Tansley,1868,1941,f,,,
3,Cora Oke,1892,1975,f,1,2,Ivo Marrable; Hugo Penn
4,Ivo Marrable,1890,1917,m,,,
5,Hugo Penn,1888,1960,m,,,
6,Delia Marrable,1915,2001,f,4,3,
`;

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
      const said = (/\(([^()]*)\)$/.exec(text)?.[1] ?? '').split(',').map(coupleNote);
      const notes: Record<string, string> = Object.assign({}, ...said.filter((one) => one !== undefined));
      const { facts } = takeFacts(notes);
      const status: Status | undefined =
        statusOf(notes['relation'] ?? '') ??
        statusOf(/\(([^()]*)\)$/.exec(text)?.[1] ?? '') ??
        statusOf(relation ?? '');
      const found = find(text) ?? find(bare);
      if (found && 'to' in found && found.to !== item.id)
        pairs.push({ a: item.id, b: found.to, status: status ?? 'married', facts });
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

export const tables = tableForms(TABLE, { levels: true, resolve: resolveTable });
