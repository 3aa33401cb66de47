/** Pictures in items: of the whole chart, and of what is selected. */
import { type Chart, type Item, STAND_INS } from '../../../../core/chart';
import { SYMBOL_SIZE, symbolIds, symbols } from '../../../../core/symbols';
import { Button, Choices, FileButton, Tick } from '../../../shared/controls';
import { Fold } from '../../../shared/Fold';
import { bringPicture, PICTURE_TYPES, pictured } from '../../pictures';
import { change, tryOut, useEditor, useSelection } from '../../state/store';
import { words } from '../../words';

type StandIn = (typeof STAND_INS)[number] | 'none';

/** Whether pictures are shown, and what stands where there is none. */
export function PicturesForm() {
  const pictures = useEditor((state) => state.chart.pictures) ?? {};
  const { hidden = false, standIn = 'none' } = pictures;
  const set = (part: { hidden?: boolean; standIn?: StandIn }) => {
    const next: { hidden: boolean; standIn: StandIn } = { hidden, standIn, ...part };
    const value: NonNullable<Chart['pictures']> = {
      ...(next.hidden && { hidden: true }),
      ...(next.standIn !== 'none' && { standIn: next.standIn }),
    };
    return { type: 'set-pictures', pictures: Object.keys(value).length > 0 ? value : null } as const;
  };
  return (
    <div className="px-3.5 pb-1">
      <Tick label={words.pictures.shown} value={!hidden} onChange={(on) => change(set({ hidden: !on }))} />
      {!hidden && (
        <Choices<StandIn>
          legend={words.pictures.standIn}
          value={standIn}
          options={(['none', ...STAND_INS] as const).map((value) => ({ value, label: words.pictures.standIns[value] }))}
          onChoose={(to) => change(set({ standIn: to }))}
          onTry={(to) => tryOut(to && set({ standIn: to }))}
        />
      )}
      <p className="pt-1 text-xs text-quiet">{words.pictures.about}</p>
    </div>
  );
}

const groups = [...new Set(symbolIds.map((id) => symbols[id].group))];

/** The picture of what is selected: a file, a symbol, or none. */
export function ItemPicture({ item }: { item: Item }) {
  const ids = useSelection();
  const name = ids.length > 1 ? words.style.selected(ids.length) : item.fields['name'] || words.list.line(0);
  const own = item.picture && 'symbol' in item.picture ? item.picture.symbol : undefined;
  return (
    <Fold name="picture" title={words.pictures.of(name)} className="mx-3.5 mt-2 rounded border border-rule">
      <div className="flex flex-wrap items-center gap-1.5 px-2.5 pb-1">
        <FileButton
          label={words.pictures.choose}
          accept={PICTURE_TYPES}
          onFile={(file) => void bringPicture(file, ids)}
        />
        {item.picture && <Button onClick={() => change(pictured(ids, null))}>{words.pictures.remove}</Button>}
      </div>
      <p className="px-2.5 text-xs text-quiet">{words.pictures.ways}</p>
      <div className="relative max-h-64 overflow-auto px-2.5 pb-2">
        {groups.map((group) => (
          <fieldset key={group} className="pt-1.5">
            <legend className="text-xs text-quiet">{group}</legend>
            <div className="grid grid-cols-[repeat(auto-fill,minmax(34px,1fr))] gap-1">
              {symbolIds
                .filter((id) => symbols[id].group === group)
                .map((id) => (
                  <button
                    key={id}
                    type="button"
                    aria-label={symbols[id].name}
                    title={symbols[id].name}
                    aria-pressed={own === id}
                    className={`flex h-[34px] items-center justify-center rounded border hover:bg-tint ${own === id ? 'border-plum bg-tint' : 'border-rule bg-sheet'}`}
                    onClick={() => change(pictured(ids, own === id ? null : { symbol: id }))}
                    onMouseEnter={() => tryOut(pictured(ids, { symbol: id }))}
                    onMouseLeave={() => tryOut(null)}
                    onFocus={() => tryOut(pictured(ids, { symbol: id }))}
                    onBlur={() => tryOut(null)}
                  >
                    <svg width={20} height={20} viewBox={`0 0 ${SYMBOL_SIZE} ${SYMBOL_SIZE}`} aria-hidden>
                      <path
                        d={symbols[id].d}
                        fill="none"
                        stroke="currentColor"
                        strokeWidth={2}
                        strokeLinecap="round"
                        strokeLinejoin="round"
                      />
                    </svg>
                  </button>
                ))}
            </div>
          </fieldset>
        ))}
      </div>
    </Fold>
  );
}
