/** Between boxes that stand one under another. */
export const STACK_GAP = 9;
