/** Choices of arrangement: data that any screen can offer and any request can be held against. */
import type { Chart } from '../chart';

interface Named {
  readonly key: string;
  readonly label: string;
  /** Changed now and then only: a screen may fold it away. */
  readonly seldom?: boolean;
}
export interface ChoiceOption {
  readonly value: string;
  readonly label: string;
  readonly about: string;
  /** What it says of a chart that begins at the right, and is drawn as in a mirror. */
  readonly mirrored?: { readonly label: string; readonly about: string };
  /** A small picture of it: the data of a path to be stroked, on a square of 24 units. */
  readonly glyph?: string;
}
export type ArrangementChoice =
  | (Named & {
      readonly type: 'choice';
      readonly initial: string;
      readonly options: readonly ChoiceOption[];
      /** It can also be set for a single branch. */
      readonly perBranch?: boolean;
      /** Of the initial value, what it may come to be by itself, the plainest first. */
      readonly settles?: readonly string[];
      /** Fitting a chart to its page may change it. */
      readonly fits?: boolean;
    })
  | (Named & {
      /** One of the chart's items, or none; its value is the item's id. */
      readonly type: 'item';
      readonly initial: '';
      /** What is done where none is chosen. */
      readonly none: string;
      readonly about: string;
    })
  | (Named & { readonly type: 'text'; readonly initial: ''; readonly about: string })
  | (Named & { readonly type: 'length'; readonly initial: number; readonly least: number; readonly most: number });

/** Longest text of a choice. */
const TEXT_LIMIT = 300;

/** What a value of a choice must be, where it is not; undefined where it is fine. */
function wrongValue(choice: ArrangementChoice, value: unknown): string | undefined {
  switch (choice.type) {
    case 'length':
      return typeof value === 'number' && value >= choice.least && value <= choice.most
        ? undefined
        : `a number of points from ${choice.least} to ${choice.most}`;
    case 'item':
      return typeof value === 'string' ? undefined : 'the id or the name of an item';
    case 'text':
      return typeof value === 'string' && value.length <= TEXT_LIMIT
        ? undefined
        : `a text of at most ${TEXT_LIMIT} letters`;
    case 'choice':
      return choice.options.some((option) => option.value === value)
        ? undefined
        : `one of ${choice.options.map((option) => option.value).join(', ')}`;
  }
}

/** The value of a choice in a chart: what was chosen where that is allowed, else the initial value. */
export function chosen(
  choices: readonly ArrangementChoice[],
  arrangement: Chart['arrangement'],
  key: string,
): string | number {
  const choice = choices.find((c) => c.key === key);
  if (!choice) throw new Error(`no arrangement choice "${key}"`);
  const value = arrangement[key];
  return value === undefined || typeof value === 'boolean' || wrongValue(choice, value) !== undefined
    ? choice.initial
    : value;
}

/** Choices of a request that the kind does not have or allow, each with what would be right. */
export const arrangementProblems = (
  choices: readonly ArrangementChoice[],
  arrangement: Chart['arrangement'],
): { key: string; message: string }[] =>
  Object.entries(arrangement).flatMap(([key, value]) => {
    const choice = choices.find((c) => c.key === key);
    if (!choice)
      return [{ key, message: `There is no choice "${key}"; this kind has ${choices.map((c) => c.key).join(', ')}.` }];
    const wanted = wrongValue(choice, value);
    return wanted === undefined ? [] : [{ key, message: `"${key}" is ${wanted}.` }];
  });

/** The options of a choice in the words that hold for a chart that begins at the right, or at the left. */
export const optionsIn = (options: readonly ChoiceOption[], leftward: boolean): readonly ChoiceOption[] =>
  leftward ? options.map((option) => ({ ...option, ...option.mirrored })) : options;

/** A choice in words: "Direction: Down". @param value null where it is as it would be by itself */
export function chosenWords(choices: readonly ArrangementChoice[], key: string, value: unknown): string {
  const choice = choices.find((one) => one.key === key);
  if (!choice) return `Arrangement: ${key}`;
  if (value === null) return `${choice.label}: as by itself`;
  const option = choice.type === 'choice' ? choice.options.find((one) => one.value === value) : undefined;
  if (option) return `${choice.label}: ${option.label}`;
  return choice.type === 'item' ? `${choice.label} chosen` : `${choice.label}: ${String(value)}`;
}
