/** What of a chart another kind would not draw; it stays in the chart and is drawn again when the kind is changed back. */
import { type Chart, setsOf } from '../chart';
import type { KindOnPage } from './kind';

const count = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** In short phrases, the most important first; none where everything is drawn. */
export function notDrawn(kind: KindOnPage, chart: Chart): string[] {
  const lost: string[] = [];
  const items = Object.values(chart.items);
  const under = items.filter(({ parent }) => parent !== null).length;
  if (!kind.draws.tree && under > 0) lost.push(`how ${count(under, 'line stands', 'lines stand')} under others`);
  const byRole = new Map<string, number>();
  for (const { role } of Object.values(chart.links))
    if (!kind.draws.roles.includes(role)) byRole.set(role, (byRole.get(role) ?? 0) + 1);
  for (const [role, links] of byRole) lost.push(count(links, `link "${role}"`, `links "${role}"`));
  if (!kind.draws.sets && setsOf(chart).length > 0)
    lost.push(`${count(setsOf(chart).length, 'set', 'sets')} and what belongs to them`);
  const known = new Set(kind.columns.map(({ field }) => field));
  const fields = new Map<string, number>();
  for (const { fields: own } of items)
    for (const field of Object.keys(own)) if (!known.has(field)) fields.set(field, (fields.get(field) ?? 0) + 1);
  for (const [field, times] of [...fields].slice(0, 6)) lost.push(`"${field}" of ${count(times, 'line', 'lines')}`);
  return lost;
}
