/** Rules of looks asked with a chart and its kind: what they give, what they are called, and why an item looks as it does. */
import type { Chart, Item, Look, LookPatch, Rule } from '../chart';
import { cellOf } from '../edit';
import { type KindOnPage, matterOf, type Structure } from '../kinds';
import { fieldLabel } from '../list';
import { type House, holds, itemLook, type Ruled, rulesFor, scaleEnds, tierLook, valueColours } from '../style';
import { shownFace } from './face';

export function ruledBy(kind: KindOnPage, chart: Chart, structure: Structure): Ruled {
  const beings = new Map((kind.beings ?? []).map((being) => [being.id, being]));
  return {
    chart,
    order: structure.order,
    cell: (item, field) => cellOf(kind, chart, item, field),
    descends: rememberedLines(kind, chart),
    is: (item, being) => beings.get(being)?.is(item, chart, structure) === true,
  };
}

/** Whether an item is one of a line of descent, or the one it begins with; each line is followed once. */
function rememberedLines(kind: KindOnPage, chart: Chart): Ruled['descends'] {
  const lines = new Map<string, ReadonlySet<string>>();
  return ({ id }, from) => {
    if (!kind.descent || !chart.items[from]) return false;
    const line = lines.get(from) ?? kind.descent(chart, from);
    lines.set(from, line);
    return id === from || line.has(id);
  };
}

const NONE: readonly LookPatch[] = [];

/** What rules give each item, the weakest first. */
export function patchesBy(kind: KindOnPage, chart: Chart, structure: Structure): (item: Item) => readonly LookPatch[] {
  if (!chart.rules?.some(({ off }) => !off)) return () => NONE;
  const rules = rulesFor(ruledBy(kind, chart, structure));
  return (item) =>
    rules(item)
      .map(({ look }) => look)
      .reverse();
}

/** What a rule is about, in words: in the key, and in the list of rules. */
export function ruleName(kind: KindOnPage, chart: Pick<Chart, 'items' | 'matter'>, rule: Rule): string {
  const label = (field: string) => fieldLabel(kind.columns, field);
  if (rule.type !== 'when') return label(rule.field);
  const { when } = rule;
  if ('being' in when) return kind.beings?.find(({ id }) => id === when.being)?.label ?? when.being;
  if ('within' in when) return `Branch of ${chart.items[when.within]?.fields['name'] || matterOf(kind, chart).unnamed}`;
  if ('descent' in when)
    return `Descended from ${chart.items[when.descent]?.fields['name'] || matterOf(kind, chart).unnamed}`;
  const [field, value] = [label(when.field), when.value ?? ''];
  switch (when.test) {
    case 'filled':
      return `${field} is filled in`;
    case 'empty':
      return `${field} is empty`;
    case 'equals':
      return `${field}: ${value || '...'}`;
    case 'contains':
      return `${field} contains ${value ? `"${value}"` : '...'}`;
    case 'over':
    case 'under':
      return `${field} ${when.test} ${value || '...'}`;
  }
}

/** Most entries that a rule brings to the key. */
const MOST_ENTRIES = 12;

/** What rules bring to the key: a name, and what it changes of a look; nothing of a rule that holds for nothing drawn. */
export function ruleEntries(kind: KindOnPage, chart: Chart, structure: Structure): { name: string; look: LookPatch }[] {
  const asked = ruledBy(kind, chart, structure);
  return (chart.rules ?? []).flatMap((rule): { name: string; look: LookPatch }[] => {
    if (rule.off) return [];
    if (rule.type === 'when')
      return Object.keys(rule.look).length > 0 &&
        structure.order.some((id) => holds(asked, rule.when, chart.items[id]!))
        ? [{ name: ruleName(kind, chart, rule), look: rule.look }]
        : [];
    if (rule.type === 'values')
      return [...valueColours(asked, rule)].slice(0, MOST_ENTRIES).map(([name, fill]) => ({ name, look: { fill } }));
    const ends = scaleEnds(asked, rule);
    if (!ends) return [];
    const name = ruleName(kind, chart, rule);
    return [
      { name: `${name} ${ends.from}`, look: { fill: rule.low } },
      { name: `${name} ${ends.to}`, look: { fill: rule.high } },
    ];
  });
}

/** Looks of the tiers of a chart of a kind. */
export function tierLooks(kind: Pick<KindOnPage, 'look'>, chart: Chart, house: House): (tier: number) => Look {
  const byKind = kind.look?.(chart, house.ink);
  return (tier) => tierLook(chart, house, tier, byKind);
}

/** The look of one item, by all that says something of it. */
export function lookOfItem(kind: KindOnPage, chart: Chart, house: House, id: string): Look {
  const structure = kind.structure(chart);
  const item = chart.items[id]!;
  const lookOf = tierLooks(kind, chart, house);
  return itemLook(
    lookOf(structure.tierOf.get(id) ?? 1),
    shownFace(chart, kind, structure, id).look,
    patchesBy(kind, chart, structure)(item),
    item,
    lookOf,
  );
}

export interface Source {
  readonly from: 'house' | 'kind' | 'tier' | 'rule' | 'own';
  /** The rule's place, where it is one. */
  readonly rule?: number;
}

/** Where each part of an item's look comes from. */
export function whyOf(
  kind: KindOnPage,
  chart: Chart,
  structure: Structure,
  house: House,
  id: string,
): Record<keyof Look, Source> {
  const item = chart.items[id]!;
  const tier = structure.tierOf.get(id) ?? 1;
  const layers: (readonly [LookPatch | undefined, Source])[] = [
    [house.look(tier), { from: 'house' }],
    [kind.look?.(chart, house.ink), { from: 'kind' }],
    [chart.tiers[String(tier)]?.look, { from: 'tier' }],
    [shownFace(chart, kind, structure, id).look, { from: 'kind' }],
    ...rulesFor(ruledBy(kind, chart, structure))(item)
      .map(({ rule, look }) => [look, { from: 'rule', rule: chart.rules!.indexOf(rule) }] as const)
      .reverse(),
    [item.tone && { fill: '' }, { from: 'own' }],
    [item.style, { from: 'own' }],
  ];
  const sources: Partial<Record<keyof Look, Source>> = {};
  for (const [patch, source] of layers) {
    if (!patch) continue;
    for (const key of Object.keys(patch) as (keyof Look)[]) if (patch[key] !== undefined) sources[key] = source;
    // Words take the colour that reads on a new fill.
    if (patch.fill !== undefined && patch.ink === undefined) sources.ink = source;
  }
  return sources as Record<keyof Look, Source>;
}
