/** Part of a chart, as a request asks for it. */
import type { Chart } from '../../core/chart';
import type { Kind } from '../../core/kinds';
import { itemBy } from '../../core/list';
import { onlyPart } from '../../core/only';
import { wrongValue } from '../http/problem';

interface PartAsked {
  /** An item, by name or id. */
  readonly branch?: string | null | undefined;
  /** A tier, from 1. */
  readonly downTo?: string | number | null | undefined;
}

/** The item of a name or an id. @throws 422 where there is none, or several have the name */
export function itemAsked({ items }: Chart, named: string, field: string): string {
  const id = itemBy(items, named);
  if (id !== undefined) return id;
  throw wrongValue(field, `There is no item "${named.slice(0, 60)}", or several have that name; give its id.`);
}

/** @throws 422 where there is no such item, or several of that name, or no such tier */
export function partAsked(kind: Kind, chart: Chart, { branch, downTo }: PartAsked): Chart {
  const id = branch == null ? undefined : itemAsked(chart, branch, 'branch');
  const tier = downTo == null ? undefined : Number(downTo);
  if (tier !== undefined && !(Number.isInteger(tier) && tier >= 1 && tier <= 999))
    throw wrongValue('downTo', 'downTo is the number of a tier, from 1.');
  return onlyPart(kind, chart, { branch: id, downTo: tier });
}
