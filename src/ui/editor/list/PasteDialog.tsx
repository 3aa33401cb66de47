import { useState } from 'react';
import { treeOf } from '../../../core/chart';
import { Button, Choices } from '../../shared/controls';
import { Dialog } from '../../shared/Dialog';
import { type Taken, Understand } from '../../shared/Understand';
import { change, say, select, useEditor } from '../state/store';
import { words } from '../words';
import { asChanges, type Place } from './taking-in';

/** The day by the clock of whoever works here. */
export const today = (): string => new Date().toLocaleDateString('sv-SE');

export function PasteDialog({
  initial,
  file,
  onClose,
}: {
  initial: string;
  /** Dropped on the list. */
  file?: File | undefined;
  onClose: () => void;
}) {
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
    const day = place === 'replace' ? [{ type: 'set-listed', day: today() } as const] : [];
    if (!change({ type: 'group', changes: [...changes, ...day] })) return;
    select(first ?? null);
    say(words.paste.taken(understood.list.items.length), true);
    onClose();
  };
  return (
    <Dialog title={words.paste.title} onClose={onClose} wide>
      <Understand kindId={chart.kind} house={chart.house} initial={initial} file={file} onUnderstood={setTaken} />
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
