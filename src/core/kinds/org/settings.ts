/** How the children of each post are set: what was chosen for its branch, its tier or the chart, or what suits the page. */
import type { Chart } from '../../chart';
import { FORMS, type Form, type Setting } from '../../layout';
import type { Structure } from '../arrangement';

/** More leaf children than this are stacked where nothing else is asked for. */
const SPREAD_AT_MOST = 4;

const isForm = (value: string | undefined): value is Form => FORMS.some((form) => form === value);

/** A form as it is written for a branch or a tier: a grid may name its columns, as in `grid:5`. */
export function branchSetting(value: string | undefined): Setting | undefined {
  const [form, columns] = (value ?? '').split(':');
  if (!isForm(form)) return undefined;
  return { form, deep: true, least: 2, ...(form === 'grid' && Number(columns) > 0 && { columns: Number(columns) }) };
}
export const settingText = ({ form, columns }: Setting): string =>
  form === 'grid' && columns !== undefined ? `grid:${columns}` : form;
const SPREAD: Setting = { form: 'spread', deep: false, least: 2 };
const lowest = (form: Form, least = 2): Setting => ({ form, deep: false, least });

/** A choice for the whole chart is about its lowest level. */
export const settingOf = (value: string): Setting | undefined => (isForm(value) ? lowest(value) : undefined);

/** Settings that were chosen; undefined where it is left to itself. */
export function chosenSettings(
  items: Chart['items'],
  tiers: Chart['tiers'],
  { order, tierOf }: Pick<Structure, 'order' | 'tierOf'>,
  whole: Setting | undefined,
  columns: boolean,
): (Setting | undefined)[] {
  // In columns, leaves side by side already stand one under another.
  const byItself = columns ? SPREAD : lowest('stack', SPREAD_AT_MOST + 1);
  const inBranch = new Map<string, Setting | undefined>();
  return order.map((id) => {
    const { leaves, parent } = items[id]!;
    const own = leaves === 'auto' ? byItself : branchSetting(leaves);
    const branch = own ?? (parent === null ? undefined : inBranch.get(parent));
    if (branch) inBranch.set(id, branch);
    if (branch) return branch;
    const tier = tiers[String(tierOf.get(id))]?.leaves;
    return tier === 'auto' ? byItself : (branchSetting(tier) ?? whole);
  });
}

/** A way to set what is left to itself, by the tier of the post (from 1). */
export type Habit = (tier: number) => Setting;

const deep = (form: Form, columns?: number): Setting => ({ form, deep: true, least: 2, columns });
const BLOCKS = [deep('stack'), deep('pairs'), deep('grid', 2), deep('grid', 3), deep('grid', 4), deep('grid')];

/**
 * Habits with one setting for all branches of a tier: side by side down to a tier, blocks of one form from there on, and
 * within these blocks of one form.
 */
export function uniform(tiers: number): Habit[] {
  const all: Habit[] = [() => deep('spread')];
  // The deepest first: there blocks cost the rows least.
  for (let from = tiers - 1; from >= 1; from--)
    for (const form of BLOCKS)
      for (const inner of from === tiers - 1 ? [form] : BLOCKS)
        all.push((tier) => (tier < from ? deep('spread') : tier === from ? form : inner));
  return all;
}

/**
 * Habits that are tried where the page is to decide, the plainest first: side by side with long rows stacked, more
 * stacked, pairs, grids, and from some tier on whole branches one under another.
 * @param few only those that differ much
 */
export function habits(columns: boolean, tiers: number, few = false): Habit[] {
  const plain =
    (setting: Setting): Habit =>
    () =>
      setting;
  const below =
    (from: number, form: Form): Habit =>
    (tier) =>
      tier >= from ? { form, deep: true, least: 2 } : lowest('stack', SPREAD_AT_MOST + 1);
  const lower = Array.from({ length: Math.min(3, Math.max(0, tiers - 2)) }, (_, i) => tiers - 2 - i).filter(
    (from) => from >= 1,
  );
  if (few)
    return [
      plain(columns ? SPREAD : lowest('stack', SPREAD_AT_MOST + 1)),
      ...lower.map((from) => below(from, 'stack')),
    ];
  return [
    plain(columns ? SPREAD : lowest('stack', SPREAD_AT_MOST + 1)),
    plain(lowest('stack')),
    plain(lowest('pairs', SPREAD_AT_MOST + 1)),
    plain(lowest('pairs', 3)),
    plain(columns ? lowest('stack', SPREAD_AT_MOST + 1) : SPREAD),
    plain(lowest('grid', 3)),
    ...lower.map((from) => below(from, 'stack')),
    ...lower.map((from) => below(from, 'pairs')),
  ];
}
