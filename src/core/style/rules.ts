/** Rules of looks: what items get by what they are. */
import { type Chart, type Condition, type Item, isWithin, type LookPatch, type Rule } from '../chart';
import { folded, readNumber } from '../list';
import { between, GOLDEN_ANGLE, oklch } from './colour';

/** What a rule is asked with. */
export interface Ruled {
  readonly chart: Chart;
  /** Items that are drawn, in the order of the list. */
  readonly order: readonly string[];
  /** A cell of the list. */
  cell(item: string, field: string): string;
  /** Whether an item is one of the line of descent from another. */
  descends(item: Item, from: string): boolean;
  /** Whether an item is something that its kind knows of. */
  is(item: Item, being: string): boolean;
}

/** Pale enough for dark words, each hue as far as can be from those before. */
const ownColour = (place: number): string => oklch(place % 2 === 0 ? 0.86 : 0.78, 0.09, 95 + place * GOLDEN_ANGLE);

/** Values of a field in the order of the list, each once; how they are written apart does not count. */
function valuesOf({ order, cell }: Ruled, field: string): string[] {
  const found = new Map<string, string>();
  for (const id of order) {
    const value = cell(id, field);
    if (value !== '' && !found.has(folded(value))) found.set(folded(value), value);
  }
  return [...found.values()];
}

/** The fill of each value of a field, chosen or by itself. */
export function valueColours(asked: Ruled, { field, colours }: Extract<Rule, { type: 'values' }>): Map<string, string> {
  const chosen = new Map(Object.entries(colours).map(([value, colour]) => [folded(value), colour]));
  return new Map(valuesOf(asked, field).map((value, i) => [value, chosen.get(folded(value)) ?? ownColour(i)]));
}

/** From where to where a scale runs; undefined where no item has a number. */
export function scaleEnds(
  { order, cell }: Ruled,
  { field, from, to }: Extract<Rule, { type: 'scale' }>,
): { readonly from: number; readonly to: number } | undefined {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const id of order) {
    const number = readNumber(cell(id, field));
    if (number === undefined) continue;
    least = Math.min(least, number);
    most = Math.max(most, number);
  }
  return least > most ? undefined : { from: from ?? least, to: to ?? most };
}

/** Whether something is so of an item. */
export function holds(asked: Ruled, when: Condition, item: Item): boolean {
  if ('being' in when) return asked.is(item, when.being);
  if ('within' in when) return isWithin(asked.chart.items, item.id, when.within);
  if ('descent' in when) return asked.descends(item, when.descent);
  const text = asked.cell(item.id, when.field);
  const wanted = when.value ?? '';
  switch (when.test) {
    case 'filled':
      return text.trim() !== '';
    case 'empty':
      return text.trim() === '';
    case 'equals':
      return folded(text) === folded(wanted);
    case 'contains':
      return wanted.trim() !== '' && folded(text).includes(folded(wanted));
    case 'over':
    case 'under': {
      const [number, bound] = [readNumber(text), readNumber(wanted)];
      if (number === undefined || bound === undefined) return false;
      return when.test === 'over' ? number > bound : number < bound;
    }
  }
}

/** A rule made ready: what it gives an item; undefined where it has nothing to say of it. */
function prepared(asked: Ruled, rule: Rule): (item: Item) => LookPatch | undefined {
  if (rule.type === 'when') return (item) => (holds(asked, rule.when, item) ? rule.look : undefined);
  if (rule.type === 'values') {
    const fills = new Map([...valueColours(asked, rule)].map(([value, fill]) => [folded(value), { fill }]));
    return ({ id }) => fills.get(folded(asked.cell(id, rule.field)));
  }
  const ends = scaleEnds(asked, rule);
  return ({ id }) => {
    const number = readNumber(asked.cell(id, rule.field));
    if (number === undefined || !ends) return undefined;
    const part = ends.to === ends.from ? 0.5 : (number - ends.from) / (ends.to - ends.from);
    return { fill: between(rule.low, rule.high, Math.max(0, Math.min(1, part))) };
  };
}

/** Rules that say something of an item, the strongest first, with what each says. */
export function rulesFor(asked: Ruled): (item: Item) => { readonly rule: Rule; readonly look: LookPatch }[] {
  const ready = (asked.chart.rules ?? [])
    .filter(({ off }) => !off)
    .map((rule) => ({ rule, of: prepared(asked, rule) }));
  return (item) =>
    ready.flatMap(({ rule, of }) => {
      const look = of(item);
      return look ? [{ rule, look }] : [];
    });
}
