import { nanoid } from 'nanoid';
import { useState } from 'react';
import { type Change, type Chart, firstOrders, type NewItem, ordersAfter, setsOf, treeOf } from '../../../core/chart';
import { folded, type ListRead } from '../../../core/list';
import { Button, Choices, Dialog } from '../../shared/controls';
import { type Taken, Understand } from '../../shared/Understand';
import { change, say, select, useEditor } from '../state/store';
import { words } from '../words';

type Place = 'replace' | 'under' | 'top';

/** What was read, with ids of its own, hung under a parent behind what is there. */
function asChanges(
  list: ListRead,
  chart: Chart,
  place: Place,
  selected: string | null,
): { changes: Change[]; first: string | undefined } {
  const parent = place === 'under' ? selected : null;
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
    changes.push(...treeOf(chart.items).tops.map((id): Change => ({ type: 'remove-branch', id })), {
      type: 'set-sets',
      put: [],
      remove: Object.keys(chart.sets),
    });
  changes.push({ type: 'add-items', items, ...(links.length > 0 && { links }) });
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

export function PasteDialog({ initial, onClose }: { initial: string; onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const [taken, setTaken] = useState<Taken | null>(null);
  const understood = taken?.understood ?? null;
  const { tops } = treeOf(chart.items);
  const under = selected === null ? undefined : chart.items[selected]?.fields['name'];
  const [place, setPlace] = useState<Place>(tops.length > 0 && initial !== '' && under ? 'under' : 'replace');

  const take = () => {
    if (!understood) return;
    const { changes, first } = asChanges(understood.list, chart, place, selected);
    if (!change({ type: 'group', changes })) return;
    select(first ?? null);
    say(words.paste.taken(understood.list.items.length), true);
    onClose();
  };
  return (
    <Dialog title={words.paste.title} onClose={onClose} wide>
      <Understand kindId={chart.kind} house={chart.house} initial={initial} onUnderstood={setTaken} />
      <footer className="flex items-center justify-end gap-4 border-t border-rule px-5 py-3">
        {tops.length > 0 && (
          <Choices
            legend={words.paste.where}
            hideLegend
            value={place}
            onChoose={setPlace}
            options={[
              { value: 'replace', label: words.paste.replace },
              ...(under ? [{ value: 'under' as const, label: words.paste.under(under) }] : []),
              { value: 'top', label: words.paste.atTop },
            ]}
          />
        )}
        <Button tone="strong" disabled={!understood} onClick={take}>
          {words.paste.take}
        </Button>
      </footer>
    </Dialog>
  );
}
