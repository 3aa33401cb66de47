import { nanoid } from 'nanoid';
import { useEffect, useId, useMemo, useState } from 'react';
import { kinds, type Start } from '../../core/kinds';
import type { KindOffer } from '../../workers/compose.worker';
import { call } from '../shared/api';
import { composeWorker, newestOnly } from '../shared/composer';
import { Button } from '../shared/controls';
import { Dialog } from '../shared/Dialog';
import { kindFor } from '../shared/fields';
import { type Taken, Understand } from '../shared/Understand';
import { KindOffers, Starts } from './KindOffers';
import { words } from './words';

const HOUSE = 'fernhouse';

export function NewChart({ onClose }: { onClose: () => void }) {
  const [title, setTitle] = useState('');
  // Until the person chooses, the kind that the list most surely is.
  const [wanted, setWanted] = useState<string | null>(null);
  const [offers, setOffers] = useState<readonly KindOffer[] | null>(null);
  const [list, setList] = useState<{ text: string; taken: Taken | null }>({ text: '', taken: null });
  const [start, setStart] = useState<Start | null>(null);
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  // One key for the dialog: pressing twice makes one chart.
  const [key] = useState(nanoid);
  const field = useId();
  const ask = useMemo(
    () =>
      newestOnly(
        (text: string) => (text.trim() === '' ? Promise.resolve(null) : composeWorker().offers(text, HOUSE)),
        setOffers,
        (error) => setWrong((error as Error).message),
      ),
    [],
  );
  useEffect(() => ask(list.text), [ask, list.text]);
  const can = (id: string | null) =>
    id !== null && (!offers || offers.some((offer) => offer.kindId === id && offer.sure > 0));
  const kindId = can(wanted) ? wanted! : (offers?.[0]?.kindId ?? wanted ?? kinds[0]!.id);

  const make = async () => {
    setBusy(true);
    const { taken } = list;
    const body = {
      title: title.trim() || start?.title || words.dialog.untitled(kindFor(kindId).words.name),
      kind: kindId,
      ...(start?.matter && { matter: start.matter }),
      ...(taken && {
        list: taken.text,
        form: taken.understood.form,
        roles: taken.choices.roles,
        headings: taken.understood.list.headed,
      }),
    };
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
        <p className="text-[13px] text-quiet">{words.dialog.about}</p>
      </div>
      <Understand
        kindId={kindId}
        house={HOUSE}
        put={start?.list}
        top={
          <>
            <KindOffers offers={offers} chosen={kindId} onChoose={setWanted} />
            {!offers && (
              <Starts
                kindId={kindId}
                onStart={(chosen) => {
                  setWanted(kindId);
                  setStart(chosen);
                }}
              />
            )}
          </>
        }
        onUnderstood={(taken, text) => {
          setList({ taken, text });
          if (text === '') setStart(null);
        }}
      />
      <footer className="flex items-center justify-end gap-3 border-t border-rule px-5 py-3">
        <p role="alert" className="mr-auto text-wrong">
          {wrong}
        </p>
        <Button tone="strong" disabled={busy || (list.text.trim() !== '' && !list.taken)} onClick={() => void make()}>
          {list.text.trim() === '' ? words.dialog.makeEmpty : words.dialog.make}
        </Button>
      </footer>
    </Dialog>
  );
}
