/** What somebody may do with something that is shared. */

/** From the least to the most; each may what those before it may. */
export const MAY = ['look', 'remark', 'edit', 'own'] as const;
export type May = (typeof MAY)[number];
/** As the database has it: 1 look ... 4 own. */
export const rankOf = (may: May): number => MAY.indexOf(may) + 1;
export const mayOf = (rank: number): May => MAY[rank - 1]!;
export const atLeast = (may: May, least: May): boolean => rankOf(may) >= rankOf(least);
