/** What a worksheet is asked to be: a picture with chosen words left blank, to be filled in. */

/** Which words are left blank. */
export interface Blanking {
  /** Names of all items of these tiers, from 1. */
  readonly tiers?: readonly number[] | undefined;
  /** Names of these items, by id. */
  readonly items?: readonly string[] | undefined;
  /** Words on lines: linking phrases, answers. */
  readonly links?: boolean | undefined;
  /** Names of sets. */
  readonly sets?: boolean | undefined;
  /** So many of them, by chance; all where absent. */
  readonly count?: number | undefined;
}

/** Where it is written: in the picture, on numbered lines under it, or wherever hands find room. */
export const WRITE_WHERE = ['auto', 'picture', 'list'] as const;
export type WriteWhere = (typeof WRITE_WHERE)[number];

export interface WorksheetAsked {
  readonly blank: Blanking;
  /** The words to choose from are on the sheet, in an order by chance. */
  readonly bank?: boolean | undefined;
  /** Wrong words among them: these, or so many that stand elsewhere in the list. */
  readonly decoys?: number | readonly string[] | undefined;
  /** Sheets for neighbours: other words left blank where a count is asked for, other orders of words to choose from. */
  readonly versions?: number | undefined;
  /** The same seed gives the same sheets. */
  readonly seed?: number | undefined;
  readonly write?: WriteWhere | undefined;
}

export const WORKSHEET_LIMITS = { versions: 26, blanks: 500, decoys: 100, word: 200 } as const;
