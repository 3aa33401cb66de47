/** What a list comes to, so that two can be held side by side: heads, posts, layers, and what its columns of numbers add up to. */
import { type Chart, type FieldType, treeOf } from './chart';
import { cellOf } from './edit';
import type { KindDrawn } from './kinds';
import { fieldLabel, folded, readNumber } from './list';

export interface Total {
  readonly label: string;
  readonly value: string;
}

/** Columns that are added up, by what they are called; a number of another column, such as a year, is nothing to add. */
const ADDED =
  /^(fte|full time equivalents?|hours?|cost|costs|cost a year|salary|salaries|wages?|pay|budget|price|amount|headcount|stellen|kosten|gehalt|co[uû]t|salaire|coste|sueldo)( .*)?$/;
/** What such a column is when it sorts or names: a salary band, a cost centre, a pay grade. */
const NOT_ADDED =
  /\b(band|bands|grade|grades|group|scale|class|code|codes|level|step|range|category|type|currency|cent(?:er|re)s?|number|no|nr|id|year|date|month|day|phone|status|note|notes|stufe|gruppe|klasse|stelle nr|kostenstelle|rate)\b/;
/** A person says by a column's type whether it is added up; a number alone may be a code or a year. */
const ADDS: Readonly<Partial<Record<FieldType, boolean>>> = {
  money: true,
  text: false,
  date: false,
  'yes-no': false,
  link: false,
};
const isAdded = (label: string): boolean => {
  const plain = folded(label)
    .replace(/[-_/()]/g, ' ')
    .replace(/ +/g, ' ')
    .trim();
  return ADDED.test(plain) && !NOT_ADDED.test(plain);
};

/** Fields whose numbers are added up: money, and those that are called so. */
function addedFields(kind: KindDrawn, chart: Chart): { readonly field: string; readonly label: string }[] {
  const fields = new Set([
    ...Object.keys(chart.columns ?? {}),
    ...Object.values(chart.items).flatMap(({ fields }) => Object.keys(fields)),
  ]);
  const label = (field: string) => fieldLabel(kind.columns, field);
  return [...fields]
    .filter((field) => ADDS[chart.columns?.[field]?.type as FieldType] ?? isAdded(label(field)))
    .map((field) => ({ field, label: label(field) }))
    .sort((a, b) => (a.label < b.label ? -1 : Number(a.label > b.label)));
}

const shown = (value: number): string =>
  (Math.round(value * 100) / 100).toLocaleString('en-GB', { maximumFractionDigits: 2 });

function totals(kind: KindDrawn, chart: Chart): Map<string, string> {
  const structure = kind.structure(chart);
  const own = kind.shownFigures(chart, structure, {}).map(({ label, value }) => [label, value] as const);
  const found = new Map<string, string>(own);
  if (!found.has('Layers') && kind.draws.tree && treeOf(chart.items).tops.length > 0)
    found.set('Tiers', String(structure.tiers));
  for (const { field, label } of addedFields(kind, chart)) {
    const numbers = Object.keys(chart.items).flatMap((id) => readNumber(cellOf(kind, chart, id, field)) ?? []);
    if (numbers.length > 0) found.set(label, shown(numbers.reduce((sum, value) => sum + value, 0)));
  }
  return found;
}

/** The totals of two charts side by side; empty where the one has none of it. */
export function totalsOf(kind: KindDrawn, a: Chart, b: Chart): { label: string; a: string; b: string }[] {
  const [from, to] = [totals(kind, a), totals(kind, b)];
  return [...new Set([...from.keys(), ...to.keys()])].map((label) => ({
    label,
    a: from.get(label) ?? '',
    b: to.get(label) ?? '',
  }));
}
