/** Largest and smallest of lists of any length: as arguments of a function more than a hundred thousand overflow the stack. */
export function largest(numbers: Iterable<number>): number {
  let most = Number.NEGATIVE_INFINITY;
  for (const number of numbers) if (number > most) most = number;
  return most;
}
export function smallest(numbers: Iterable<number>): number {
  let least = Number.POSITIVE_INFINITY;
  for (const number of numbers) if (number < least) least = number;
  return least;
}
