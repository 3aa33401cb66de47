/**
 * The one interface every kind of chart is asked through. A new kind is a folder beside this file and a line in
 * `index.ts`; nothing in list, style, scene, server or ui knows a kind by name.
 *
 * All kinds share one model. An item's place in the tree is its first relation (the post it reports to, the parent it is
 * a child of, the question it answers, the idea it is joined to); what a tree can't hold is in links and sets.
 */
import type { CAPTION_SIDES, Change, Chart, Face, Item, LookPatch } from '../chart';
import type { Column, ListForm, ListRead, Problem } from '../list';
import type { Steps } from '../steps';
import type { ArrangeInput, Arrangement, Region, SettledTree, Size, Structure } from './arrangement';
import type { Branches } from './branches';
import type { ArrangementChoice } from './choices';
import type { KindInClass } from './in-class';
import type { Addition } from './typing';

/** A ready list to begin a chart from. */
export interface Start {
  readonly id: string;
  readonly title: string;
  /** What it is for, in a few words. */
  readonly about: string;
  readonly list: string;
  /** What its lines are about, where that is not what the kind says. */
  readonly matter?: Chart['matter'];
}

/** The kind's own words, for screens that serve all kinds. */
export interface KindWords {
  readonly name: string;
  /** One line that says what it shows. */
  readonly about: string;
  /** When to use it, rather than another. */
  readonly when: string;
  readonly item: string;
  readonly items: string;
  /** Said where a line stands under another: "Reports to". */
  readonly under: string;
  /** Said where a line stands under none. */
  readonly top: string;
  /** Stands where a line has no name. */
  readonly unnamed: string;
  /** What words on its lines are, where they are anything by themselves. */
  readonly onLines?: string;
  /** What the outline of its list holds, for who takes it away. */
  readonly outline: string;
}

/** Words inside a box, top to bottom. */
export interface FaceLine {
  /** The field, or the computed words, that it shows. */
  readonly field?: string;
  readonly text: string;
  readonly strong: boolean;
  /** Size as a part of the tier's text size. */
  readonly size: number;
  /** Outside the shape, on this side of it, and how far from its computed place. */
  readonly out?: (typeof CAPTION_SIDES)[number];
  readonly dx?: number;
  readonly dy?: number;
}
export interface ItemFace {
  readonly lines: readonly FaceLine[];
  /** Look that follows from what the item is. */
  readonly look?: LookPatch;
  /** There is nobody in it: no initials stand for a name. */
  readonly empty?: boolean;
}

/** A computed number of a kind, with what it means in a sentence. */
export interface ShownFigure {
  readonly label: string;
  readonly value: string;
  readonly about: string;
}

/** Numbers best seen as a chart: bars of categories, or steps over a scale of numbers. */
export interface FigureChart {
  readonly label: string;
  readonly about: string;
  readonly form: 'bars' | 'steps';
  /** What the values across and up are. */
  readonly across: string;
  readonly up: string;
  readonly data: readonly { readonly name: string; readonly value: number }[];
}

/** What can be said of two chosen items. */
export interface PairFigure {
  readonly label: string;
  readonly about: string;
  of(chart: Chart, a: string, b: string): { readonly value: string; readonly facts: readonly string[] };
}

/** Whether a list can become a kind: how surely from 0 (it can't) to 1, and a sentence why, or what is missing. */
export interface Fitness {
  readonly sure: number;
  readonly why: string;
}

export interface FigureOptions {
  /** Two items, by name or id. */
  readonly between?: readonly [string, string] | undefined;
}

/** A way to write a chart's list, as people choose it. */
export interface ListFormat {
  readonly label: string;
  readonly about: string;
  readonly mime: string;
  readonly ending: string;
}
/** @param exact cells of a table as they are, also those that a spreadsheet would work out as formulas */
export type ListWriter = (chart: Chart, exact?: boolean) => string;

/** What fitting a chart to its page may change. */
export interface FitAllowed {
  readonly direction: boolean;
  readonly branches: boolean;
  /** The order of lines that stand under the same one. */
  readonly order: boolean;
  /** Gaps may close up where they are wider than they need to be. */
  readonly gaps: boolean;
  /** Boxes may stand closer round their words, where all would print too small to be read otherwise. */
  readonly boxes?: boolean;
  /** Whether a good arrangement will do, found sooner. */
  readonly quick?: boolean;
}

/** An arrangement that a fit found, as what it changes. */
export interface FitFound {
  readonly scale: number;
  readonly changes: readonly Change[];
}

/** What fitting found out in the picture's own units; scales are of the picture on its page. */
export interface KindFit {
  readonly best: FitFound;
  /** The best of each direction that was tried, the chart's own first. */
  readonly found: readonly FitFound[];
  /** What leaves branches and gaps to themselves, where something was set. */
  readonly itself: readonly Change[];
  /** With everything set side by side. */
  readonly plain: number;
  /** No arrangement that is allowed prints larger. */
  readonly bound: number;
}

/** Something an item of a kind can be, for rules of looks. */
export interface Being {
  readonly id: string;
  /** Of many, as in "Vacant posts". */
  readonly label: string;
  is(item: Item, chart: Chart, structure: Structure): boolean;
}

/** How a chart stands by itself: the part of the widths its boxes have, its branches, and gaps by the key of their choice. */
export interface SettledKind {
  /** By tier from the first. */
  readonly by: readonly number[];
  readonly tree: SettledTree;
  readonly lengths: Readonly<Record<string, number>>;
  /** Points at which its smallest words print, and how even it looks, from 0 to 1. */
  readonly prints: number;
  readonly even: number;
}

/** How a chart stands as it is shown. */
export interface Shown extends Pick<SettledTree, 'settings' | 'loose' | 'shelves'> {
  readonly by: readonly number[];
}

/** What a chart can be settled from. */
export interface SettleTries {
  /** Parts of the widths that boxes have by their looks, the widest first. */
  readonly widths: readonly number[];
  /** The chart with boxes of such parts of their widths, by tier from the first, 1 where absent; undefined where they are what they were, or where words would be cut or take too many lines. */
  at(by: readonly number[]): (ArrangeInput & { readonly room: Size }) | undefined;
  /** Size of the smallest words in the picture's own units. */
  readonly smallest: number;
  /** Largest scale of the picture. */
  readonly most: number;
  /** Points that its smallest words should print at. */
  readonly wanted: number;
  /** How it stands as it is shown: kept to where that costs little. */
  readonly shown?: Shown | undefined;
}

/** A part of a list that a kind knows to find from some items, to be shown by itself. */
export interface PartWay {
  readonly id: string;
  /** Said before the items: "Ancestors of". */
  readonly label: string;
  /** From how many items it is found. */
  readonly from: 1 | 2;
  /** What its steps are, where it may be told how far to go. */
  readonly steps?: string;
  /** The lines it is made of, and what it asks of the arrangement. */
  shown(
    chart: Chart,
    items: readonly string[],
    steps?: number,
  ): { readonly items: ReadonlySet<string>; readonly arrangement?: Chart['arrangement'] };
}

/** What screens need of a kind: its words, columns and choices, and what small changes of the list mean. */
export interface KindOnPage {
  readonly id: string;
  readonly words: KindWords;
  readonly columns: readonly Column[];
  /** Columns that a line of the list shows before and after the name. */
  line(chart: Chart): { readonly lead?: string; readonly tail?: string };
  /** What of a chart it draws; the rest stays in the chart but is not seen. */
  readonly draws: {
    readonly tree: boolean;
    readonly roles: readonly string[];
    /** Of these, roles whose links are drawn as lines of their own. */
    readonly links?: readonly string[];
    readonly sets: boolean;
  };
  /**
   * What it asks of every tier's look, on top of the house style's and below what a person sets.
   * @param ink colour of words on the paper
   */
  readonly look?: (chart: Pick<Chart, 'arrangement'>, ink: string) => LookPatch;
  /** Roles of links that only some forms of a list can hold, and the field that holds them. */
  readonly linkFields?: Readonly<Record<string, string>>;
  /** Roles of links that say the same from either end. */
  readonly mutual?: readonly string[];
  /** The first is the picture by which the kind is offered. */
  readonly starts: readonly Start[];
  readonly choices: readonly ArrangementChoice[];
  /** It finds what fits a page best by itself: `fit`. */
  readonly ownFit?: boolean;
  /** Its items can be moved, folded and given gaps by hand, its lines bent. */
  readonly byHand?: boolean;
  /** Its questions can be answered one at a time: `walkThrough`. */
  readonly answered?: boolean;
  /** Its items can be drawn round what stands under them. */
  readonly holds?: boolean;
  /** Its branches can be drawn by themselves, so that the chart can go over the pages of a booklet. */
  branches?(chart: Chart, structure: Structure): Branches;
  structure(chart: Chart): Structure;
  /** A cell of the list where it is not simply the item's field of that name; undefined: it is. */
  cell?(chart: Chart, item: string, field: string): string | undefined;
  /** The change that writes such a cell; undefined: it is the item's field. A problem's sentence where it can't be. */
  writeCell?(chart: Chart, item: string, field: string, text: string): Change | string | undefined;
  /** The change that a typed line asks for beside its name, such as "+ Karl"; undefined where it is just a name. */
  typed?(chart: Chart, item: string, text: string): Change | undefined;
  /** Where the line after one goes when it is written on; undefined: as everywhere. */
  nextPlace?(chart: Chart, item: string): { readonly parent: string | null; readonly after: string | null } | undefined;
  /** What moving a line under another means in a kind that draws no tree; a sentence where it means nothing. */
  nest?(chart: Chart, item: string, above: string): { readonly change: Change; readonly said: string } | string;
  /** What can be added at an item, the plainest first. */
  readonly additions: readonly Addition[];
  /** The list as outline text: what is written is read back the same. */
  writeOutline(chart: Chart): string;
  /** Columns that the outline's lines hold; all of the kind's where absent. */
  readonly outlineFields?: readonly string[];
  /** Signs at the start of a line that are no bullets, as they mean something. */
  readonly plus?: string;
  /** Other ways to write the list than those that all kinds share. */
  readonly formats?: Readonly<Record<string, ListFormat>>;
  /** What is known of a line that is drawn, beside what is written on it. */
  factsOfLine?(
    chart: Chart,
    link: { readonly from: string; readonly to: string; readonly role: string; readonly said?: string | undefined },
  ): Readonly<Record<string, string>> | undefined;
  /** The change that puts an item into a region, given the sets that cover it. */
  dropInto?(chart: Chart, item: string, sets: Region['sets']): Change | undefined;
  /** Name of a tier where the person gave none. */
  tierName(chart: Chart, structure: Structure, tier: number): string;
  face(item: Item, chart: Chart, structure: Structure): ItemFace;
  /** What its items can be, beside what stands in their fields. */
  readonly beings?: readonly Being[];
  /** Everybody who comes from an item, where that is more than its branch of the list. */
  descent?(chart: Chart, item: string): ReadonlySet<string>;
  /** What `face` shows, as a choice that a person can start from. */
  readonly face0: Face;
  /** Words that `face` computes, beside the list's fields. */
  readonly faceWords?: readonly { readonly field: string; readonly label: string }[];
  /** Which lines with nearly the same name may be one, and how they are made so; absent: names may be alike. */
  readonly near?: {
    readonly maySame: (a: Item, b: Item) => boolean;
    readonly merge?: (chart: Chart, keep: string, drop: string) => Change;
  };
  readonly pairFigure?: PairFigure;
}

/** A step of a walk-through: a question that is answered, something that turns out, or where it ends. */
export interface WalkStep {
  readonly id: string;
  readonly says: string;
  readonly kind: 'question' | 'chance' | 'outcome';
  /** What it is worth by itself. */
  readonly value?: number;
  /** What it is worth when the best is chosen from here on. */
  readonly expected?: number;
  readonly ways: readonly {
    /** The line of the list that says it. */
    readonly line: string;
    readonly to: string;
    readonly answer: string;
    readonly cost?: number;
    /** 0 to 1. */
    readonly chance?: number;
  }[];
}

/** A kind with what arranges, checks and counts: for who composes pictures. */
export interface KindDrawn extends KindOnPage {
  /** What its charts say, to be compared, and how a class may begin with one. */
  readonly inClass: KindInClass;
  arrange(input: ArrangeInput): Arrangement;
  /** It draws the plates of its structure itself, with the room that they take; else they hang under their boxes. */
  readonly platesItself?: boolean;
  /**
   * How a chart stands by itself: widths of its boxes and settings of its branches that are best for its page by the aim
   * of `layout/aim.ts`. Quick enough to be asked at every change. Undefined: as it is.
   */
  settle?(tries: SettleTries): Steps<SettledKind | undefined>;
  /**
   * The arrangement that prints largest in a room. Absent: the choices that `fits` marks are tried.
   * @param most largest scale that is wanted
   * @param tell how far it has come, from 0 to 1
   */
  fit?(
    input: ArrangeInput & { readonly room: Size },
    allowed: FitAllowed,
    most: number,
    tell: (done: number) => void,
  ): KindFit;
  /** What is wrong with the content. `lineOf` gives the line that a problem names. */
  problems(chart: Chart, lineOf: (item: string) => number | undefined): Problem[];
  /** What a picture of it shows, in sentences, for those who do not see it. */
  says(chart: Chart, structure: Structure): readonly string[];
  /** Numbers that scripts rely on. */
  figures(chart: Chart, structure: Structure, options?: FigureOptions): Record<string, unknown>;
  /** What `figures` gives, in words: for the description of the API. */
  readonly figuresAbout: string;
  /** The same for people; `drawn` is what the arrangement counted. */
  shownFigures(chart: Chart, structure: Structure, drawn: Readonly<Record<string, number>>): readonly ShownFigure[];
  figureCharts?(chart: Chart, structure: Structure): readonly FigureChart[];
  /** Its questions, to be answered one at a time from a start; undefined where there is none. */
  walkThrough?(chart: Chart): { readonly start: string; readonly steps: readonly WalkStep[] } | undefined;
}

/** All of a kind: also what reads and writes lists. */
export interface Kind extends KindDrawn {
  readonly forms: readonly ListForm[];
  fits(list: ListRead): Fitness;
  /** What fields say that came beside the words of an outline, such as whom a post also reports to. */
  readonly beside?: (list: ListRead) => ListRead;
  /** Names of files that are pictures of items, as what a list carried says. */
  readonly picturesIn?: (carried: Chart['carried']) => ReadonlyMap<string, string>;
  /** For lines of a newer list, by what its file carried, those of the chart that came from the same record of a file. */
  readonly sameRecords?: (older: Chart['carried'], newer: Chart['carried']) => ReadonlyMap<string, string>;
  /** What writes the kind's own `formats`. */
  readonly writers?: Readonly<Record<string, ListWriter>>;
}
