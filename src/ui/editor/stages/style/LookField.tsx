/** The field for one part of a look, whatever form it stands in. */
import {
  ALIGNS,
  CROPS,
  DASHES,
  HEIGHT_RULES,
  LINE_ENDS,
  LINE_FORMS,
  type Look,
  type LookPatch,
  PICTURE_PLACES,
  RISES,
  SHAPES,
  SIZE_RULES,
} from '../../../../core/chart';
import { FONTS } from '../../../../core/faces';
import { Choices, ColourField, NumberField, Row, Select, Tick } from '../../../shared/controls';
import { words } from '../../words';

export type Part = keyof Look;

type Field =
  | { readonly as: 'colour' | 'tick' }
  | { readonly as: 'choice'; readonly values: readonly (string | number)[]; readonly label: (value: never) => string }
  | {
      readonly as: 'number';
      readonly least: number;
      readonly most: number;
      readonly step?: number;
      readonly unit: string;
      /** How many of the unit are 1 in the look. */
      readonly times?: number;
    };

const choice = <T extends string | number>(values: readonly T[], labels: Readonly<Record<T, string>>): Field => ({
  as: 'choice',
  values,
  label: (value: T) => labels[value],
});
const points = (least: number, most: number, step = 1): Field => ({ as: 'number', least, most, step, unit: 'pt' });
const { style } = words;

const FIELDS: Readonly<Record<Part, Field>> = {
  fill: { as: 'colour' },
  edge: { as: 'colour' },
  ink: { as: 'colour' },
  lineColour: { as: 'colour' },
  edgeWidth: points(0, 6, 0.25),
  edgeDash: choice(DASHES, style.dashes),
  edgeDouble: { as: 'tick' },
  shadow: { as: 'tick' },
  slant: { as: 'tick' },
  weight: choice([400, 600, 700], style.weights),
  font: choice(FONTS, style.fonts),
  size: points(5, 48, 0.5),
  leastSize: points(3, 48, 0.5),
  shape: choice(SHAPES, style.shapes),
  opacity: { as: 'number', least: 0, most: 100, step: 5, unit: '%', times: 100 },
  align: choice(ALIGNS, style.aligns),
  rise: choice(RISES, style.rises),
  sizeRule: choice(SIZE_RULES, style.sizeRules),
  width: points(24, 600),
  heightRule: choice(HEIGHT_RULES, style.heightRules),
  height: points(12, 600),
  inner: points(2, 40, 0.5),
  picture: choice(PICTURE_PLACES, style.picturePlaces),
  pictureSize: points(8, 200),
  crop: choice(CROPS, style.crops),
  line: choice(LINE_FORMS, style.lines),
  lineWidth: points(0.25, 6, 0.25),
  lineDash: choice(DASHES, style.dashes),
  lineEnd: choice(LINE_ENDS, style.lineEnds),
  lineStart: choice(LINE_ENDS, style.lineEnds),
  lineGap: points(0, 12, 0.5),
  wordSize: points(5, 24, 0.5),
  wordBack: { as: 'tick' },
};

const options = (field: Extract<Field, { as: 'choice' }>) =>
  field.values.map((value) => ({ value: String(value), label: field.label(value as never) }));

/** What of a choice was chosen, as the look has it. */
const chosen = ({ values }: Extract<Field, { as: 'choice' }>, text: string) =>
  values.find((value) => String(value) === text)!;

/** What a part of a look can be, where that is one of a few; each as the look has it. */
export function lookOptions(part: Part): { readonly value: string | number; readonly label: string }[] {
  const field = FIELDS[part];
  return field.as === 'choice' ? field.values.map((value) => ({ value, label: field.label(value as never) })) : [];
}

/** The control alone, for where its label stands elsewhere. */
export function LookControl<P extends Part>({
  part,
  id,
  value,
  onPatch,
}: {
  part: P;
  id: string;
  value: Look[P];
  onPatch: (patch: LookPatch) => void;
}) {
  const field = FIELDS[part];
  const put = (to: unknown) => onPatch({ [part]: to });
  switch (field.as) {
    case 'colour':
      return <ColourField id={id} value={String(value)} onChange={put} />;
    case 'tick':
      return (
        <input
          id={id}
          type="checkbox"
          className="size-4 accent-plum"
          checked={value === true}
          onChange={({ target }) => put(target.checked)}
        />
      );
    case 'choice':
      return (
        <Select id={id} value={String(value)} options={options(field)} onChange={(text) => put(chosen(field, text))} />
      );
    case 'number': {
      const { times = 1 } = field;
      const shown = Math.round(Number(value) * times * 100) / 100;
      return <NumberField id={id} {...field} value={shown} onChange={(number) => put(number / times)} />;
    }
  }
}

/** The field with its label. */
export function LookField({
  part,
  look,
  label = words.style[part],
  onPatch,
}: {
  part: Part;
  look: Look;
  label?: string;
  onPatch: (patch: LookPatch) => void;
}) {
  if (FIELDS[part].as === 'tick')
    return <Tick label={label} value={look[part] === true} onChange={(to) => onPatch({ [part]: to })} />;
  return <Row label={label}>{(id) => <LookControl part={part} id={id} value={look[part]} onPatch={onPatch} />}</Row>;
}

/** A choice of few, all in view, tried on hover and focus. */
export function LookChoices({
  part,
  look,
  onPatch,
  onTry,
}: {
  part: 'line';
  look: Look;
  onPatch: (patch: LookPatch) => void;
  onTry: (patch: LookPatch | null) => void;
}) {
  const field = FIELDS[part] as Extract<Field, { as: 'choice' }>;
  return (
    <Choices
      legend={words.style[part]}
      value={look[part]}
      options={options(field) as { value: Look['line']; label: string }[]}
      onChoose={(to) => onPatch({ [part]: to })}
      onTry={(to) => onTry(to && { [part]: to })}
    />
  );
}
