/** Part of a chart, as a request asks for it. */
import type { Chart } from '../../core/chart';
import type { Kind } from '../../core/kinds';
import { itemBy } from '../../core/list';
import { onlyPart } from '../../core/only';
import { ApiError } from '../http/problem';

interface PartAsked {
  /** An item, by name or id. */
  readonly branch?: string | null | undefined;
  /** A tier, from 1. */
  readonly downTo?: string | number | null | undefined;
}

/** @throws 422 where there is no such item, or several of that name, or no such tier */
export function partAsked(kind: Kind, chart: Chart, { branch, downTo }: PartAsked): Chart {
  const wrong = (field: string, message: string) =>
    new ApiError(422, 'wrong-value', message, [{ code: 'wrong-value', message, field }]);
  const id = branch == null ? undefined : itemBy(chart.items, branch);
  if (branch != null && id === undefined)
    throw wrong('branch', `There is no item "${branch.slice(0, 60)}", or several have that name; give its id.`);
  const tier = downTo == null ? undefined : Number(downTo);
  if (tier !== undefined && !(Number.isInteger(tier) && tier >= 1 && tier <= 999))
    throw wrong('downTo', 'downTo is the number of a tier, from 1.');
  return onlyPart(kind, chart, { branch: id, downTo: tier });
}
