/** The kinds a list can become, the surest first, each with a small picture and why; what the others miss. */
import { useId } from 'react';
import { kindsOnPage, type Start } from '../../core/kinds';
import type { KindOffer } from '../../workers/read.worker';
import { kindFor } from '../shared/fields';
import { SmallPicture } from '../shared/SmallPicture';
import { usePicture } from '../shared/usePicture';
import { words } from './words';

export function KindOffers({
  offers,
  chosen,
  onChoose,
}: {
  /** Null while there is no list: every kind can be begun. */
  offers: readonly KindOffer[] | null;
  chosen: string;
  onChoose: (kindId: string) => void;
}) {
  const name = useId();
  const rows: readonly KindOffer[] =
    offers ??
    kindsOnPage.map((kind) => ({ kindId: kind.id, sure: 1, why: kind.words.about, picture: null, refused: false }));
  const nameOf = (id: string) => kindsOnPage.find((kind) => kind.id === id)?.words.name ?? id;
  const can = rows.filter(({ sure }) => sure > 0);
  const cannot = rows.filter(({ sure }) => sure === 0);
  // Where no kind can take it for one reason, that is said once.
  const [first] = cannot;
  const shared = can.length === 0 && cannot.every(({ why }) => why === first?.why) ? first?.why : undefined;
  return (
    <fieldset className="flex-none">
      <legend className="sr-only">{words.dialog.kind}</legend>
      <div className="flex flex-col">
        {can.map(({ kindId, why, picture }) => (
          <label
            key={kindId}
            className={`relative -mt-px flex cursor-pointer items-center gap-3 border px-2 py-1 first:rounded-t last:rounded-b has-focus-visible:outline-2 has-focus-visible:outline-plum ${
              kindId === chosen ? 'z-1 border-plum bg-tint' : 'border-rule bg-sheet hover:bg-tint'
            }`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              {...(kindId === chosen && { 'data-first': true })}
              checked={kindId === chosen}
              onChange={() => onChoose(kindId)}
            />
            <span className={`flex-none bg-sheet ${offers ? 'h-[46px] w-[84px]' : 'h-[60px] w-[104px]'}`}>
              {offers ? picture && <SmallPicture scene={picture} label="" /> : <Example kindId={kindId} />}
            </span>
            <span className="min-w-0">
              <span className="block font-semibold">{nameOf(kindId)}</span>
              <span className="block text-xs text-quiet">{why}</span>
              {!offers && <span className="block text-xs text-ink">{kindFor(kindId).words.when}</span>}
            </span>
          </label>
        ))}
      </div>
      {/* What can't be read at all is said where the list would stand. */}
      {shared !== undefined && !first!.refused && (
        <p role="status" className="rounded border border-rule bg-sheet px-3 py-2">
          {shared} {words.dialog.chooseNames}
        </p>
      )}
      {cannot.length > 0 && shared === undefined && (
        <ul className="pt-2 text-xs text-quiet">
          {cannot.map(({ kindId, why }) => (
            <li key={kindId}>
              <span className="font-semibold">{nameOf(kindId)}:</span> {why}
            </li>
          ))}
        </ul>
      )}
    </fieldset>
  );
}

/** What charts of a kind look like, by the first of its starts. */
function Example({ kindId }: { kindId: string }) {
  const scene = usePicture(kindId, kindFor(kindId).starts[0]!.list);
  return scene && <SmallPicture scene={scene} label="" />;
}

/** Ready lists of a kind to begin from, each with its picture. */
export function Starts({ kindId, onStart }: { kindId: string; onStart: (start: Start) => void }) {
  const kind = kindFor(kindId);
  return (
    <section aria-label={words.dialog.starts}>
      <h3 className="pb-1 text-[13px] text-quiet">{words.dialog.starts}</h3>
      <ul className="grid grid-cols-3 gap-2">
        {kind.starts.map((start) => (
          <li key={start.id}>
            <button
              type="button"
              className="flex h-full w-full flex-col rounded border border-rule bg-sheet p-2 text-left hover:border-plum hover:bg-tint"
              onClick={() => onStart(start)}
            >
              <StartPicture kindId={kindId} start={start} />
              <span className="pt-1 text-[13px] font-semibold">{start.title}</span>
              <span className="text-xs text-quiet">{start.about}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function StartPicture({ kindId, start }: { kindId: string; start: Start }) {
  const scene = usePicture(kindId, start.list);
  return <span className="h-[84px]">{scene && <SmallPicture scene={scene} label="" />}</span>;
}
