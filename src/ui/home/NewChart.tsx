import { nanoid } from 'nanoid';
import { useEffect, useId, useMemo, useRef, useState } from 'react';
import { PICTURE_LIMIT, type Picture } from '../../core/chart';
import { kindsOnPage, type Start } from '../../core/kinds';
import type { KindOffer } from '../../workers/read.worker';
import { type Answer, call, send } from '../shared/api';
import { BEGIN } from '../shared/begin';
import { newestOnly, offerWorker } from '../shared/composer';
import { Button } from '../shared/controls';
import { Dialog } from '../shared/Dialog';
import { kindFor } from '../shared/fields';
import type { Pasted } from '../shared/pasted';
import { type Taken, Understand } from '../shared/Understand';
import { KindOffers, Starts } from './KindOffers';
import { words } from './words';

const HOUSE = 'fernhouse';

/** Pictures that came with a list, sent one after the other; those that are none are left out. */
async function sentPictures({ pictures, understood }: Taken): Promise<Record<string, Picture>> {
  const sent: Record<string, Picture> = {};
  for (const name of new Set(understood.pictured.values())) {
    const bytes = pictures?.get(name);
    if (!bytes || bytes.length > PICTURE_LIMIT) continue;
    const answer = await send<Picture>('/api/pictures', new Blob([bytes.slice()]));
    if (answer.ok) sent[name] = answer.value;
  }
  return sent;
}

/** @param pasted what was pasted before the dialog was there */
export function NewChart({ pasted, onClose }: { pasted?: Pasted | undefined; onClose: () => void }) {
  const [title, setTitle] = useState('');
  // Until the person chooses, the kind that the list most surely is.
  const [wanted, setWanted] = useState<string | null>(null);
  const [offered, setOffered] = useState<{ text: string; offers: readonly KindOffer[] | null } | null>(null);
  const offers = offered?.offers ?? null;
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
        async (text: string) => {
          const none = { text, offers: null };
          if (text.trim() === '') return none;
          try {
            return { text, offers: await offerWorker().offers(text, HOUSE) };
          } catch (error) {
            // Then the person says what it is.
            setWrong((error as Error).message);
            return none;
          }
        },
        setOffered,
        (error) => setWrong((error as Error).message),
      ),
    [],
  );
  useEffect(() => ask(list.text), [ask, list.text]);
  const can = (id: string | null) =>
    id !== null && (!offers || offers.some((offer) => offer.kindId === id && offer.sure > 0));
  const kindId = can(wanted) ? wanted! : (offers?.[0]?.kindId ?? wanted ?? kindsOnPage[0]!.id);

  const empty = list.text.trim() === '';
  // What it is a list of is waited for, unless the person says so: as another kind it would only be misread.
  const known = wanted !== null || offered?.text === list.text;
  const read = empty || (known && list.taken?.understood.kindId === kindId);
  // Asked for while the list is still being read: it is made as soon as it is understood.
  const [asked, setAsked] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const finish = (answer: Answer<{ id: string }>, begin: string) => {
    if (answer.ok) location.assign(`/chart/${answer.value.id}${begin}`);
    else {
      setBusy(false);
      setWrong(answer.detail);
    }
  };
  const make = async () => {
    if (busy) return;
    if (!read) return setAsked(true);
    setBusy(true);
    const { taken } = list;
    if (taken?.whole && taken.understood.kindId === kindId) {
      const named = title.trim() === '' ? '' : `?title=${encodeURIComponent(title.trim())}`;
      return finish(
        await send<{ id: string }>(
          `/api/charts${named}`,
          new Blob([taken.whole.slice()], { type: 'application/octet-stream' }),
        ),
        '',
      );
    }
    const kind = kindFor(kindId);
    const pictures = taken?.pictures && (await sentPictures(taken));
    const body = {
      title: title.trim() || start?.title || words.dialog.untitled(kind.words.name),
      kind: kindId,
      ...(start?.matter && { matter: start.matter }),
      ...(taken && {
        list: taken.text,
        form: taken.understood.form,
        roles: taken.choices.roles,
        headings: taken.understood.list.headed,
        ...(pictures && { pictures }),
      }),
    };
    finish(await call<{ id: string }>('POST', '/api/charts', body, { 'idempotency-key': key }), taken ? '' : BEGIN);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once it is read
  useEffect(() => {
    if (!asked || !read) return;
    setAsked(false);
    void make();
  }, [asked, read]);
  return (
    <Dialog title={words.dialog.title} onClose={onClose} onFinish={() => void make()} wide>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        <label htmlFor={field} className="text-quiet">
          {words.dialog.name}
        </label>
        <input
          dir="auto"
          id={field}
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
        pasted={pasted}
        top={
          <>
            <KindOffers offers={offers} chosen={kindId} onChoose={setWanted} />
            {!offers && (
              <Starts
                kindId={kindId}
                onStart={(chosen) => {
                  setWanted(kindId);
                  setStart(chosen);
                  // What was pressed is there no more; what comes next is this.
                  button.current?.focus();
                }}
              />
            )}
          </>
        }
        onUnderstood={(taken, text) => {
          // What was asked for was asked for this text; as which kind it is read may still be found out.
          if (text !== list.text) setAsked(false);
          setList({ taken, text });
          if (text === '') setStart(null);
        }}
      />
      <footer className="flex items-center justify-end gap-3 border-t border-rule px-5 py-3">
        <p role="alert" className="mr-auto text-wrong">
          {wrong}
        </p>
        <kbd className="text-xs text-quiet">{words.dialog.makeKeys}</kbd>
        <Button
          ref={button}
          tone="strong"
          disabled={busy || asked}
          aria-keyshortcuts="Control+Enter"
          onClick={() => void make()}
        >
          {empty ? words.dialog.makeEmpty : words.dialog.make}
        </Button>
      </footer>
    </Dialog>
  );
}
