import { nanoid } from 'nanoid';
import { useId, useState } from 'react';
import { kinds } from '../../core/kinds';
import type { Understood } from '../../workers/compose.worker';
import { call } from '../shared/api';
import { Button, Dialog, Select } from '../shared/controls';
import { Understand } from '../shared/Understand';
import { words } from './words';

const HOUSE = 'fernhouse';

export function NewChart({ onClose }: { onClose: () => void }) {
  const [title, setTitle] = useState('');
  const [kindId, setKind] = useState(kinds[0]!.id);
  const [list, setList] = useState<{ text: string; understood: Understood | null }>({ text: '', understood: null });
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  // One key for the dialog: pressing twice makes one chart.
  const [key] = useState(nanoid);
  const field = useId();

  const make = async () => {
    if (title.trim() === '') return setWrong(words.dialog.needsTitle);
    setBusy(true);
    const { text, understood } = list;
    const body = { title, kind: kindId, ...(understood && { list: text, form: understood.form }) };
    const answer = await call<{ id: string }>('POST', '/api/charts', body, { 'idempotency-key': key });
    if (answer.ok) location.assign(`/chart/${answer.value.id}`);
    else {
      setBusy(false);
      setWrong(answer.detail);
    }
  };
  return (
    <Dialog title={words.dialog.title} onClose={onClose} wide>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        <label htmlFor={field} className="text-quiet">
          {words.dialog.name}
        </label>
        <input
          id={field}
          data-first
          className="field w-[380px]"
          maxLength={200}
          placeholder={words.dialog.namePlaceholder}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
        {kinds.length > 1 && (
          <div className="flex w-52">
            <Select
              label={words.dialog.kind}
              value={kindId}
              options={kinds.map((kind) => ({ value: kind.id, label: kind.words.name }))}
              onChange={setKind}
            />
          </div>
        )}
        <p className="text-[13px] text-quiet">{kinds.find((kind) => kind.id === kindId)!.words.about}</p>
      </div>
      <Understand kindId={kindId} house={HOUSE} onUnderstood={(understood, text) => setList({ understood, text })} />
      <footer className="flex items-center justify-end gap-3 border-t border-rule px-5 py-3">
        <p role="alert" className="mr-auto text-wrong">
          {wrong}
        </p>
        <Button
          tone="strong"
          disabled={busy || (list.text.trim() !== '' && !list.understood)}
          onClick={() => void make()}
        >
          {list.text.trim() === '' ? words.dialog.makeEmpty : words.dialog.make}
        </Button>
      </footer>
    </Dialog>
  );
}
