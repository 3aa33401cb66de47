/**
 * What a family's list says: people, and couples with their children. A line under a person is a child; a line that says
 * how it is joined to the one above (married, partner, parted) is a partner, and lines under that are the couple's children.
 * What a tree can't hold, such as a second parent with parents of their own, is in links.
 */
import { type Chart, type Item, treeOf, walk } from '../../chart';
import { dateIn, dateKey, folded, tidy } from '../../list';
import { rememberedPair } from '../../remember';
import { COUPLE_FACTS, type CoupleFacts } from './couple-facts';

export type By = 'birth' | 'adopted' | 'foster' | 'step';
export type Status = 'married' | 'partner' | 'parted';

export interface Child {
  readonly id: string;
  readonly by: By;
}
/** Two partners, or one where the other is not known. */
export interface Couple {
  readonly key: string;
  readonly partners: readonly string[];
  readonly status: Status;
  /** When and where they married, when they parted: as it is written. */
  readonly facts: CoupleFacts;
  /** By birth, then in list order. */
  readonly children: readonly Child[];
}
export interface Family {
  /** In list order. */
  readonly people: readonly string[];
  /** In the order in which the list names them. */
  readonly couples: readonly Couple[];
  /** The couples of which each person is a partner, in order. */
  readonly couplesOf: ReadonlyMap<string, readonly Couple[]>;
  /** The couples of which each person is a child: birth first. */
  readonly originsOf: ReadonlyMap<string, readonly { readonly couple: Couple; readonly by: By }[]>;
  /** People who would be their own ancestors, with the way round; the last link of each way is left out of the couples. */
  readonly circles: readonly (readonly string[])[];
  /** Children with more than two parents of one kind, and the parents that are left out. */
  readonly crowded: readonly { readonly child: string; readonly parents: readonly string[] }[];
}

/** Of the couples of which somebody is a child, those of whom somebody is shown: by birth first. */
export const originsIn = (family: Family, shown: ReadonlySet<string>, id: string) =>
  family.originsOf.get(id)!.filter(({ couple }) => couple.partners.some((partner) => shown.has(partner)));

const BY: Readonly<Record<string, By>> = {
  adopted: 'adopted',
  adoptive: 'adopted',
  adoption: 'adopted',
  foster: 'foster',
  fostered: 'foster',
  step: 'step',
  stepchild: 'step',
  stepson: 'step',
  stepdaughter: 'step',
};
const STATUS: Readonly<Record<string, Status>> = {
  married: 'married',
  spouse: 'married',
  wife: 'married',
  husband: 'married',
  partner: 'partner',
  partners: 'partner',
  unmarried: 'partner',
  parted: 'parted',
  engaged: 'partner',
  widowed: 'married',
  widow: 'married',
  widower: 'married',
  divorced: 'parted',
  separated: 'parted',
};
const firstOf = <T>(words: Readonly<Record<string, T>>, text: string): T | undefined => {
  for (const word of folded(text).split(/[\s,;]+/)) if (Object.hasOwn(words, word)) return words[word];
  return undefined;
};
export const byOf = (relation: string): By => firstOf(BY, relation) ?? 'birth';
export const statusOf = (relation: string): Status | undefined => firstOf(STATUS, relation);
/** How a line without a name belongs that stands for the parents of brothers and sisters, neither of whom is known. */
export const UNKNOWN_PARENTS = 'parents unknown';
/** It is drawn as the line over brothers and sisters, without a box of its own. */
export const isUnknownParents = ({ fields }: Item): boolean =>
  /^\??$/.test(fields['name'] ?? '') && folded(fields['relation'] ?? '') === UNKNOWN_PARENTS;

/** Somebody of whom nothing is known, not even a name: drawn, so that a couple has two, but no person that is counted. */
export const isNobody = (item: Item): boolean =>
  isUnknownParents(item) ||
  (/^(?:\?{0,9}|unknown|n\.? ?n\.?)$/i.test(tidy(item.fields['name'] ?? '')) &&
    !item.fields['born'] &&
    !item.fields['died']);

/** Whether a relation is one that the list knows. */
export const isRelation = (relation: string): boolean =>
  folded(relation) === UNKNOWN_PARENTS ||
  firstOf(BY, relation) !== undefined ||
  firstOf(STATUS, relation) !== undefined ||
  /^(birth|born|natural|child|son|daughter)?$/i.test(relation.trim());

export const isPartnerLine = (item: Item): boolean =>
  item.parent !== null && statusOf(item.fields['relation'] ?? '') !== undefined;

export const coupleKey = (a: string, b: string | undefined): string =>
  b === undefined ? a : a < b ? `${a} ${b}` : `${b} ${a}`;

const byText = (a = '', b = ''): number => (a < b ? -1 : Number(a > b));

const known = rememberedPair((items: Chart['items'], links: Chart['links']) => find({ items, links }));
export const familyOf = (chart: Pick<Chart, 'items' | 'links'>): Family => known(chart.items, chart.links);

function find({ items, links }: Pick<Chart, 'items' | 'links'>): Family {
  const people = walk(treeOf(items)).map(({ id }) => id);
  const place = new Map(people.map((id, i) => [id, i]));
  const couples = new Map<
    string,
    { partners: string[]; status: Status | undefined; facts: CoupleFacts; children: Child[] }
  >();
  const couple = (a: string, b: string | undefined, status?: Status) => {
    const key = coupleKey(a, b);
    const own = couples.get(key) ?? { partners: b === undefined ? [a] : [a, b], status, facts: {}, children: [] };
    own.status = status ?? own.status;
    couples.set(key, own);
    return own;
  };
  const parents = new Map<string, Map<By, string[]>>();
  const addParent = (child: string, parent: string, by: By) => {
    const byKind = parents.get(child) ?? new Map<By, string[]>();
    parents.set(child, byKind);
    const list = byKind.get(by);
    if (!list) byKind.set(by, [parent]);
    else if (!list.includes(parent)) list.push(parent);
  };
  for (const id of people) {
    const item = items[id]!;
    if (item.parent === null) continue;
    const above = items[item.parent]!;
    if (isPartnerLine(item)) couple(item.parent, id, statusOf(item.fields['relation']!)!);
    else {
      const by = byOf(item.fields['relation'] ?? '');
      if (isPartnerLine(above)) addParent(id, above.parent!, by);
      addParent(id, item.parent, by);
    }
  }
  // In the order of the list, however a store gives records back.
  const inOrder = Object.values(links).sort(
    (a, b) =>
      place.get(a.from)! - place.get(b.from)! ||
      place.get(a.to)! - place.get(b.to)! ||
      byText(a.role, b.role) ||
      byText(JSON.stringify(a.fields), JSON.stringify(b.fields)) ||
      byText(a.id, b.id),
  );
  for (const { from, to, role, fields = {} } of inOrder) {
    if (from === to) continue;
    if (role === 'partner') {
      const own = couple(from, to, statusOf(fields['status'] ?? '') ?? 'married');
      own.facts = Object.fromEntries(
        ['status', ...COUPLE_FACTS].flatMap((fact) => (fields[fact] ? [[fact, fields[fact]]] : [])),
      );
    }
    if (role === 'child-of') addParent(from, to, byOf(fields['by'] ?? ''));
  }

  const circles = cutCircles(people, parents);
  const crowded: { child: string; parents: string[] }[] = [];
  for (const child of people)
    for (const [by, list] of parents.get(child) ?? []) {
      if (list.length === 0) continue;
      if (list.length > 2) crowded.push({ child, parents: list.slice(2) });
      couple(list[0]!, list[1]).children.push({ id: child, by });
    }
  const order = [...couples].map(([key, { partners, status, facts, children }]): Couple => {
    const date = ({ id }: Child) => {
      const born = dateIn(items[id]!.fields['born']);
      return born && dateKey(born);
    };
    return { key, partners, status: status ?? 'married', facts, children: byBirth(children, date) };
  });
  const couplesOf = new Map<string, Couple[]>(people.map((id) => [id, []]));
  const originsOf = new Map<string, { couple: Couple; by: By }[]>(people.map((id) => [id, []]));
  for (const own of order) {
    for (const partner of own.partners) couplesOf.get(partner)!.push(own);
    for (const { id, by } of own.children) originsOf.get(id)!.push({ couple: own, by });
  }
  for (const origins of originsOf.values()) origins.sort((a, b) => Number(a.by !== 'birth') - Number(b.by !== 'birth'));
  return { people, couples: order, couplesOf, originsOf, circles, crowded };
}

/** Sorted by date where both have one; those without keep their place after the one before them. */
function byBirth<T>(children: readonly T[], date: (child: T) => number | undefined): T[] {
  let last = Number.NEGATIVE_INFINITY;
  const keyed = children.map((child, i) => {
    const own = date(child);
    last = own ?? last;
    return { child, key: own ?? last, i };
  });
  return keyed.sort((a, b) => a.key - b.key || a.i - b.i).map(({ child }) => child);
}

/** Leaves out the links by which somebody would be their own ancestor. */
function cutCircles(people: readonly string[], parents: Map<string, Map<By, string[]>>): string[][] {
  const circles: string[][] = [];
  const state = new Map<string, 'open' | 'done'>();
  const parentsOf = (id: string) =>
    [...(parents.get(id) ?? [])].flatMap(([by, list]) => list.map((parent) => ({ by, parent })));
  for (const start of people) {
    if (state.has(start)) continue;
    const path: { id: string; above: { by: By; parent: string }[]; next: number }[] = [];
    const open = (id: string) => {
      state.set(id, 'open');
      path.push({ id, above: parentsOf(id), next: 0 });
    };
    open(start);
    while (path.length > 0) {
      const at = path.at(-1)!;
      const link = at.above[at.next++];
      if (!link) {
        state.set(at.id, 'done');
        path.pop();
      } else if (state.get(link.parent) === 'open') {
        const from = path.findIndex(({ id }) => id === link.parent);
        circles.push([...path.slice(from).map(({ id }) => id), link.parent]);
        const list = parents.get(at.id)!.get(link.by)!;
        list.splice(list.indexOf(link.parent), 1);
      } else if (!state.has(link.parent)) open(link.parent);
    }
  }
  return circles;
}

/** Parents by birth only, as kinship counts them. */
export function birthParents({ originsOf }: Family, id: string): readonly string[] {
  const origin = originsOf.get(id)?.find(({ by }) => by === 'birth');
  return origin?.couple.partners ?? [];
}

export const sexOf = (item: Item | undefined): 'm' | 'f' | undefined => {
  const text = folded(item?.fields['sex'] ?? '');
  return /^(m|male|man|boy)$/.test(text) ? 'm' : /^(f|w|female|woman|girl)$/.test(text) ? 'f' : undefined;
};
