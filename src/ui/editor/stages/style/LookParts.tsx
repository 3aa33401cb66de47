/** Some parts of a look, each of which can be left to what it would be otherwise. */
import type { Look, LookPatch } from '../../../../core/chart';
import { Row } from '../../../shared/controls';
import { words } from '../../words';
import { LookControl, type Part } from './LookField';

const PARTS: readonly Part[] = [
  'fill',
  'ink',
  'edge',
  'edgeDash',
  'edgeWidth',
  'edgeDouble',
  'shadow',
  'shape',
  'opacity',
  'weight',
  'slant',
  'font',
  'size',
  'pictureSize',
  'crop',
  'lineColour',
  'lineDash',
];

/** @param look what it is like otherwise: parts that are added begin so */
export function LookParts({
  patch,
  look,
  onChange,
  parts = PARTS,
}: {
  patch: LookPatch;
  look: Look;
  onChange: (patch: LookPatch) => void;
  parts?: readonly Part[];
}) {
  const chosen = parts.filter((part) => patch[part] !== undefined);
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
              className="h-[24px] w-[24px] flex-none rounded hover:bg-tint"
              onClick={() => {
                const { [part]: _, ...rest } = patch;
                onChange(rest);
              }}
            >
              ×
            </button>
          }
        >
          {(id) => (
            <LookControl part={part} id={id} value={patch[part]!} onPatch={(own) => onChange({ ...patch, ...own })} />
          )}
        </Row>
      ))}
      {chosen.length < parts.length && (
        <select
          aria-label={words.rules.addPart}
          className="field mt-1 text-[13px]"
          value=""
          onChange={({ target }) => onChange({ ...patch, [target.value]: look[target.value as Part] })}
        >
          <option value="">{words.rules.addPart}</option>
          {parts
            .filter((part) => !chosen.includes(part))
            .map((part) => (
              <option key={part} value={part}>
                {words.style[part]}
              </option>
            ))}
        </select>
      )}
    </>
  );
}
