/** What is said where two wrote in one field at the same moment. */
export const clashWords = {
  wroteToo: (name: string, theirs: string, mine: string) =>
    `${name} wrote "${theirs}" there at the same time; yours stands, "${mine}". Both are kept in the history.`,
  wroteOver: (name: string, theirs: string, mine: string) =>
    `${name} wrote "${theirs}" there at the same time, over your "${mine}". Both are kept in the history.`,
  takeTheirs: 'Take theirs',
  takeMine: 'Take mine',
};
