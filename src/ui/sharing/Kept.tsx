/** Fields that those who may not edit never get. */
import type { Shares } from './shares';
import { words } from './words';

export interface KeptField {
  readonly value: string;
  readonly label: string;
}

export function Kept({ shares, fields }: { shares: Shares; fields: readonly KeptField[] }) {
  const { all = [] } = shares;
  if (all.length === 0) return null;
  const keepers = (field: string) => all.filter(({ without }) => without.includes(field)).length;
  const toggle = async (field: string) => {
    const keep = keepers(field) < all.length;
    for (const { id, without } of all) {
      const others = without.filter((one) => one !== field);
      await shares.change(id, { without: keep ? [...others, field] : others });
    }
  };
  const some = fields.some(({ value }) => keepers(value) > 0 && keepers(value) < all.length);
  return (
    <section aria-label={words.kept}>
      <h3 className="font-semibold">{words.kept}</h3>
      <p className="text-[13px] text-quiet">{words.keptAbout}</p>
      <div className="flex flex-wrap gap-x-4">
        {fields.map(({ value, label }) => (
          <label key={value} className="flex min-h-[28px] items-center gap-2 text-[13px]">
            <input
              type="checkbox"
              className="size-4 flex-none accent-plum"
              checked={keepers(value) === all.length}
              ref={(input) => {
                if (input) input.indeterminate = keepers(value) > 0 && keepers(value) < all.length;
              }}
              onChange={() => void toggle(value)}
            />
            <span dir="auto">{label}</span>
          </label>
        ))}
      </div>
      {some && <p className="text-[13px] text-quiet">{words.keptSome}</p>}
    </section>
  );
}
