/** What can be asked for of a chart in a text document. */

/** How the picture stands in the text: across the page, half of it, or with the text beside it, or over and under it. */
export const PLACES = ['full', 'half', 'left', 'right', 'between'] as const;
export type Place = (typeof PLACES)[number];
/** How the list follows: not at all, as a list of levels, or as a table. */
export const LISTS = ['none', 'levels', 'table'] as const;
export type ListAs = (typeof LISTS)[number];

/** What the picture is in a document: one drawing, or shapes and lines that can be changed there. */
export const DRAWN_AS = ['picture', 'shapes'] as const;
export type DrawnAs = (typeof DRAWN_AS)[number];

export interface DocumentAsked {
  readonly drawn?: DrawnAs | undefined;
  readonly place: Place;
  readonly list: ListAs;
  /** Width of the picture in centimetres, instead of that of its place. */
  readonly wide?: number | undefined;
}
