/** People and who belongs to whom, as the records of a GEDCOM file say it. */
import { type GedcomNode, sub, subs } from '../../formats/gedcom';
import { pushTo } from '../../grouped';
import { tidy } from '../../list';
import type { CoupleFacts } from './couple-facts';
import { type By, type Status, UNKNOWN_PARENTS } from './family';
import { factFields } from './gedcom-facts';
import { listOf, type PairRecord, type PersonRecord } from './records';

export interface PersonOfFile<Node extends GedcomNode = GedcomNode> {
  /** Of the item that was made of it. */
  readonly id: string;
  readonly record: Node;
}
export interface FamilyOfFile<Node extends GedcomNode = GedcomNode> {
  /** Of the item that stands for the parents of brothers and sisters whose parents the file does not know. */
  readonly unknown?: string;
  readonly record: Node;
}
export interface PeopleOfFile<Node extends GedcomNode = GedcomNode> {
  readonly people: readonly PersonOfFile<Node>[];
  readonly families: readonly FamilyOfFile<Node>[];
}

const PEDIGREE: Readonly<Record<string, By>> = { adopted: 'adopted', foster: 'foster', birth: 'birth', step: 'step' };
export const PARTED = ['DIV', 'DIVF', 'ANUL'];
export const MARRIED = ['MARR', 'MARC', 'MARL', 'MARS', 'ENGA', 'MARB'];
export const TWIN = '_TWIN';

/** A name as it is said: the slashes that mark the family name taken away. */
export const nameOf = (value: string): string => tidy(value.replaceAll('/', ' '));

const withMonth = (date: string) => date.replace(/[A-Z]{3}/, (month) => month[0] + month.slice(1).toLowerCase());
const DAY = /^\d{1,2} (?:JAN|FEB|MAR|APR|MAY|JUN|JUL|AUG|SEP|OCT|NOV|DEC)$/;

/** The date of an event; a day without a year, which is no date of the standard, as people write it: "3 May". */
export function dateIn(event: GedcomNode | undefined): string {
  const line = sub(event, 'DATE');
  const said = tidy(line?.value || sub(line, 'PHRASE')?.value || '');
  return DAY.test(said) ? withMonth(said) : said;
}

/** What a person's record says in fields of ours. */
export function fieldsOf(record: GedcomNode): Record<string, string> {
  const sex = sub(record, 'SEX')?.value.trim().toLowerCase() ?? '';
  const [born, died] = [sub(record, 'BIRT'), sub(record, 'DEAT')];
  return {
    name: nameOf(sub(record, 'NAME')?.value ?? ''),
    ...(dateIn(born) && { born: dateIn(born) }),
    ...(dateIn(died) ? { died: dateIn(died) } : died && { died: '?' }),
    ...((sex === 'm' || sex === 'f') && { sex }),
    ...(sub(record, TWIN) && { twin: 'yes' }),
    ...factFields(record),
  };
}

/** When and where two married, and when they parted, as their record says it. */
export function factsOf(family: GedcomNode): CoupleFacts {
  const first = (tags: readonly string[]) => tags.map((tag) => sub(family, tag)).find(Boolean);
  const [marriage, divorce] = [sub(family, 'MARR'), first(PARTED)];
  const married = withMonth(dateIn(marriage));
  const divorced = withMonth(dateIn(divorce));
  const place = tidy(sub(marriage, 'PLAC')?.value ?? '');
  return { ...(married && { married }), ...(divorced && { divorced }), ...(place && { place }) };
}

/** How a child belongs to a family: as its link says, or an adoption that names the family. */
function byIn(child: GedcomNode, family: GedcomNode): By {
  const link = subs(child, 'FAMC').find((own) => own.value === family.xref);
  const pedigree = sub(link, 'PEDI');
  const said = (pedigree?.value || '').trim().toLowerCase();
  if (said !== '')
    return PEDIGREE[said] ?? PEDIGREE[sub(pedigree, 'PHRASE')?.value.trim().toLowerCase() ?? ''] ?? 'birth';
  const isAdopted = subs(child, 'ADOP').some((event) => sub(event, 'FAMC')?.value === family.xref);
  return isAdopted ? 'adopted' : 'birth';
}

/** Who is named in a family, as the family's record and people's own say it. */
export function membersOf<Node extends GedcomNode>(
  { people, families }: PeopleOfFile<Node>,
  missing?: (line: Node) => void,
) {
  const byXref = new Map(people.flatMap((one) => (one.record.xref ? [[one.record.xref, one] as const] : [])));
  const claims = (tag: string) => {
    const found = new Map<string, string[]>();
    for (const { id, record } of people) for (const { value } of subs(record, tag)) pushTo(found, value, id);
    return found;
  };
  const [asPartner, asChild] = [claims('FAMS'), claims('FAMC')];
  const idsOf = (lines: readonly Node[]): string[] =>
    lines.flatMap((line) => {
      const one = byXref.get(line.value);
      if (!one && line.value !== '@VOID@' && line.value !== '') missing?.(line);
      return one ? [one.id] : [];
    });
  const more = (named: readonly string[], claimed: readonly string[] | undefined) =>
    claimed ? [...new Set([...named, ...claimed])] : [...new Set(named)];
  return families.map(({ record, unknown }) => {
    const xref = record.xref ?? '';
    const named = idsOf([...subs(record, 'HUSB'), ...subs(record, 'WIFE')]);
    const partners = named.length < 2 ? more(named, asPartner.get(xref)) : named;
    const children = more(idsOf(subs(record, 'CHIL')), asChild.get(xref));
    return { record, unknown, partners: partners.length > 0 ? partners : unknown ? [unknown] : [], children };
  });
}

/** The lines and links of a list. */
export function listOfPeople<Node extends GedcomNode>(
  file: PeopleOfFile<Node>,
  newId: () => string,
  missing?: (line: Node) => void,
) {
  const recordOf = new Map(file.people.map(({ id, record }) => [id, record]));
  const parents = new Map<string, { id: string; by: By }[]>();
  const pairs: PairRecord[] = [];
  const unknown: PersonRecord[] = [];
  const members = membersOf(file, missing);
  for (const { record, partners, children } of members.filter((family) => family.unknown === undefined)) {
    const has = (tags: readonly string[]) => tags.some((tag) => sub(record, tag));
    const status: Status = has(PARTED) ? 'parted' : has(MARRIED) ? 'married' : 'partner';
    const [a, b] = partners;
    if (a !== undefined && b !== undefined) pairs.push({ a, b, status, facts: factsOf(record) });
    for (const child of children) {
      const by = byIn(recordOf.get(child)!, record);
      for (const id of partners) pushTo(parents, child, { id, by });
    }
  }
  // Who has known parents elsewhere needs no unknown ones, and one alone is nobody's brother or sister.
  for (const { record, children, unknown: id } of members) {
    if (id === undefined) continue;
    const apart = children
      .map((child) => ({ child, by: byIn(recordOf.get(child)!, record) }))
      .filter(({ child, by }) => !parents.get(child)?.some((one) => one.by === by));
    if (apart.length < 2) continue;
    unknown.push({ id, fields: { name: '', relation: UNKNOWN_PARENTS }, parents: [] });
    for (const { child, by } of apart) pushTo(parents, child, { id, by });
  }
  const people = file.people.map(
    ({ id, record }): PersonRecord => ({ id, fields: fieldsOf(record), parents: parents.get(id) ?? [] }),
  );
  return listOf([...people, ...unknown], pairs, newId);
}
