import type { TreeInput } from './types';

/** Boxes with all that stands under them, each after what it stands under, level by level. */
export function withAllUnder(children: TreeInput['children'], from: readonly number[]): number[] {
  const order = [...from];
  for (const box of order) for (const child of children[box]!) order.push(child);
  return order;
}
