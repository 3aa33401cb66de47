/** Chance that can be had again: the same seed gives the same row of numbers everywhere. */

/** Numbers from 0 to below 1. Source: a linear congruential generator, constants of Numerical Recipes, second edition, 7.1. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** In an order by chance. Source: Fisher and Yates, as Durstenfeld has it (CACM 7, 1964, algorithm 235). */
export function shuffled<T>(things: readonly T[], random: () => number): T[] {
  const row = [...things];
  for (let i = row.length - 1; i > 0; i--) {
    const other = Math.floor(random() * (i + 1));
    [row[i], row[other]] = [row[other]!, row[i]!];
  }
  return row;
}
