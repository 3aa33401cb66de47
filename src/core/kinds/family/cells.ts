/** Cells of a table of people that name other people. */
import type { Chart } from '../../chart';
import { references, tidy } from '../../list';
import { rememberedPair } from '../../remember';
import { writtenFacts } from './couples';
import { familyOf, sexOf } from './family';

export const listed = (text: string | undefined): string[] =>
  (text ?? '')
    .split(/[;&]|(?<!\s)\s+and\s+/)
    .map(tidy)
    .filter(Boolean);
const referring = rememberedPair((items: Chart['items'], links: Chart['links']) => {
  const { couples } = familyOf({ items, links });
  const used = couples.flatMap(({ partners, children }) =>
    children.length > 0 || partners.length > 1 ? partners : [],
  );
  return references({ items }, used);
});
export function cell(chart: Chart, item: string, field: string): string | undefined {
  if (!['father', 'mother', 'partners', 'id', 'relation'].includes(field)) return undefined;
  const family = familyOf(chart);
  if (field === 'relation') {
    // How a child belongs whose parents are in links is said there.
    const by = family.originsOf.get(item)![0]?.by;
    return chart.items[item]!.fields['relation'] === undefined && by !== undefined && by !== 'birth' ? by : undefined;
  }
  const refer = referring(chart.items, chart.links);
  const own = chart.items[item]!;
  if (field === 'id') return refer.idOf(item);
  if (field === 'partners') {
    const known = family.couplesOf.get(item)!.flatMap(({ partners, status, facts }) => {
      const other = partners.find((partner) => partner !== item);
      const said = writtenFacts({ ...facts, status });
      return other === undefined ? [] : [`${refer.textOf(other)}${said === '' ? '' : ` (${said})`}`];
    });
    return [...known, ...(own.fields['partners'] ? [own.fields['partners']] : [])].join('; ');
  }
  const parents = family.originsOf.get(item)![0]?.couple.partners ?? [];
  const sexes = parents.map((parent) => sexOf(chart.items[parent]));
  const mother = sexes[0] === 'f' || sexes[1] === 'm' ? 0 : 1;
  // One parent alone is the father unless said to be a woman.
  const at = parents.length === 1 ? (sexes[0] === 'f' ? [undefined, 0] : [0, undefined]) : [1 - mother, mother];
  const index = field === 'father' ? at[0] : at[1];
  const parent = index === undefined ? undefined : parents[index];
  return parent === undefined ? (own.fields[field] ?? '') : refer.textOf(parent);
}
