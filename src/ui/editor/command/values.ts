/** Settings with what they can be set to: found and set in one go. */
import { nanoid } from 'nanoid';
import { type Change, type Chart, isLeftwardChart, type Look, PAGE_SIZES, type Rule } from '../../../core/chart';
import { FONTS } from '../../../core/faces';
import { optionsIn } from '../../../core/kinds';
import { houses } from '../../../core/style';
import { fieldOptions, kindFor, roleName } from '../../shared/fields';
import type { OwnStyle } from '../own-styles';
import { taking } from '../own-styles';
import { lookOptions, type Part } from '../stages/style/LookField';
import { change, type Stage, useEditor } from '../state/store';
import { words } from '../words';
import type { Entry } from './entry';

/** @param to the change, made when it is asked for: the chart has moved on by then */
const value = (stage: Stage, setting: string, label: string, to: (chart: Chart) => Change, also = ''): Entry => ({
  id: `value ${stage} ${setting} ${label}`,
  label: words.command.value(setting, label),
  where: words.stages[stage],
  also,
  done: true,
  run: () => void change(to(useEditor.getState().chart)),
});

/** Parts of a tier's look that are one of a few. */
const OF_TIER: readonly Part[] = [
  'shape',
  'font',
  'weight',
  'align',
  'rise',
  'edgeDash',
  'picture',
  'crop',
  'sizeRule',
  'line',
  'lineDash',
  'lineEnd',
  'lineStart',
];
const OF_LINES: readonly Part[] = ['lineEnd', 'lineStart', 'lineDash'];

/** Other words that people look for a value by. */
const ALSO: Readonly<Record<string, string>> = {
  arrow: 'arrow arrowhead',
  ellipse: 'oval',
  square: 'rectangle box',
  dashed: 'broken line',
  serif: 'roman',
};

const label = (part: Part): string => words.style[part as keyof Look & keyof typeof words.style] as string;

function tierValues(): Entry[] {
  const tiers = useEditor.getState().composition?.tiers ?? [];
  return tiers.flatMap(({ tier, name }) =>
    OF_TIER.flatMap((part) =>
      lookOptions(part).map((option) =>
        value(
          'style',
          `${name}: ${label(part)}`,
          option.label,
          () => ({ type: 'set-tier', tier, look: { [part]: option.value } }),
          `tier ${tier} ${ALSO[option.value] ?? ''}`,
        ),
      ),
    ),
  );
}

const lineValues = (chart: Chart): Entry[] =>
  kindFor(chart.kind).draws.roles.flatMap((role) =>
    OF_LINES.flatMap((part) =>
      lookOptions(part).map((option) =>
        value(
          'style',
          `${words.command.lines(roleName(role))}: ${label(part)}`,
          option.label,
          ({ roles }) => ({ type: 'set-role', role, look: { ...roles?.[role], [part]: option.value } }),
          `${words.lines.title} ${ALSO[option.value] ?? ''}`,
        ),
      ),
    ),
  );

const arrangeValues = (chart: Chart): Entry[] => [
  ...kindFor(chart.kind).choices.flatMap((choice) =>
    choice.type === 'choice'
      ? optionsIn(choice.options, isLeftwardChart(chart)).map((option) =>
          value(
            'arrange',
            choice.label,
            option.label,
            () => ({ type: 'set-arrangement', arrangement: { [choice.key]: option.value } }),
            option.about,
          ),
        )
      : [],
  ),
  ...PAGE_SIZES.filter((size) => size !== 'own').map((size) =>
    value(
      'arrange',
      words.arrange.size,
      size === 'picture' ? words.arrange.asPicture : size,
      () => ({ type: 'set-page', page: { size } }),
      'paper',
    ),
  ),
  ...(['landscape', 'portrait'] as const).map((orientation) =>
    value('arrange', words.arrange.orientation, words.arrange[orientation], () => ({
      type: 'set-page',
      page: { orientation },
    })),
  ),
];

const styleValues = (chart: Chart): Entry[] => [
  ...houses.map(({ id, name, variant }) =>
    value('style', words.style.houses, `${name}, ${variant}`, () => ({ type: 'set-house', house: id, brand: null })),
  ),
  ...FONTS.map((font) =>
    value(
      'style',
      words.style.oneFont,
      words.style.fonts[font],
      ({ house }) => ({ type: 'set-house', house, font }),
      'typeface letters',
    ),
  ),
  ...fieldOptions(chart).map((field) =>
    value('style', words.command.colourBy, field.label, ({ rules = [] }) => {
      const rule: Rule = { type: 'values', id: nanoid(10), field: field.value, colours: {} };
      return { type: 'set-rules', rules: [rule, ...rules] };
    }),
  ),
];

export const valueEntries = (chart: Chart): Entry[] => [
  ...arrangeValues(chart),
  ...styleValues(chart),
  ...tierValues(),
  ...lineValues(chart),
];

export const ownStyleEntries = (styles: readonly OwnStyle[]): Entry[] =>
  styles.map((style) =>
    value('style', words.own.title, style.name, (chart) => taking(chart, style), words.style.houses),
  );
