/** From people and who belongs to whom, as tables and files say it, to the lines and links of a list. */
import { firstOrders, type Item, type Link } from '../../chart';
import type { CoupleFacts } from './couple-facts';
import { type By, coupleKey, type Status } from './family';

export interface PersonRecord {
  readonly id: string;
  readonly fields: Readonly<Record<string, string>>;
  readonly parents: readonly { readonly id: string; readonly by: By }[];
}
export interface PairRecord {
  readonly a: string;
  readonly b: string;
  /** Undefined where only a child says that they belong together. */
  readonly status: Status | undefined;
  /** When and where they married, when they parted. */
  readonly facts?: CoupleFacts | undefined;
}

const relationWord = (by: By) => (by === 'birth' ? '' : by);

/**
 * Lines for people. Somebody without parents of their own stands as a partner under the first person they belong to, so
 * that the couple's children can stand under both; what has no place in the tree becomes a link.
 */
export function listOf(
  people: readonly PersonRecord[],
  pairs: readonly PairRecord[],
  newId: () => string,
): { items: Item[]; links: Link[] } {
  const byId = new Map(people.map((person) => [person.id, person]));
  const place = new Map(people.map(({ id }, i) => [id, i]));
  const hasParents = (id: string) => byId.get(id)!.parents.length > 0;
  const couples = new Map<string, PairRecord>();
  const remember = (a: string, b: string, status: Status | undefined, facts: CoupleFacts = {}) => {
    const key = coupleKey(a, b);
    const before = couples.get(key);
    couples.set(key, {
      a: before?.a ?? a,
      b: before?.b ?? b,
      status: status ?? before?.status,
      facts: { ...before?.facts, ...facts },
    });
  };
  for (const { a, b, status, facts } of pairs) if (a !== b) remember(a, b, status, facts);
  for (const { parents } of people)
    for (const by of new Set(parents.map((parent) => parent.by))) {
      const [a, b] = parents.filter((parent) => parent.by === by).map(({ id }) => id);
      if (a !== undefined && b !== undefined && a !== b) remember(a, b, undefined);
    }

  const parent = new Map<string, string>();
  const relation = new Map<string, string>();
  const isUnder = (id: string, above: string) => {
    for (let at: string | undefined = id; at !== undefined; at = parent.get(at)) if (at === above) return true;
    return false;
  };
  /** Partner to the person under whom they stand. */
  const guest = new Map<string, string>();
  for (const { a, b, status } of couples.values()) {
    const first = hasParents(a) !== hasParents(b) ? (hasParents(a) ? a : b) : place.get(a)! <= place.get(b)! ? a : b;
    const second = first === a ? b : a;
    if (hasParents(second) || guest.has(second) || isUnder(first, second)) continue;
    guest.set(second, first);
    parent.set(second, first);
    relation.set(second, status ?? 'partner');
  }
  const links: Link[] = [];
  const link = (from: string, to: string, role: string, fields: Record<string, string>) =>
    links.push({ id: newId(), from, to, role, ...(Object.keys(fields).length > 0 && { fields }) });
  for (const { id, parents } of people) {
    const kinds = [...new Set(parents.map(({ by }) => by))];
    for (const [i, by] of kinds.entries()) {
      // A child stands under the parent who comes first in the list, as it does in what we write.
      const own = parents
        .filter((one) => one.by === by)
        .map((one) => one.id)
        .sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
      const [a, b] = own;
      const host = b === undefined ? a! : guest.get(b) === a ? b : guest.get(a!) === b ? a! : a!;
      const whole = b !== undefined && (guest.get(host) === a || guest.get(host) === b);
      const inTree = i === 0 && !guest.has(id) && !isUnder(host, id);
      // A partner's line alone says both parents: somebody with only that parent known gets a link instead.
      if (inTree && (whole || !guest.has(host))) {
        parent.set(id, host);
        if (relationWord(by)) relation.set(id, relationWord(by));
        for (const other of whole ? own.slice(2) : own.filter((one) => one !== host))
          link(id, other, 'child-of', byField(by));
      } else for (const one of own) link(id, one, 'child-of', byField(by));
    }
  }
  for (const { a, b, status, facts = {} } of couples.values()) {
    const inTree = guest.get(b) === a || guest.get(a) === b;
    if (inTree ? Object.keys(facts).length > 0 : status !== undefined)
      link(a, b, 'partner', { status: status ?? 'partner', ...facts });
  }
  const orders = firstOrders(people.length);
  const items = people.map(({ id, fields }, i): Item => {
    const word = relation.get(id);
    return {
      id,
      parent: parent.get(id) ?? null,
      order: orders[i]!,
      fields: { ...fields, ...(word && { relation: word }) },
    };
  });
  return { items, links };
}

const byField = (by: By): Record<string, string> => (by === 'birth' ? {} : { by });
