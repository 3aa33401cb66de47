/** The parts of a look as a form: for a tier, or for an exception. */
import { ALIGNS, DASHES, LINE_FORMS, type Look, type LookPatch, RISES, SHAPES, SIZE_RULES } from '../../../core/chart';
import { FONTS, fontName } from '../../../core/faces';
import { contrast, LEAST_CONTRAST } from '../../../core/style';
import { Button, Choices, ColourField, NumberField, Row, Select, Tick } from '../../shared/controls';
import { words } from '../words';

const options = <T extends string>(values: readonly T[], labels: Record<T, string>) =>
  values.map((value) => ({ value, label: labels[value] }));
const weights = [400, 600, 700] as const;

interface Props {
  readonly look: Look;
  /** An exception has no name, box size rule or lines of its own. */
  readonly ownOnly?: boolean;
  readonly name?: { readonly value: string; readonly placeholder: string; readonly onChange: (value: string) => void };
  readonly onPatch: (patch: LookPatch) => void;
  readonly onTry: (patch: LookPatch | null) => void;
  readonly onBack: (() => void) | undefined;
}

export function LookForm({ look, ownOnly = false, name, onPatch, onTry, onBack }: Props) {
  const ratio = contrast(look.fill, look.ink);
  const poor = ratio < LEAST_CONTRAST;
  return (
    <div className="px-3.5 pb-3">
      {name && (
        <Row label={words.style.name}>
          {(id) => (
            <input
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
      <Row label={words.style.fill}>
        {(id) => <ColourField id={id} value={look.fill} onChange={(fill) => onPatch({ fill })} />}
      </Row>
      <Row label={words.style.ink}>
        {(id) => <ColourField id={id} value={look.ink} onChange={(ink) => onPatch({ ink })} />}
      </Row>
      <p
        role={poor ? 'alert' : undefined}
        className={`pb-1 pl-[112px] text-xs ${poor ? 'font-semibold text-wrong' : 'text-good'}`}
      >
        {poor ? words.style.poor(ratio) : words.style.contrast(ratio)}
      </p>
      <Row label={words.style.edge}>
        {(id) => <ColourField id={id} value={look.edge} onChange={(edge) => onPatch({ edge })} />}
      </Row>
      <Row label={words.style.edgeWidth}>
        {(id) => (
          <NumberField
            id={id}
            value={look.edgeWidth}
            least={0}
            most={6}
            step={0.25}
            unit="pt"
            onChange={(edgeWidth) => onPatch({ edgeWidth })}
          />
        )}
      </Row>
      <Row label={words.style.edgeDash}>
        {(id) => (
          <Select
            id={id}
            value={look.edgeDash}
            options={options(DASHES, words.style.dashes)}
            onChange={(edgeDash) => onPatch({ edgeDash })}
          />
        )}
      </Row>
      <Row label={words.style.shape}>
        {(id) => (
          <Select
            id={id}
            value={look.shape}
            options={options(SHAPES, words.style.shapes)}
            onChange={(shape) => onPatch({ shape })}
          />
        )}
      </Row>
      <Row label={words.style.size}>
        {(id) => (
          <NumberField
            id={id}
            value={look.size}
            least={5}
            most={48}
            step={0.5}
            unit="pt"
            onChange={(size) => onPatch({ size })}
          />
        )}
      </Row>
      <Row label={words.style.weight}>
        {(id) => (
          <Select
            id={id}
            value={String(look.weight)}
            options={weights.map((weight) => ({ value: String(weight), label: words.style.weights[weight] }))}
            onChange={(weight) => onPatch({ weight: Number(weight) as Look['weight'] })}
          />
        )}
      </Row>
      <Row label={words.style.font}>
        {(id) => (
          <Select
            id={id}
            value={look.font}
            options={FONTS.map((value) => ({ value, label: fontName(value) }))}
            onChange={(font) => onPatch({ font })}
          />
        )}
      </Row>
      <Tick label={words.style.slant} value={look.slant} onChange={(slant) => onPatch({ slant })} />
      <Row label={words.style.opacity}>
        {(id) => (
          <NumberField
            id={id}
            value={Math.round(look.opacity * 100)}
            least={0}
            most={100}
            step={5}
            unit="%"
            onChange={(percent) => onPatch({ opacity: percent / 100 })}
          />
        )}
      </Row>
      <Row label={words.style.align}>
        {(id) => (
          <Select
            id={id}
            value={look.align}
            options={options(ALIGNS, words.style.aligns)}
            onChange={(align) => onPatch({ align })}
          />
        )}
      </Row>
      <Row label={words.style.rise}>
        {(id) => (
          <Select
            id={id}
            value={look.rise}
            options={options(RISES, words.style.rises)}
            onChange={(rise) => onPatch({ rise })}
          />
        )}
      </Row>
      {!ownOnly && (
        <>
          <Row label={words.style.sizeRule}>
            {(id) => (
              <Select
                id={id}
                value={look.sizeRule}
                options={options(SIZE_RULES, words.style.sizeRules)}
                onChange={(sizeRule) => onPatch({ sizeRule })}
              />
            )}
          </Row>
          <Row label={look.sizeRule === 'fixed' ? words.style.fixedWidth : words.style.width}>
            {(id) => (
              <NumberField
                id={id}
                value={look.width}
                least={24}
                most={600}
                unit="pt"
                onChange={(width) => onPatch({ width })}
              />
            )}
          </Row>
          <Row label={words.style.inner}>
            {(id) => (
              <NumberField
                id={id}
                value={look.inner}
                least={2}
                most={40}
                step={0.5}
                unit="pt"
                onChange={(inner) => onPatch({ inner })}
              />
            )}
          </Row>
          <Choices
            legend={words.style.line}
            value={look.line}
            options={options(LINE_FORMS, words.style.lines)}
            onChoose={(line) => onPatch({ line })}
            onTry={(line) => onTry(line && { line })}
          />
          <Row label={words.style.lineWidth}>
            {(id) => (
              <NumberField
                id={id}
                value={look.lineWidth}
                least={0.25}
                most={6}
                step={0.25}
                unit="pt"
                onChange={(lineWidth) => onPatch({ lineWidth })}
              />
            )}
          </Row>
          <Row label={words.style.lineDash}>
            {(id) => (
              <Select
                id={id}
                value={look.lineDash}
                options={options(DASHES, words.style.dashes)}
                onChange={(lineDash) => onPatch({ lineDash })}
              />
            )}
          </Row>
          <Row label={words.style.lineColour}>
            {(id) => <ColourField id={id} value={look.lineColour} onChange={(lineColour) => onPatch({ lineColour })} />}
          </Row>
        </>
      )}
      {onBack && (
        <Button className="mt-2" onClick={onBack}>
          {words.style.back}
        </Button>
      )}
    </div>
  );
}
