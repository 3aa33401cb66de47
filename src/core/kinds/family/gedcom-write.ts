/**
 * Families written as GEDCOM 7. A chart that came from a file is written as that file with what was changed since: what
 * the file says is read once more, compared with what the chart says, and only where they differ are its records touched.
 * So what is read, written and read is the same in every structure, known to us or not.
 */
import type { Chart, Item } from '../../chart';
import { type GedcomNode, node, sub, writeGedcom } from '../../formats/gedcom';
import { renewed } from '../../formats/gedcom-renewed';
import { countingIds, dateOfVersion7 } from '../../list';
import { type Family, familyOf, isUnknownParents, sexOf } from './family';
import { carriedFile, headKept } from './gedcom';
import { updateFacts } from './gedcom-facts';
import { FamilyRecords } from './gedcom-families';
import { fieldsOf, listOfPeople, membersOf, nameOf, TWIN } from './gedcom-people';

/** A chart's family as GEDCOM 7. */
export function gedcomOf(chart: Chart): string {
  const file = carriedFile(chart);
  const family = familyOf(chart);
  /** Who stands for unknown parents is somebody as soon as they have parents or a partner. */
  const isPerson = (id: string) =>
    chart.items[id] !== undefined &&
    (!isUnknownParents(chart.items[id]!) ||
      family.originsOf.get(id)!.length > 0 ||
      family.couplesOf.get(id)!.some(({ partners }) => partners.length > 1));
  const xrefs = new Xrefs(file.records);

  // What the file says, read once more.
  const { items, links } = listOfPeople(file, countingIds('link'));
  const members = membersOf(file);
  const before = familyOf({ items: byId(items), links: byId(links) });

  const people = new Map<string, GedcomNode>();
  for (const { id, record } of file.people) {
    if (!isPerson(id)) continue;
    record.xref ??= xrefs.next('I');
    const said = fieldsOf(record);
    updatePerson(record, said, chart.items[id]!);
    updateFacts(record, file.hasFacts ? said : {}, chart.items[id]!.fields);
    people.set(id, record);
  }
  const fresh: GedcomNode[] = [];
  for (const id of family.people) {
    if (people.has(id) || !isPerson(id)) continue;
    const record: GedcomNode = { ...node('INDI'), xref: xrefs.next('I') };
    updatePerson(record, {}, chart.items[id]!);
    updateFacts(record, {}, chart.items[id]!.fields);
    people.set(id, record);
    fresh.push(record);
  }
  const filed = new Map(file.people.map(({ id, record }) => [id, record.xref]));
  const records = new FamilyRecords(members, people, chart.items, filed, () => xrefs.next('F'));
  records.update(before, family);

  const gone = new Set<GedcomNode>([
    ...file.people.filter(({ id }) => !people.has(id)).map(({ record }) => record),
    ...records.dropped,
  ]);
  const kept = file.records.filter((record) => record.tag !== 'HEAD' && !gone.has(record));
  const inOrder = placed(inListOrder(kept, file.people, people, chart, family), fresh, records.fresh);
  const known = new Set([...inOrder].flatMap(({ xref }) => xref ?? []));
  const options = {
    pointer: (xref: string) => (xref === '@VOID@' || !known.has(xref) ? '@VOID@' : xrefs.renamed(xref)),
    date: dateOfVersion7,
  };
  return writeGedcom([
    node('HEAD', '', [
      node('GEDC', '', [node('VERS', '7.0')]),
      node('SOUR', 'DENDROTAX', [node('NAME', 'Dendrotax')]),
      ...headKept(file.records).map((line) => renewed(line, options)),
    ]),
    ...inOrder.map((record) => renewed(record, options)),
    node('TRLR'),
  ]);
}

const byId = <T extends { readonly id: string }>(all: readonly T[]): Record<string, T> =>
  Object.fromEntries(all.map((one) => [one.id, one]));

/** Identifiers of records: those of the file, as far as version 7 allows them, and new ones that it does not have. */
class Xrefs {
  readonly #taken: Set<string>;
  readonly #renamed = new Map<string, string>();
  readonly #counts = new Map<string, number>();
  constructor(records: readonly GedcomNode[]) {
    this.#taken = new Set(records.flatMap(({ xref }) => xref ?? []));
  }
  next(letter: string): string {
    for (let count = (this.#counts.get(letter) ?? 0) + 1; ; count++) {
      const xref = `@${letter}${count}@`;
      if (this.#taken.has(xref)) continue;
      this.#counts.set(letter, count);
      this.#taken.add(xref);
      return xref;
    }
  }
  /** Version 7 allows capitals, digits and underscores only. */
  renamed(xref: string): string {
    if (/^@[A-Z0-9_]+@$/.test(xref)) return xref;
    const known = this.#renamed.get(xref);
    if (known !== undefined) return known;
    const plain = xref
      .slice(1, -1)
      .toUpperCase()
      .replace(/[^A-Z0-9_]/g, '_');
    const own = this.#taken.has(`@${plain}@`) ? this.next(`${plain}_`) : `@${plain}@`;
    this.#taken.add(own);
    this.#renamed.set(xref, own);
    return own;
  }
}

/** Names of parts that say again what the name says. */
const NAME_PARTS = new Set(['NPFX', 'GIVN', 'NICK', 'SPFX', 'SURN', 'NSFX']);

/** A person's record brought to what the chart says, where that differs from what the record says. */
function updatePerson(record: GedcomNode, before: Readonly<Record<string, string>>, item: Item): void {
  const { fields } = item;
  const { name = '', born = '', died = '', twin = '' } = fields;
  if (name !== (before['name'] ?? '')) renamePerson(record, name);
  const sex = sexOf(item);
  if (sex !== before['sex']) {
    const line = sub(record, 'SEX');
    if (!sex) remove(record, line);
    else if (line) line.value = sex.toUpperCase();
    else insertAfter(record, ['NAME'], node('SEX', sex.toUpperCase()));
  }
  if ((twin !== '') !== (before['twin'] !== undefined)) {
    if (twin === '') remove(record, sub(record, TWIN));
    else insertAfter(record, ['NAME', 'SEX'], node(TWIN, 'Y'));
  }
  if (born !== (before['born'] ?? '')) setDate(record, 'BIRT', born, ['NAME', 'SEX', TWIN]);
  if (died !== (before['died'] ?? '')) setDate(record, 'DEAT', died, ['NAME', 'SEX', TWIN, 'BIRT']);
}

function renamePerson(record: GedcomNode, name: string): void {
  const line = sub(record, 'NAME');
  if (name === '') remove(record, line);
  else if (!line) record.children.unshift(node('NAME', name));
  else {
    // The family name is marked again where it still stands in the name.
    const family = /\/([^/]+)\//.exec(line.value)?.[1]?.trim();
    const marked = family && name.endsWith(family) ? `${name.slice(0, -family.length)}/${family}/` : name;
    line.value = nameOf(marked) === name ? marked : name;
    line.children = line.children.filter(({ tag }) => !NAME_PARTS.has(tag));
  }
}

/** A date of an event; without one the event goes, if nothing else is said of it. */
function setDate(record: GedcomNode, tag: string, date: string, after: readonly string[]): void {
  const event = sub(record, tag);
  const isSaid = date !== '' && date !== '?';
  if (!event) {
    const own = node(tag, isSaid ? '' : 'Y', isSaid ? [node('DATE', date)] : []);
    if (date !== '') insertAfter(record, after, own);
    return;
  }
  remove(event, sub(event, 'DATE'));
  if (isSaid) event.children.unshift(node('DATE', date));
  else if (event.children.length === 0) {
    if (date === '?') event.value = 'Y';
    else remove(record, event);
  }
  if (isSaid && event.value === 'Y') event.value = '';
}

function remove(record: GedcomNode, line: GedcomNode | undefined): void {
  if (line) record.children.splice(record.children.indexOf(line), 1);
}

/** Behind the last of some tags, or at the beginning. */
function insertAfter(record: GedcomNode, tags: readonly string[], line: GedcomNode): void {
  const last = record.children.findLastIndex(({ tag }) => tags.includes(tag));
  record.children.splice(last + 1, 0, line);
}

/** Records of people in the order of the list, where that was changed; else as they stood in the file. */
function inListOrder(
  records: readonly GedcomNode[],
  inFile: readonly { readonly id: string }[],
  people: ReadonlyMap<string, GedcomNode>,
  chart: Chart,
  family: Family,
): readonly GedcomNode[] {
  const last = new Map<string | null, string>();
  const isAsFiled = inFile.every(({ id }) => {
    const item = chart.items[id];
    if (!item) return true;
    const before = last.get(item.parent);
    last.set(item.parent, item.order);
    return before === undefined || before <= item.order;
  });
  if (isAsFiled) return records;
  const isOld = new Set(inFile.map(({ id }) => id));
  const inOrder = family.people.filter((id) => isOld.has(id) && people.has(id)).map((id) => people.get(id)!);
  return records.map((record) => (record.tag === 'INDI' ? inOrder.shift()! : record));
}

/** New records behind the last of their own sort. */
function placed(records: readonly GedcomNode[], people: readonly GedcomNode[], families: readonly GedcomNode[]) {
  const lastPerson = records.findLastIndex(({ tag }) => tag === 'INDI') + 1;
  const lastFamily = Math.max(lastPerson, records.findLastIndex(({ tag }) => tag === 'FAM') + 1);
  return [
    ...records.slice(0, lastPerson),
    ...people,
    ...records.slice(lastPerson, lastFamily),
    ...families,
    ...records.slice(lastFamily),
  ];
}
