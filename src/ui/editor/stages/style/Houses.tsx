/** House styles to choose from, each with its colour variants; seen on the chart while pointed at or in focus. */
import { type House, houses } from '../../../../core/style';
import { change, tryOut } from '../../state/store';
import { words } from '../../words';

const families = houses.filter(({ id, of }) => id === of).map(({ id }) => houses.filter(({ of }) => of === id));
/** Tiers shown of each. */
const SHOWN = [1, 2, 3, 4];

const trying = ({ id }: House) => {
  const set = { type: 'set-house' as const, house: id };
  return {
    onClick: () => change(set),
    onMouseEnter: () => tryOut(set),
    onMouseLeave: () => tryOut(null),
    onFocus: () => tryOut(set),
    onBlur: () => tryOut(null),
  };
};

export function Houses({ house }: { house: string }) {
  return (
    <ul className="grid grid-cols-2 gap-1.5 px-3.5">
      {families.map((variants) => {
        const own = variants.find(({ id }) => id === house);
        const shown = own ?? variants[0]!;
        return (
          <li
            key={shown.of}
            className={`rounded border ${own ? 'border-plum outline-1 outline-plum' : 'border-rule hover:border-plum'}`}
          >
            <button
              type="button"
              aria-pressed={own !== undefined}
              {...trying(shown)}
              className="w-full p-1.5 pb-0.5 text-left text-[13px]"
            >
              <span
                className="mb-1 flex h-4 gap-px overflow-hidden border border-rule p-px"
                style={{ backgroundColor: shown.sheet }}
                aria-hidden
              >
                {SHOWN.map((tier) => (
                  <span key={tier} className="flex-1" style={{ backgroundColor: shown.look(tier).fill }} />
                ))}
              </span>
              {shown.name}
            </button>
            <div className="flex gap-1 px-1.5 pb-1.5">
              {variants.map((variant) => (
                <button
                  key={variant.id}
                  type="button"
                  title={variant.variant}
                  aria-label={words.style.variant(variant.name, variant.variant)}
                  aria-pressed={variant.id === house}
                  {...trying(variant)}
                  className={`flex h-6 w-6 items-center justify-center rounded-full border-2 ${variant.id === house ? 'border-plum' : 'border-transparent hover:border-rule'}`}
                >
                  <span
                    className="h-4 w-4 overflow-hidden rounded-full border border-rule"
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
  );
}
