import { useEffect, useRef, useState } from 'react';
import { atLeast, type May } from '../../core/may';
import type { ChartCard } from '../../server/charts';
import { CardPicture } from '../shared/CardPicture';
import { Button } from '../shared/controls';
import type { KindWords } from './Home';
import { words } from './words';

const MINUTE = 60_000;
/** How long ago, in the coarsest unit that says something. */
function ago(iso: string): string {
  const minutes = Math.round((new Date(iso).getTime() - Date.now()) / MINUTE);
  const format = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });
  if (minutes > -1) return 'just now';
  if (minutes > -60) return format.format(minutes, 'minute');
  if (minutes > -60 * 24) return format.format(Math.round(minutes / 60), 'hour');
  return format.format(Math.round(minutes / 60 / 24), 'day');
}

interface Props {
  readonly card: ChartCard;
  readonly kind: KindWords | undefined;
  readonly bin: boolean;
  readonly chosen: boolean;
  readonly onChoose: (on: boolean) => void;
  readonly onRename: (title: string) => void;
  readonly onCopy: () => void;
  readonly onBin: () => void;
  readonly onRestore: () => void;
}

export function Card({ card, kind, bin, chosen, onChoose, onRename, onCopy, onBin, onRestore }: Props) {
  const [renaming, setRenaming] = useState(false);
  /** One's own charts say nothing of what one may do with them. */
  const may = (least: May) => card.may === undefined || atLeast(card.may, least);
  const about = (
    <p className="text-[13px] text-quiet">
      {kind?.name ?? card.kind} · {card.items} {card.items === 1 ? kind?.item : kind?.items} ·{' '}
      {words.changed(ago(card.changedAt))}
      {card.folder && ` · ${card.folder}`}
      {card.by && ` · ${words.by(card.by)}`}
    </p>
  );
  if (bin)
    return (
      <li className="flex flex-col gap-2 rounded border border-rule bg-sheet p-4">
        <p className="font-semibold">
          {card.trial === undefined ? card.title : `${card.title} · Trial: ${card.trial}`}
        </p>
        {about}
        <div>
          <Button onClick={onRestore}>{words.restore}</Button>
        </div>
      </li>
    );
  return (
    <li
      className={`relative flex flex-col overflow-hidden rounded border bg-sheet focus-within:border-plum hover:border-plum ${chosen ? 'border-plum outline-2 outline-plum' : 'border-rule'}`}
      onKeyDown={(event) => {
        if (event.target instanceof HTMLInputElement && event.target.type !== 'checkbox') return;
        if (event.key === 'F2' && may('edit')) setRenaming(true);
        else if (event.key === 'Delete' && may('own')) onBin();
        else if (event.key.toLowerCase() === 'x' && !event.ctrlKey && !event.metaKey) onChoose(!chosen);
        else return;
        event.preventDefault();
      }}
    >
      <label className="absolute top-2 right-2 z-10 grid size-7 cursor-pointer place-items-center rounded border border-rule bg-sheet">
        <input
          type="checkbox"
          className="size-4 accent-plum"
          aria-label={words.choose(card.title)}
          checked={chosen}
          onChange={(event) => onChoose(event.target.checked)}
        />
      </label>
      <a href={`/chart/${card.id}`} className="block border-b border-rule" tabIndex={-1} aria-label={card.title}>
        {/* The revision in the address: a picture is asked for again only when its chart changed. */}
        <CardPicture address={`/api/charts/${card.id}/picture?as=svg&r=${card.revision}`} />
      </a>
      <div className="flex flex-col gap-0.5 px-4 pt-3 pb-1">
        {renaming ? (
          <TitleField
            title={card.title}
            onDone={(title) => {
              setRenaming(false);
              if (title && title !== card.title) onRename(title);
            }}
          />
        ) : (
          <a
            data-card
            href={`/chart/${card.id}`}
            className="truncate rounded font-semibold hover:text-plum"
            title={card.title}
          >
            {card.trial === undefined ? card.title : `${card.title} · Trial: ${card.trial}`}
          </a>
        )}
        {about}
      </div>
      <div className="flex gap-1 px-2 pb-2">
        {may('edit') && (
          <Button tone="quiet" onClick={() => setRenaming(true)}>
            {words.rename}
          </Button>
        )}
        <Button tone="quiet" onClick={onCopy}>
          {words.copy}
        </Button>
        {may('own') && (
          <Button tone="quiet" onClick={onBin}>
            {words.toBin}
          </Button>
        )}
      </div>
    </li>
  );
}

function TitleField({ title, onDone }: { title: string; onDone: (title: string | null) => void }) {
  const ref = useRef<HTMLInputElement>(null);
  useEffect(() => ref.current?.select(), []);
  return (
    <input
      dir="auto"
      ref={ref}
      aria-label={words.rename}
      className="field"
      defaultValue={title}
      maxLength={200}
      onBlur={(event) => onDone(event.target.value.trim())}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') onDone(null);
      }}
    />
  );
}
