/** A chart as those see it from whom fields are kept: no value, and no name, of such a field is anywhere in it. */
import { remembered } from '../remember';
import type { Face } from './face';
import type { Chart } from './model';
import type { Rule } from './rules';
import type { View } from './view';

/** Fields that nothing can be shown without. */
export const NEVER_WITHOUT: ReadonlySet<string> = new Set(['name']);
/** Kept back like a field: the pictures of items. */
export const PICTURE_FIELD = 'picture';

function faceWithout(face: Face | undefined, kept: ReadonlySet<string>): Face | undefined {
  const lines = face?.flatMap((line) => {
    const fields = line.fields.filter((field) => !kept.has(field));
    return fields.length > 0 ? [{ ...line, fields }] : [];
  });
  return lines && lines.length > 0 ? lines : undefined;
}

function isOf(rule: Rule, kept: ReadonlySet<string>): boolean {
  if (rule.type === 'when') return 'field' in rule.when && kept.has(rule.when.field);
  return kept.has(rule.field);
}

const fieldsWithout = (fields: Readonly<Record<string, string>>, kept: ReadonlySet<string>) =>
  Object.fromEntries(Object.entries(fields).filter(([field]) => !kept.has(field)));

/** With a face that may have lost all its lines: then it is the one it has by itself. */
function faced<T extends { readonly face?: Face | undefined }>(one: T, kept: ReadonlySet<string>): T {
  if (!one.face) return one;
  const { face: whole, ...rest } = one;
  const face = faceWithout(whole, kept);
  return (face ? { ...rest, face } : rest) as T;
}

/** Whether what a view shows follows from what stands in a field that is kept back. */
const tells = ({ shows: { where }, each }: View, kept: ReadonlySet<string>): boolean =>
  (where !== undefined && 'field' in where && kept.has(where.field)) ||
  (each !== undefined && 'field' in each && kept.has(each.field));

const mapped = <T>(record: Readonly<Record<string, T>>, work: (one: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([id, one]) => [id, work(one)]));

function cut(chart: Chart, kept: ReadonlySet<string>): Chart {
  // What a file carried along, and what was said of problems, may repeat any value: it is for those who edit.
  const { carried: _, answers: __, settled: ___, columns, rules, views, ...whole } = chart;
  const rest = faced(whole, kept);
  const [items, links, tiers] = [
    mapped(chart.items, (item) => {
      const { picture, ...own } = faced(item, kept);
      const shown = picture && !kept.has(PICTURE_FIELD) ? { picture } : {};
      return { ...own, ...shown, fields: fieldsWithout(item.fields, kept) };
    }),
    mapped(chart.links, (link) => (link.fields ? { ...link, fields: fieldsWithout(link.fields, kept) } : link)),
    mapped(chart.tiers, (tier) => faced(tier, kept)),
  ];
  const shown = Object.entries(views ?? {}).filter(([, view]) => !tells(view, kept));
  const left = rules?.filter((rule) => !isOf(rule, kept));
  return {
    ...rest,
    items,
    links,
    tiers,
    // A choice that names a field, such as what lines are ordered by.
    arrangement: Object.fromEntries(
      Object.entries(chart.arrangement).filter(([, value]) => typeof value !== 'string' || !kept.has(value)),
    ),
    ...(columns && { columns: Object.fromEntries(Object.entries(columns).filter(([field]) => !kept.has(field))) }),
    ...(shown.length > 0 && { views: Object.fromEntries(shown.map(([id, view]) => [id, faced(view, kept)])) }),
    ...(left && left.length > 0 && { rules: left }),
  };
}

/** For each chart the few ways in which it is seen. */
const cuts = remembered((_: Chart) => new Map<string, Chart>());

/** @param fields their names; `picture` stands for the pictures of items, and names of items are always there */
export function withoutFields(chart: Chart, fields: readonly string[]): Chart {
  const kept = new Set(fields.filter((field) => !NEVER_WITHOUT.has(field)));
  if (kept.size === 0) return chart;
  const known = cuts(chart);
  const key = JSON.stringify([...kept].sort());
  const found = known.get(key) ?? cut(chart, kept);
  known.set(key, found);
  return found;
}
