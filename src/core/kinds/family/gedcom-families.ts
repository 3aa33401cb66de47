/** Family records of a file brought to what the chart says, where that differs from what the file says. */
import type { Item } from '../../chart';
import { type GedcomNode, node, pointing, sub, subs } from '../../formats/gedcom';
import { pushTo } from '../../grouped';
import { COUPLE_FACTS } from './couple-facts';
import { type By, type Couple, type Family, isUnknownParents, type Status, sexOf } from './family';
import { factsOf, MARRIED, PARTED } from './gedcom-people';

interface Members {
  readonly record: GedcomNode;
  readonly partners: readonly string[];
  readonly children: readonly string[];
}
/** A family record, and who is in it as it is going to be written. */
interface Open {
  readonly record: GedcomNode;
  partners: readonly string[];
  readonly children: Set<string>;
}

const isWithin = (some: readonly string[], all: readonly string[]): boolean => some.every((one) => all.includes(one));
const keyOf = (partners: readonly string[]): string => [...partners].sort().join(' ');

export class FamilyRecords {
  /** Records that are new. */
  readonly fresh: GedcomNode[] = [];
  /** Records of the file that nothing in the chart asks for any more. */
  readonly dropped = new Set<GedcomNode>();
  readonly #open: Open[];
  readonly #people: ReadonlyMap<string, GedcomNode>;
  readonly #items: Readonly<Record<string, Item>>;
  readonly #xrefOf: ReadonlyMap<string, string | undefined>;
  readonly #nextXref: () => string;

  /**
   * @param people record of everybody who is in the chart
   * @param xrefOf identifiers of those who are in the file, be they in the chart or not
   */
  constructor(
    families: readonly Members[],
    people: ReadonlyMap<string, GedcomNode>,
    items: Readonly<Record<string, Item>>,
    xrefOf: ReadonlyMap<string, string | undefined>,
    nextXref: () => string,
  ) {
    this.#xrefOf = xrefOf;
    this.#open = families.map(({ record, partners, children }) => ({ record, partners, children: new Set(children) }));
    this.#people = people;
    this.#items = items;
    this.#nextXref = nextXref;
  }

  /** @param before what the file says @param now what the chart says */
  update(before: Family, now: Family): void {
    const was = new Map(before.couples.map((couple) => [keyOf(couple.partners), couple]));
    const is = new Map(now.couples.map((couple) => [keyOf(couple.partners), couple]));
    const records = new Map<string, Open[]>();
    for (const open of this.#open) pushTo(records, keyOf(open.partners), open);
    // Records of couples that are no more, by each of their partners: one who found a partner, or lost one, keeps theirs.
    const free = this.#open.filter(({ partners }) => {
      const key = keyOf(partners);
      return !is.has(key) && (was.has(key) || partners.length === 1);
    });
    for (const couple of now.couples) {
      const key = keyOf(couple.partners);
      const old = was.get(key);
      // What is as it was read is left as it was written, also where more was read into it than a record says.
      if (old && !isNews(old, couple) && !couple.partners.some((id) => this.#isNamedNow(id))) continue;
      const own = records.get(key);
      if (own) {
        // Somebody who stood for parents that the file does not know may have been named meanwhile.
        if (couple.partners.some((id) => this.#isNamedNow(id))) this.#setPartners(own[0]!, couple.partners);
        this.#updateCouple(own, old, couple);
      } else {
        const at = free.findIndex(
          ({ partners }) => isWithin(partners, couple.partners) || isWithin(couple.partners, partners),
        );
        const [taken] = at < 0 ? [this.#added()] : free.splice(at, 1);
        const before = old ?? was.get(keyOf(taken!.partners));
        this.#setPartners(taken!, couple.partners);
        this.#updateCouple([taken!], before, couple);
      }
    }
    for (const open of this.#open) this.#tidied(open, was, is);
    const gone = new Set([...this.dropped].map(({ xref }) => xref));
    for (const record of this.#people.values())
      record.children = record.children.filter(
        ({ tag, value }) => (tag !== 'FAMC' && tag !== 'FAMS') || !gone.has(value),
      );
  }

  #isNamedNow = (id: string): boolean => this.#people.has(id) && !this.#xrefOf.has(id);

  #added(): Open {
    const record: GedcomNode = { ...node('FAM'), xref: this.#nextXref() };
    this.fresh.push(record);
    return { record, partners: [], children: new Set() };
  }

  #setPartners(open: Open, partners: readonly string[]): void {
    const isHere = (id: string) => this.#people.has(id);
    for (const id of open.partners) if (!partners.includes(id)) this.#takeOut(open, id, ['HUSB', 'WIFE'], 'FAMS');
    for (const id of inOrder(this.#items, partners.filter(isHere))) {
      const person = this.#people.get(id)!;
      const isNamed = open.record.children.some(
        (line) => (line.tag === 'HUSB' || line.tag === 'WIFE') && line.value === person.xref,
      );
      if (isNamed) continue;
      const sex = sexOf(this.#items[id]);
      const wanted = sex === 'f' ? 'WIFE' : sex === 'm' ? 'HUSB' : sub(open.record, 'HUSB') ? 'WIFE' : 'HUSB';
      const other = wanted === 'HUSB' ? 'WIFE' : 'HUSB';
      const tag = sub(open.record, wanted) && !sub(open.record, other) ? other : wanted;
      const line = pointing(tag, person.xref!);
      const last = open.record.children.findLastIndex((one) => one.tag === 'HUSB' || one.tag === 'WIFE');
      open.record.children.splice(tag === 'HUSB' ? 0 : last + 1, 0, line);
      if (!subs(person, 'FAMS').some(({ value }) => value === open.record.xref))
        person.children.push(pointing('FAMS', open.record.xref!));
    }
    open.partners = partners;
  }

  /** Somebody no longer named in a family, nor the family by them. */
  #takeOut(open: Open, id: string, tags: readonly string[], back: string): void {
    const person = this.#people.get(id);
    const xref = person?.xref ?? this.#xrefOf.get(id);
    open.record.children = open.record.children.filter((line) => !(tags.includes(line.tag) && line.value === xref));
    if (person)
      person.children = person.children.filter((line) => !(line.tag === back && line.value === open.record.xref));
  }

  #updateCouple(records: readonly Open[], before: Couple | undefined, now: Couple): void {
    const main = records.at(-1)!;
    const two = now.partners.length === 2;
    if (two && now.status !== (before?.partners.length === 2 ? before.status : 'partner'))
      for (const { record } of records) setStatus(record, now.status);
    if (two) for (const { record } of records) setFacts(record, now);
    const [old, own] = [childMap(before), childMap(now)];
    for (const [i, { id, by }] of now.children.entries()) {
      if (!old.has(id)) this.#addChild(main, id, by, now.children[i - 1]?.id);
      else if (old.get(id) !== own.get(id))
        for (const open of records) if (open.children.has(id)) this.#setPedigree(open, id, by);
    }
    for (const id of old.keys())
      if (!own.has(id))
        for (const open of records) {
          this.#takeOut(open, id, ['CHIL'], 'FAMC');
          open.children.delete(id);
        }
    for (const open of records) this.#inOrder(open, before, now);
  }

  /** @param after the brother or sister before them */
  #addChild(open: Open, id: string, by: By, after: string | undefined): void {
    const person = this.#people.get(id);
    if (!person) return;
    if (!open.children.has(id)) {
      const { children } = open.record;
      const elder = after === undefined ? undefined : this.#people.get(after)?.xref;
      const first = children.findLastIndex(({ tag }) => tag === 'HUSB' || tag === 'WIFE');
      const found = children.findIndex(({ tag, value }) => tag === 'CHIL' && value === elder);
      children.splice((found < 0 ? first : found) + 1, 0, pointing('CHIL', person.xref!));
      open.children.add(id);
    }
    const link = subs(person, 'FAMC').find(({ value }) => value === open.record.xref);
    if (!link) {
      const own = pointing('FAMC', open.record.xref!, by === 'birth' ? [] : [pedigree(by)]);
      const first = person.children.findIndex(({ tag }) => tag === 'FAMS');
      person.children.splice(first < 0 ? person.children.length : first, 0, own);
    } else this.#setPedigree(open, id, by);
  }

  #setPedigree(open: Open, id: string, by: By): void {
    const link = subs(this.#people.get(id)!, 'FAMC').find(({ value }) => value === open.record.xref);
    if (!link) return;
    link.children = link.children.filter(({ tag }) => tag !== 'PEDI');
    if (by !== 'birth') link.children.unshift(pedigree(by));
  }

  /** Children in the order of the chart, where those who were there before stand in another. */
  #inOrder({ record }: Open, before: Couple | undefined, now: Couple): void {
    const old = childMap(before);
    const own = childMap(now);
    const order = now.children.filter(({ id }) => old.has(id));
    const was = before?.children.filter(({ id }) => own.has(id)) ?? [];
    if (was.every(({ id }, i) => id === order[i]!.id)) return;
    const place = new Map(now.children.map(({ id }, i) => [this.#people.get(id)?.xref, i]));
    const lines = subs(record, 'CHIL');
    lines.sort((a, b) => (place.get(a.value) ?? lines.length) - (place.get(b.value) ?? lines.length));
    record.children = record.children.map((line) => (line.tag === 'CHIL' ? lines.shift()! : line));
  }

  /** Lines of people who are gone leave a family; a family that nobody asks for goes. */
  #tidied(open: Open, was: ReadonlyMap<string, Couple>, is: ReadonlyMap<string, Couple>): void {
    const key = keyOf(open.partners);
    const isHere = (id: string) => this.#people.has(id) || (this.#items[id] && isUnknownParents(this.#items[id]!));
    const everybody = open.partners.every(isHere);
    if (was.has(key) && !is.has(key) && everybody) {
      this.dropped.add(open.record);
      return;
    }
    const missing = [...open.partners, ...open.children].filter((id) => !isHere(id));
    if (missing.length === 0) return;
    for (const id of missing) this.#takeOut(open, id, ['HUSB', 'WIFE', 'CHIL'], '');
    if (!['HUSB', 'WIFE', 'CHIL'].some((tag) => sub(open.record, tag))) this.dropped.add(open.record);
  }
}

const isNews = (before: Couple, now: Couple): boolean =>
  before.status !== now.status ||
  COUPLE_FACTS.some((fact) => before.facts[fact] !== now.facts[fact]) ||
  before.children.length !== now.children.length ||
  now.children.some(({ id, by }, i) => before.children[i]!.id !== id || before.children[i]!.by !== by);

/** How each child belongs; some in more than one way. */
function childMap(couple: Couple | undefined): Map<string, string> {
  const ways = new Map<string, string>();
  for (const { id, by } of couple?.children ?? []) ways.set(id, [ways.get(id), by].filter(Boolean).join(' '));
  return ways;
}

function setStatus(record: GedcomNode, status: Status): void {
  const has = (tags: readonly string[]) => tags.some((tag) => sub(record, tag));
  const drop = (tags: readonly string[]) => {
    record.children = record.children.filter(({ tag }) => !tags.includes(tag));
  };
  const add = (tag: string) => {
    const last = record.children.findLastIndex((line) => ['HUSB', 'WIFE', 'CHIL', ...MARRIED].includes(line.tag));
    record.children.splice(last + 1, 0, node(tag, 'Y'));
  };
  if (status !== 'parted') drop(PARTED);
  if (status === 'partner') drop(MARRIED);
  else if (!has(MARRIED)) add('MARR');
  if (status === 'parted' && !has(PARTED)) add('DIV');
}

/** When and where they married, and when they parted, where that differs from what the record says. */
function setFacts(record: GedcomNode, { facts, status }: Couple): void {
  const before = factsOf(record);
  const event = (tag: string) => {
    const known = sub(record, tag);
    if (known) return known;
    const own = node(tag);
    const last = record.children.findLastIndex((line) => ['HUSB', 'WIFE', 'CHIL', 'MARR'].includes(line.tag));
    record.children.splice(last + 1, 0, own);
    return own;
  };
  const set = (tag: string, detail: string, value: string | undefined, was: string | undefined) => {
    if (value === was) return;
    const own = event(tag);
    own.children = own.children.filter((line) => line.tag !== detail);
    if (value !== undefined) own.children.unshift(node(detail, value));
    own.value = own.children.length > 0 ? '' : 'Y';
  };
  if (status !== 'partner' || facts.married || facts.place) {
    set('MARR', 'PLAC', facts.place, before.place);
    set('MARR', 'DATE', facts.married, before.married);
  }
  if (status === 'parted' || facts.divorced)
    set(PARTED.find((tag) => sub(record, tag)) ?? 'DIV', 'DATE', facts.divorced, before.divorced);
}

/** Version 7 knows STEP only as a phrase of OTHER. */
const pedigree = (by: By): GedcomNode =>
  by === 'step' ? node('PEDI', 'OTHER', [node('PHRASE', 'step')]) : node('PEDI', by.toUpperCase());

/** Husband and wife as the standard calls them: by sex where it is known, else as the list has them. */
function inOrder(items: Readonly<Record<string, Item>>, partners: readonly string[]): readonly string[] {
  const [a, b] = partners;
  if (a === undefined || b === undefined) return partners;
  return sexOf(items[a]) === 'f' || sexOf(items[b]) === 'm' ? [b, a] : [a, b];
}
