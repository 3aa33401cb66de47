/** The parts of a look as a form: for a tier, or for an exception. */
import type { Look, LookPatch } from '../../../core/chart';
import { contrast, LEAST_CONTRAST } from '../../../core/style';
import { Button, Row } from '../../shared/controls';
import { words } from '../words';
import { LookChoices, LookField, type Part } from './style/LookField';

interface Group {
  readonly name: keyof typeof words.style.groups;
  readonly parts: readonly Part[];
  /** Those that an exception has no part in, as they are of the tier as a whole. */
  readonly ofTier?: readonly Part[];
}

/** After fill, text colour and edge, which are always in view. */
const GROUPS: readonly Group[] = [
  {
    name: 'text',
    parts: ['size', 'weight', 'font', 'slant', 'align', 'rise'],
    ofTier: ['leastSize'],
  },
  {
    name: 'box',
    parts: ['opacity', 'edgeWidth', 'edgeDash', 'edgeDouble', 'shadow'],
    ofTier: ['sizeRule', 'width', 'heightRule', 'height', 'inner'],
  },
  { name: 'picture', parts: ['picture', 'pictureSize', 'crop'] },
  {
    name: 'lines',
    parts: [],
    ofTier: ['lineWidth', 'lineDash', 'lineColour', 'lineEnd', 'lineStart', 'lineGap', 'wordSize', 'wordBack'],
  },
];

interface Props {
  readonly look: Look;
  /** An exception has no name, box size rule or lines of its own. */
  readonly ownOnly?: boolean;
  readonly name?: { readonly value: string; readonly placeholder: string; readonly onChange: (value: string) => void };
  readonly onPatch: (patch: LookPatch) => void;
  readonly onTry: (patch: LookPatch | null) => void;
  readonly onBack: (() => void) | undefined;
}

/** Whether a part says anything as the others are. */
function matters(part: Part, { sizeRule, heightRule }: Look): boolean {
  if (part === 'height') return heightRule !== 'fits';
  if (part === 'leastSize') return sizeRule === 'fixed' || heightRule === 'fixed';
  return true;
}

export function LookForm({ look, ownOnly = false, name, onPatch, onTry, onBack }: Props) {
  const ratio = contrast(look.fill, look.ink);
  const poor = ratio < LEAST_CONTRAST;
  const field = (part: Part) =>
    matters(part, look) && (
      <LookField
        key={part}
        part={part}
        look={look}
        onPatch={onPatch}
        {...(part === 'width' && look.sizeRule === 'fixed' && { label: words.style.fixedWidth })}
      />
    );
  return (
    <div className="px-3.5 pb-3">
      {name && (
        <Row label={words.style.name}>
          {(id) => (
            <input
              dir="auto"
              id={id}
              className="field min-w-0 flex-1 text-[13px]"
              maxLength={80}
              value={name.value}
              placeholder={name.placeholder}
              onChange={(event) => name.onChange(event.target.value)}
            />
          )}
        </Row>
      )}
      {field('fill')}
      {field('ink')}
      <p
        role={poor ? 'alert' : undefined}
        className={`pb-1 pl-[112px] text-xs ${poor ? 'font-semibold text-wrong' : 'text-good'}`}
      >
        {poor ? words.style.poor(ratio) : words.style.contrast(ratio)}
      </p>
      {field('edge')}
      {field('shape')}
      {GROUPS.map(({ name: group, parts, ofTier = [] }) => {
        const own = ownOnly ? parts : [...parts, ...ofTier];
        if (own.length === 0) return null;
        return (
          <details key={group} className="border-t border-rule/60 pt-0.5">
            <summary className="rounded py-1 text-[13px]">{words.style.groups[group]}</summary>
            {group === 'lines' && <LookChoices part="line" look={look} onPatch={onPatch} onTry={onTry} />}
            {own.map(field)}
          </details>
        );
      })}
      {onBack && (
        <Button className="mt-2" onClick={onBack}>
          {words.style.back}
        </Button>
      )}
    </div>
  );
}
