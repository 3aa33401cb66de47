/**
 * The one interface every kind of chart is asked through. A new kind is a folder beside this file and a line in
 * `index.ts`; nothing in list, style, scene, server or ui knows a kind by name.
 */
import type { Chart, Item, Look, LookPatch } from '../chart';
import type { Point } from '../layout';
import type { Column, ListForm, Problem } from '../list';

/** The kind's own words, for screens that serve all kinds. */
export interface KindWords {
  readonly name: string;
  /** One line that says what it shows. */
  readonly about: string;
  readonly item: string;
  readonly items: string;
  /** Said where a child stands under a parent: "Reports to". */
  readonly under: string;
  readonly newItem: string;
}

/** A choice of arrangement, as data that any screen can offer. */
export type ArrangementChoice =
  | {
      readonly type: 'choice';
      readonly key: string;
      readonly label: string;
      readonly initial: string;
      readonly options: readonly { readonly value: string; readonly label: string; readonly about: string }[];
      /** It can also be set for a single branch. */
      readonly perBranch?: boolean;
    }
  | {
      readonly type: 'length';
      readonly key: string;
      readonly label: string;
      readonly initial: number;
      readonly least: number;
      readonly most: number;
    };

/** What the structure of a chart says before anything is measured. */
export interface Structure {
  /** Items in the order of the list. */
  readonly order: readonly string[];
  readonly tierOf: ReadonlyMap<string, number>;
  readonly tiers: number;
}

/** Words inside a box, top to bottom. */
export interface FaceLine {
  readonly text: string;
  readonly strong: boolean;
  /** Size as a part of the tier's text size. */
  readonly size: number;
}
export interface ItemFace {
  readonly lines: readonly FaceLine[];
  /** Look that follows from what the item is. */
  readonly look?: LookPatch;
}

export interface Size {
  readonly width: number;
  readonly height: number;
}

export interface ArrangeInput {
  readonly chart: Chart;
  readonly structure: Structure;
  readonly sizes: ReadonlyMap<string, Size>;
  readonly lookOf: (tier: number) => Look;
}

export interface ArrangedLink {
  readonly from: string;
  readonly to: string;
  readonly role: string;
  readonly label: string;
  readonly points: readonly Point[];
  readonly curved: boolean;
  /** Tier whose line look it takes. */
  readonly tier: number;
}

/** Boxes and lines in points, the picture's near corner at 0, 0. */
export interface Arrangement {
  readonly boxes: ReadonlyMap<string, { readonly x: number; readonly y: number } & Size>;
  readonly links: readonly ArrangedLink[];
  /** Lines that belong to no link, such as one that joins several tops. */
  readonly joins: readonly (readonly Point[])[];
  /** How tiers run over the sheet, and where each lies. */
  readonly axis: 'rows' | 'columns';
  readonly bands: readonly { readonly start: number; readonly end: number }[];
  readonly width: number;
  readonly height: number;
}

/** A computed number of a kind, with what it means in a sentence. */
export interface ShownFigure {
  readonly label: string;
  readonly value: string;
  readonly about: string;
}

export interface Kind {
  readonly id: string;
  readonly words: KindWords;
  readonly columns: readonly Column[];
  readonly forms: readonly ListForm[];
  readonly choices: readonly ArrangementChoice[];
  structure(chart: Chart): Structure;
  /** Name of a tier where the person gave none. */
  tierName(chart: Chart, structure: Structure, tier: number): string;
  face(item: Item): ItemFace;
  arrange(input: ArrangeInput): Arrangement;
  /** What is wrong with the content. `lineOf` gives the line that a problem names. */
  problems(chart: Chart, lineOf: (item: string) => number | undefined): Problem[];
  /** Numbers that scripts rely on. */
  figures(chart: Chart, structure: Structure): Record<string, unknown>;
  /** The same for people. */
  shownFigures(chart: Chart, structure: Structure): readonly ShownFigure[];
}

/** The value of a choice in a chart: what was chosen where that is allowed, else the initial value. */
export function chosen(
  choices: readonly ArrangementChoice[],
  arrangement: Chart['arrangement'],
  key: string,
): string | number {
  const choice = choices.find((c) => c.key === key);
  const value = arrangement[key];
  if (!choice) throw new Error(`no arrangement choice "${key}"`);
  if (choice.type === 'length') {
    const inRange = typeof value === 'number' && value >= choice.least && value <= choice.most;
    return inRange ? value : choice.initial;
  }
  return choice.options.some((option) => option.value === value) ? String(value) : choice.initial;
}

/** Choices of a request that the kind does not have or allow, each with what would be right. */
export function arrangementProblems(kind: Kind, arrangement: Chart['arrangement']): { key: string; message: string }[] {
  return Object.entries(arrangement).flatMap(([key, value]) => {
    const choice = kind.choices.find((c) => c.key === key);
    if (!choice)
      return [
        { key, message: `There is no choice "${key}"; this kind has ${kind.choices.map((c) => c.key).join(', ')}.` },
      ];
    if (choice.type === 'length') {
      const inRange = typeof value === 'number' && value >= choice.least && value <= choice.most;
      return inRange
        ? []
        : [{ key, message: `"${key}" is a number of points from ${choice.least} to ${choice.most}.` }];
    }
    const values = choice.options.map((option) => option.value);
    return values.some((allowed) => allowed === value)
      ? []
      : [{ key, message: `"${key}" is one of ${values.join(', ')}.` }];
  });
}
