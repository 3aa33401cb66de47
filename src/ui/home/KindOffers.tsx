/** The kinds a list can become, the surest first, each with a small picture and why; what the others miss. */
import { useId } from 'react';
import { kinds } from '../../core/kinds';
import type { KindOffer } from '../../workers/compose.worker';
import { SmallPicture } from '../shared/SmallPicture';
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
    offers ?? kinds.map((kind) => ({ kindId: kind.id, sure: 1, why: kind.words.about, picture: null }));
  const nameOf = (id: string) => kinds.find((kind) => kind.id === id)?.words.name ?? id;
  const can = rows.filter(({ sure }) => sure > 0);
  const cannot = rows.filter(({ sure }) => sure === 0);
  return (
    <fieldset className="flex-none">
      <legend className="sr-only">{words.dialog.kind}</legend>
      <div className="flex flex-col">
        {can.map(({ kindId, why, picture }) => (
          <label
            key={kindId}
            className={`-mt-px flex cursor-pointer items-center gap-3 border px-2 py-1 first:rounded-t last:rounded-b has-focus-visible:outline-2 has-focus-visible:outline-plum ${
              kindId === chosen ? 'z-1 border-plum bg-tint' : 'border-rule bg-sheet hover:bg-tint'
            }`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              checked={kindId === chosen}
              onChange={() => onChoose(kindId)}
            />
            {offers && (
              <span className="h-[46px] w-[84px] flex-none bg-sheet">
                {picture && <SmallPicture scene={picture} label="" />}
              </span>
            )}
            <span className="min-w-0">
              <span className="block font-semibold">{nameOf(kindId)}</span>
              <span className="block text-xs text-quiet">{why}</span>
            </span>
          </label>
        ))}
      </div>
      {cannot.length > 0 && (
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
