/** Some parts of a look, each of which can be left to what it would be otherwise. */
import { DASHES, type Look, type LookPatch, SHAPES } from '../../../../core/chart';
import { ColourField, NumberField, Row, Select } from '../../../shared/controls';
import { words } from '../../words';

const PARTS = [
  'fill',
  'ink',
  'edge',
  'edgeDash',
  'edgeWidth',
  'shape',
  'opacity',
  'weight',
  'slant',
  'size',
  'lineColour',
  'lineDash',
] as const satisfies readonly (keyof Look)[];
type Part = (typeof PARTS)[number];
const WEIGHTS = ['400', '600', '700'] as const;

const listed = <T extends string>(values: readonly T[], labels: Record<T, string>) =>
  values.map((value) => ({ value, label: labels[value] }));

/** @param look what it is like otherwise: parts that are added begin so */
export function LookParts({
  patch,
  look,
  onChange,
}: {
  patch: LookPatch;
  look: Look;
  onChange: (patch: LookPatch) => void;
}) {
  const set = (part: LookPatch) => onChange({ ...patch, ...part });
  const chosen = PARTS.filter((part) => patch[part] !== undefined);
  const field = (part: Part, id: string) => {
    switch (part) {
      case 'fill':
      case 'ink':
      case 'edge':
      case 'lineColour':
        return <ColourField id={id} value={patch[part]!} onChange={(to) => set({ [part]: to })} />;
      case 'edgeDash':
      case 'lineDash':
        return (
          <Select
            id={id}
            value={patch[part]!}
            options={listed(DASHES, words.style.dashes)}
            onChange={(to) => set({ [part]: to })}
          />
        );
      case 'shape':
        return (
          <Select
            id={id}
            value={patch.shape!}
            options={listed(SHAPES, words.style.shapes)}
            onChange={(shape) => set({ shape })}
          />
        );
      case 'weight':
        return (
          <Select
            id={id}
            value={String(patch.weight) as (typeof WEIGHTS)[number]}
            options={WEIGHTS.map((value) => ({ value, label: words.style.weights[Number(value) as Look['weight']] }))}
            onChange={(to) => set({ weight: Number(to) as Look['weight'] })}
          />
        );
      case 'slant':
        return (
          <input
            id={id}
            type="checkbox"
            className="size-4 accent-plum"
            checked={patch.slant}
            onChange={({ target }) => set({ slant: target.checked })}
          />
        );
      case 'opacity':
        return (
          <NumberField
            id={id}
            value={Math.round(patch.opacity! * 100)}
            least={0}
            most={100}
            step={5}
            unit="%"
            onChange={(to) => set({ opacity: to / 100 })}
          />
        );
      case 'edgeWidth':
        return (
          <NumberField
            id={id}
            value={patch.edgeWidth!}
            least={0}
            most={6}
            step={0.25}
            unit="pt"
            onChange={(edgeWidth) => set({ edgeWidth })}
          />
        );
      case 'size':
        return (
          <NumberField
            id={id}
            value={patch.size!}
            least={5}
            most={48}
            step={0.5}
            unit="pt"
            onChange={(size) => set({ size })}
          />
        );
    }
  };
  return (
    <>
      {chosen.map((part) => (
        <Row
          key={part}
          label={words.style[part]}
          hint={
            <button
              type="button"
              aria-label={words.rules.without(words.style[part])}
              title={words.rules.without(words.style[part])}
              className="h-6 w-6 flex-none rounded hover:bg-tint"
              onClick={() => {
                const { [part]: _, ...rest } = patch;
                onChange(rest);
              }}
            >
              ×
            </button>
          }
        >
          {(id) => field(part, id)}
        </Row>
      ))}
      {chosen.length < PARTS.length && (
        <select
          aria-label={words.rules.addPart}
          className="field mt-1 text-[13px]"
          value=""
          onChange={({ target }) => set({ [target.value]: look[target.value as Part] })}
        >
          <option value="">{words.rules.addPart}</option>
          {PARTS.filter((part) => !chosen.includes(part)).map((part) => (
            <option key={part} value={part}>
              {words.style[part]}
            </option>
          ))}
        </select>
      )}
    </>
  );
}
