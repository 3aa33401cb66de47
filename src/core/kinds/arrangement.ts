/** What a kind makes of a chart's structure: boxes, lines, areas and words in the picture's own units. */
import type { Chart, Enclosure, Look } from '../chart';
import type { FaceId } from '../faces';
import type { Point, Setting, TreeGaps } from '../layout';
import type { Problem } from '../list';
import type { Reach, SetRun } from '../text';

/** What the structure of a chart says before anything is measured. */
export interface Structure {
  /** Items that are drawn, in the order of the list. */
  readonly order: readonly string[];
  readonly tierOf: ReadonlyMap<string, number>;
  readonly tiers: number;
  /** Of these, those without a box, that only hold others together: nobody counts them. */
  readonly unseen?: ReadonlySet<string>;
  /** Lines that have no box of their own because they name an item that stands elsewhere, and that item. */
  readonly standsFor?: ReadonlyMap<string, string>;
  /** Items under which some are not drawn, and how many. */
  readonly folded?: ReadonlyMap<string, number>;
  /** Items whose branch goes on elsewhere, and the words that say where. */
  readonly continues?: ReadonlyMap<string, string>;
}

/** Items that are seen in the picture, in the order of the list. */
export const seenOf = ({ order, unseen }: Pick<Structure, 'order' | 'unseen'>): readonly string[] =>
  unseen ? order.filter((id) => !unseen.has(id)) : order;

/** About how wide a plate with a few words is, in points. */
export const plateWidth = (words: string): number => 12 + 5.4 * words.length;

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Words set in lines, ready to be placed. Lengths in points. */
export interface SetWords extends Size {
  readonly lines: readonly {
    readonly text: string;
    readonly face: FaceId;
    readonly size: number;
    readonly width: number;
    /** Where parts of it stand out. */
    readonly runs?: readonly SetRun[];
    /** It reaches further up or down than lines of its face do: so far, in em. */
    readonly reach?: Reach;
    /** It is of a paragraph that runs from right to left. */
    readonly rtl?: true;
  }[];
}

/** What an enclosure is round, and the room it takes outside their boxes, in points. */
export interface Enclosed {
  readonly enclosure: Enclosure;
  readonly members: ReadonlySet<string>;
  /** 0 where no other is within it. */
  readonly level: number;
  /** Of the gap to what is outside, the part that it may take: less where others are round it. */
  readonly share: number;
  readonly pad: number;
  /** Over its boxes in addition, for its name. */
  readonly head: number;
}

/** What a tree is set by where the chart leaves it to itself: found once, before it is placed. */
export interface SettledTree {
  readonly settings: readonly Setting[];
  readonly gaps: TreeGaps;
  readonly loose: boolean;
  readonly shelves: number;
}

export interface ArrangeInput {
  readonly settled?: SettledTree | undefined;
  readonly chart: Chart;
  /** Where the chart is a part that is drawn by itself: what it is a part of. What is counted is counted there. */
  readonly whole?: Chart | undefined;
  readonly structure: Structure;
  /** Size of each item's box, by the size rule of its tier. */
  readonly sizes: ReadonlyMap<string, Size>;
  readonly lookOf: (tier: number) => Look;
  readonly enclosed: readonly Enclosed[];
  /** What the page leaves for the picture; absent where the page is as large as the picture. */
  readonly room?: Size | undefined;
  /** Sets words that stand outside boxes. @param most widest line, in points */
  readonly setWords: (
    text: string,
    most: number,
    style?: { readonly size?: number; readonly strong?: boolean },
  ) => SetWords;
}

/** Words outside boxes, placed by the top left corner of their lines. */
export interface PlacedWords {
  readonly x: number;
  readonly y: number;
  readonly words: SetWords;
  readonly align?: 'left' | 'middle' | 'right';
  readonly quiet?: boolean;
}

export interface ArrangedLink {
  /** Of the chart's link, where it is one. */
  readonly id?: string;
  /** Line of the list that says it, where that is not a link: what is set on the line to it is set there. */
  readonly said?: string;
  readonly from: string;
  readonly to: string;
  readonly role: string;
  readonly label: string;
  /** The whole way from end to end. */
  readonly points: readonly Point[];
  readonly curved: boolean;
  /** Its way follows the sides that were set by hand already. */
  readonly docked?: boolean;
  /** Tier whose line look it takes. */
  readonly tier: number;
  /** What is drawn, where that is not just the whole way: such as the parts before and after the words on it. */
  readonly ways?: readonly (readonly Point[])[];
  readonly words?: PlacedWords;
  /** A head at the end. */
  readonly arrow?: boolean;
  /** What differs from the tier's line, by what the link is. */
  readonly look?: Partial<Pick<Look, 'lineWidth' | 'lineDash' | 'lineColour'>>;
}

/** A named area under lines and boxes, such as a set. */
export interface Area {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  /** Its closed outline: corners, or where `curved` the points of cubic Bézier curves. */
  readonly outline: readonly Point[];
  readonly curved: boolean;
  /** A set takes the house style's look of its place; a frame is only a line; what is empty is shaded. */
  readonly as: 'set' | 'frame' | 'empty';
  /** From 1. */
  readonly place: number;
  /** Where its name stands. */
  readonly label?: { readonly x: number; readonly y: number } & Size;
}

/** A part of the picture that items belong to by the areas that cover it. */
export interface Region {
  readonly sets: readonly string[];
  readonly count: number;
  readonly items: readonly string[];
  readonly at: Point;
}

/** How tiers run over the sheet. Rings and overlaps have no place along an edge of it. */
/** Of `sides` the first tier stands in the middle, the others before and after it. */
export type TierAxis = 'rows' | 'columns' | 'sides' | 'rings' | 'overlaps';

/** Boxes and lines in points, the picture's near corner at 0, 0. */
export interface Arrangement {
  readonly boxes: ReadonlyMap<string, Point>;
  /** Items drawn once more elsewhere, with a reference to where they stand. */
  readonly repeats?: readonly { readonly of: string; readonly at: Point }[];
  /** Short words on a small plate that belongs to an item, from the corner of its box to the plate's middle. */
  readonly tags?: readonly { readonly of: string; readonly text: string; readonly at: { x: number; y: number } }[];
  /** Whether lines step over each other in a small arc where they cross. */
  readonly hops?: boolean;
  /** Factor on all boxes and their words, where the arrangement had to choose their size. */
  readonly boxScale?: number;
  readonly areas?: readonly Area[];
  readonly regions?: readonly Region[];
  readonly captions?: readonly PlacedWords[];
  readonly links: readonly ArrangedLink[];
  /** Lines that belong to no link, such as one that joins several tops. */
  readonly joins: readonly (readonly Point[])[];
  readonly axis: TierAxis;
  /** Near and far edge of each tier along the axis; for rings from the middle outwards; none for overlaps. */
  readonly bands: readonly { readonly start: number; readonly end: number }[];
  readonly width: number;
  readonly height: number;
  /** How far lines that were set by hand reach beyond that. */
  readonly reach?: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
  /** What only the drawing knows, such as how many lines cross; joins the figures. */
  readonly figures?: Readonly<Record<string, number>>;
  /** How even it looks, from 0 to 1; absent where the kind has no measure of it. */
  readonly even?: number;
  /** What is wrong with the drawing itself. */
  readonly problems?: readonly Problem[];
}
