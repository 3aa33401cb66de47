/** The first of so many places from which on something holds, by halving; their number where it never does. */
export function firstWhere(count: number, holds: (at: number) => boolean): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
