/**
 * Linear programming in few variables: the least of a sum under equations, all variables at least 0. The two-phase simplex
 * method with Bland's rule, which never goes round in circles (R. Bland, "New finite pivoting rules for the simplex
 * method", Mathematics of Operations Research 2(2), 1977).
 */

export interface Equation {
  /** A factor for each variable. */
  readonly factors: readonly number[];
  readonly equals: number;
}

const EPSILON = 1e-7;

/** @returns the least value, -Infinity where there is none, or undefined where no values satisfy the equations */
export function leastOf(factors: readonly number[], equations: readonly Equation[]): number | undefined {
  const n = factors.length;
  const m = equations.length;
  // Columns: the variables, one helper for each equation, and the right-hand side.
  const rows = equations.map(({ factors: own, equals }, i) => {
    const sign = equals < 0 ? -1 : 1;
    return [
      ...own.map((factor) => factor * sign),
      ...Array.from({ length: m }, (_, j) => (i === j ? 1 : 0)),
      equals * sign,
    ];
  });
  const basis = rows.map((_, i) => n + i);
  const last = n + m;

  const solve = (cost: readonly number[], columns: number): number => {
    // The cost row reduced by the rows whose variables are in the basis.
    const reduced = [...cost, ...Array.from({ length: last + 1 - cost.length }, () => 0)];
    for (const [i, row] of rows.entries()) {
      const factor = cost[basis[i]!] ?? 0;
      if (factor !== 0) for (let j = 0; j <= last; j++) reduced[j]! -= factor * row[j]!;
    }
    for (;;) {
      const enter = reduced.findIndex((value, j) => j < columns && value < -EPSILON);
      if (enter < 0) return -reduced[last]!;
      let leave = -1;
      for (const [i, row] of rows.entries()) {
        if (row[enter]! <= EPSILON) continue;
        if (leave < 0) {
          leave = i;
          continue;
        }
        const [ratio, best] = [row[last]! / row[enter]!, rows[leave]![last]! / rows[leave]![enter]!];
        if (ratio < best - EPSILON || (ratio < best + EPSILON && basis[i]! < basis[leave]!)) leave = i;
      }
      if (leave < 0) return Number.NEGATIVE_INFINITY;
      pivot(rows, reduced, leave, enter);
      basis[leave] = enter;
    }
  };

  const helpers = Array.from({ length: last }, (_, j) => (j < n ? 0 : 1));
  if (solve(helpers, last) > EPSILON * 10) return undefined;
  // Helpers that are still in the basis stand at 0: they are exchanged for variables where any can take their place.
  for (const [i, row] of rows.entries()) {
    if (basis[i]! < n) continue;
    const enter = row.findIndex((value, j) => j < n && Math.abs(value) > EPSILON);
    if (enter < 0) continue;
    pivot(rows, [], i, enter);
    basis[i] = enter;
  }
  return solve(factors, n);
}

function pivot(rows: number[][], reduced: number[], leave: number, enter: number): void {
  const own = rows[leave]!;
  const by = own[enter]!;
  for (let j = 0; j < own.length; j++) own[j]! /= by;
  for (const row of reduced.length > 0 ? [...rows, reduced] : rows) {
    if (row === own) continue;
    const factor = row[enter]!;
    if (factor !== 0) for (let j = 0; j < own.length; j++) row[j]! -= factor * own[j]!;
  }
}
