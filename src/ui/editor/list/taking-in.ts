/** What was read as changes: in place of the list, under a line, after a line, or behind what is there. */
import { nanoid } from 'nanoid';
import { type Change, type Chart, firstOrders, type NewItem, ordersAfter, setsOf } from '../../../core/chart';
import { folded, type ListRead } from '../../../core/list';

export type Place = 'replace' | 'under' | 'after' | 'top';

/** What was read, with ids of its own, hung under a parent behind what is there. */
export function asChanges(
  list: ListRead,
  chart: Chart,
  place: Place,
  selected: string | null,
): { changes: Change[]; first: string | undefined } {
  const beside = place === 'after' && selected !== null ? chart.items[selected] : undefined;
  const parent = place === 'under' ? selected : (beside?.parent ?? null);
  const fresh = new Map(list.items.map((item) => [item.id, nanoid(12)]));
  const orders = firstOrders(list.items.length);
  const items = list.items.map((item, i): NewItem => {
    const { order: _, ...rest } = item;
    const id = fresh.get(item.id)!;
    // Tops go behind what is there, wherever that ends; below them the order of the text stands.
    return item.parent === null
      ? { ...rest, id, parent }
      : { ...rest, id, parent: fresh.get(item.parent)!, order: orders[i]! };
  });
  const links = list.links.map((link) => ({
    ...link,
    id: nanoid(12),
    from: fresh.get(link.from)!,
    to: fresh.get(link.to)!,
  }));
  const changes: Change[] = [];
  if (place === 'replace')
    changes.push(
      ...(Object.keys(chart.items).length > 0
        ? [{ type: 'remove-lines', ids: Object.keys(chart.items) } as const]
        : []),
      { type: 'set-sets', put: [], remove: Object.keys(chart.sets) },
    );
  changes.push({ type: 'add-items', items, ...(links.length > 0 && { links }), ...(beside && { after: beside.id }) });
  // A set of the same name is the same set.
  const known = place === 'replace' ? [] : setsOf(chart);
  const after = ordersAfter(known, known.length - 1, list.sets.length);
  const put = list.sets.map((set, i) => {
    const same = known.find((other) => folded(other.name) === folded(set.name));
    const members = set.members.map((id) => fresh.get(id)!);
    return same
      ? { ...same, members: [...same.members, ...members] }
      : { id: nanoid(12), name: set.name, members, order: after[i]! };
  });
  if (put.length > 0) changes.push({ type: 'set-sets', put, remove: [] });
  if (list.arrangement) changes.push({ type: 'set-arrangement', arrangement: list.arrangement });
  return { changes, first: items[0]?.id };
}
