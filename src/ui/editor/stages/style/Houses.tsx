/** House styles to choose from, each with its colour variants; seen on the chart while pointed at or in focus. */
import type { KeyboardEvent } from 'react';
import type { Chart } from '../../../../core/chart';
import { FONTS, fontName } from '../../../../core/faces';
import { type House, houseFor, houses, leastApart } from '../../../../core/style';
import { Button, ColourField, FileButton, Row, Select } from '../../../shared/controls';
import { colourOfFile, PICTURE_TYPES } from '../../pictures';
import { change, say, tryOut } from '../../state/store';
import { words } from '../../words';

const families = houses.filter(({ id, of }) => id === of).map(({ id }) => houses.filter(({ of }) => of === id));
/** Tiers shown of each. */
const SHOWN = [1, 2, 3, 4];

/** @param shipped with the colours that ship rather than those the chart has */
const trying = ({ id }: House, shipped: boolean) => {
  const set = { type: 'set-house' as const, house: id, ...(shipped && { brand: null }) };
  return {
    onClick: () => change(set),
    onMouseEnter: () => tryOut(set),
    onMouseLeave: () => tryOut(null),
    onFocus: () => tryOut(set),
    onBlur: () => tryOut(null),
  };
};

export function Houses({ chart }: { chart: Pick<Chart, 'house' | 'brand' | 'font'> }) {
  const { house, brand } = chart;
  return (
    <>
      <ul className="grid grid-cols-2 gap-1.5 px-3.5" aria-label={words.style.housesHelp} onKeyDown={walk}>
        {families.map((variants) => {
          const own = variants.find(({ id }) => id === house);
          const shown =
            own && brand === undefined
              ? own
              : houseFor({ house: (own ?? variants[0]!).id, ...(brand !== undefined && { brand }) });
          return (
            <li
              key={shown.of}
              className={`rounded border ${own ? 'border-plum outline-1 outline-plum' : 'border-rule hover:border-plum'}`}
            >
              <span
                className="mx-1.5 mt-1.5 flex h-4 gap-px overflow-hidden border border-rule p-px"
                style={{ backgroundColor: shown.sheet }}
                aria-hidden
              >
                {SHOWN.map((tier) => (
                  <span key={tier} className="flex-1" style={{ backgroundColor: shown.look(tier).fill }} />
                ))}
              </span>
              <div className="flex items-center pr-1">
                <button
                  type="button"
                  aria-pressed={own !== undefined}
                  tabIndex={own ? 0 : -1}
                  {...trying(own ?? variants[0]!, false)}
                  className="min-h-[30px] min-w-0 flex-1 rounded px-1.5 text-left text-[13px] whitespace-nowrap"
                >
                  {shown.name}
                </button>
                {variants.map((variant) => (
                  <button
                    key={variant.id}
                    type="button"
                    title={variant.variant}
                    aria-label={words.style.variant(variant.name, variant.variant)}
                    aria-pressed={variant.id === house && brand === undefined}
                    tabIndex={-1}
                    {...trying(variant, true)}
                    className={`flex h-[24px] w-[24px] flex-none items-center justify-center rounded-full border-2 ${variant.id === house && brand === undefined ? 'border-plum' : 'border-transparent hover:border-rule'}`}
                  >
                    <span
                      className="h-3.5 w-3.5 rounded-full border border-rule"
                      style={{
                        background: `linear-gradient(90deg, ${variant.look(1).fill} 50%, ${variant.look(3).fill} 50%)`,
                      }}
                    />
                  </button>
                ))}
              </div>
            </li>
          );
        })}
      </ul>
      <OwnColour chart={chart} />
      <FontChoice chart={chart} />
    </>
  );
}

/** Of all these buttons one is reached by Tab; arrow keys go from one to the next. */
function walk(event: KeyboardEvent<HTMLElement>): void {
  const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
  if (!by) return;
  event.preventDefault();
  const all = [...event.currentTarget.querySelectorAll('button')];
  all[all.indexOf(document.activeElement as HTMLButtonElement) + by]?.focus();
}

const TIERS = [1, 2, 3, 4, 5, 6];

/** All colours from one, such as that of an organisation's sign; with how well tiers are then told apart. */
function OwnColour({ chart }: { chart: Pick<Chart, 'house' | 'brand'> }) {
  const { house, brand } = chart;
  const own = houseFor(chart);
  const apart = brand === undefined ? undefined : leastApart(TIERS.map((tier) => own.look(tier).fill));
  return (
    <div className="px-3.5 pt-1.5">
      <Row
        label={words.style.brand}
        hint={
          brand !== undefined && (
            <Button tone="quiet" onClick={() => change({ type: 'set-house', house, brand: null })}>
              {words.style.brandBack}
            </Button>
          )
        }
      >
        {(id) => (
          <ColourField
            id={id}
            value={brand ?? own.look(1).fill}
            onChange={(to) => change({ type: 'set-house', house, brand: to }, 'brand')}
          />
        )}
      </Row>
      <FileButton
        label={words.style.brandPicture}
        accept={PICTURE_TYPES}
        onFile={async (file) => {
          const colour = await colourOfFile(file);
          if (!colour) return say(words.style.brandNone);
          if (change({ type: 'set-house', house, brand: colour })) say(words.style.brandTaken(colour), true);
        }}
      />
      <p className="text-xs text-quiet">
        {apart ? words.style.brandApart(apart.least, words.style.visions[apart.vision]) : words.style.brandAbout}
      </p>
    </div>
  );
}

const AS_IT_COMES = '';

/** The font of all words on the page at once: items, lines, title, key, enclosures, notes. */
function FontChoice({ chart }: { chart: Pick<Chart, 'house' | 'font'> }) {
  return (
    <div className="px-3.5">
      <Row label={words.style.oneFont}>
        {(id) => (
          <Select
            id={id}
            value={chart.font ?? AS_IT_COMES}
            options={[
              { value: AS_IT_COMES, label: words.style.fontOfHouse },
              ...FONTS.map((value) => ({ value, label: words.style.fonts[value], about: fontName(value) })),
            ]}
            onChange={(font) =>
              change({ type: 'set-house', house: chart.house, font: font === AS_IT_COMES ? null : font })
            }
          />
        )}
      </Row>
    </div>
  );
}
