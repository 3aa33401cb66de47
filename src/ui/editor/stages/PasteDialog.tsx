import { nanoid } from 'nanoid';
import { useState } from 'react';
import { type Change, firstOrders, type Item, type NewItem, treeOf } from '../../../core/chart';
import type { Understood } from '../../../workers/compose.worker';
import { Button, Choices, Dialog } from '../../shared/controls';
import { Understand } from '../../shared/Understand';
import { change, say, select, useEditor } from '../state/store';
import { words } from '../words';

type Place = 'replace' | 'under' | 'top';

/** What was read with ids of its own, hung under a parent behind what is there. */
function asNew(items: readonly Item[], parent: string | null): NewItem[] {
  const fresh = new Map(items.map((item) => [item.id, nanoid(12)]));
  const orders = firstOrders(items.length);
  return items.map((item, i) => {
    const { order: _, ...rest } = item;
    const id = fresh.get(item.id)!;
    // Tops go behind what is there, wherever that ends; below them the order of the text stands.
    return item.parent === null
      ? { ...rest, id, parent }
      : { ...rest, id, parent: fresh.get(item.parent)!, order: orders[i]! };
  });
}

export function PasteDialog({ initial, onClose }: { initial: string; onClose: () => void }) {
  const chart = useEditor((state) => state.chart);
  const selected = useEditor((state) => state.selected);
  const [understood, setUnderstood] = useState<Understood | null>(null);
  const { tops } = treeOf(chart.items);
  const under = selected === null ? undefined : chart.items[selected]?.fields['name'];
  const [place, setPlace] = useState<Place>(tops.length > 0 && initial !== '' && under ? 'under' : 'replace');

  const take = () => {
    if (!understood) return;
    const items = asNew(understood.items, place === 'under' ? selected : null);
    const clear: Change[] = place === 'replace' ? tops.map((id) => ({ type: 'remove-branch', id })) : [];
    if (!change({ type: 'group', changes: [...clear, { type: 'add-items', items }] })) return;
    select(items[0]?.id ?? null);
    say(words.paste.taken(items.length), true);
    onClose();
  };
  return (
    <Dialog title={words.paste.title} onClose={onClose} wide>
      <Understand kindId={chart.kind} house={chart.house} initial={initial} onUnderstood={setUnderstood} />
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
