/** Writing a parent or partner into a cell: the change that makes it so. */
import { type Change, type Chart, isWithin, type Link } from '../../chart';
import { itemBy, tidy } from '../../list';
import { type Family, familyOf, isPartnerLine, sexOf } from './family';

const nobody = (text: string) =>
  `There is nobody, or more than one, called "${text}"; write the name as it stands in the list.`;

export function writeCell(chart: Chart, item: string, field: string, text: string): Change | string | undefined {
  if (field === 'partners') return writePartners(chart, item, text);
  if (field !== 'father' && field !== 'mother') return undefined;
  const family = familyOf(chart);
  const to = text.trim() === '' ? undefined : itemBy(chart.items, text);
  if (text.trim() !== '' && to === undefined) return nobody(text);
  const other = otherParent(chart, family, item, field);
  const parents = [to, other].filter((id) => id !== undefined);
  const { [field]: unresolved } = chart.items[item]!.fields;
  return {
    type: 'group',
    changes: [
      ...placed(chart, item, parents),
      ...(unresolved === undefined ? [] : [{ type: 'edit-fields', id: item, fields: { [field]: null } } as const]),
      ...(to !== undefined && sexOf(chart.items[to]) === undefined
        ? [{ type: 'edit-fields', id: to, fields: { sex: field === 'father' ? 'm' : 'f' } } as const]
        : []),
    ],
  };
}

/** The parent who is not the one that a field means. */
function otherParent(
  chart: Chart,
  { originsOf }: Family,
  item: string,
  field: 'father' | 'mother',
): string | undefined {
  const parents = originsOf.get(item)?.[0]?.couple.partners ?? [];
  const wanted = field === 'father' ? 'm' : 'f';
  const sexes = parents.map((id) => sexOf(chart.items[id]));
  const at = sexes.indexOf(wanted);
  if (at >= 0) return parents[1 - at];
  if (sexes.length === 1) return sexes[0] === undefined && field === 'father' ? undefined : parents[0];
  return parents[field === 'father' ? 1 : 0];
}

/** Puts a child under its parents: under the partner's line where there is one, else under one with a link to the other. */
function placed(chart: Chart, child: string, parents: readonly string[]): Change[] {
  const old = Object.values(chart.links).filter(({ from, role }) => from === child && role === 'child-of');
  const [a, b] = parents;
  const isLineUnder = (id: string, above: string) =>
    isPartnerLine(chart.items[id]!) && chart.items[id]!.parent === above;
  const couple = b === undefined ? undefined : isLineUnder(b, a!) ? b : isLineUnder(a!, b) ? a! : undefined;
  const free = parents.filter((id) => !isPartnerLine(chart.items[id]!) && !isWithin(chart.items, id, child));
  // A partner's own line can't be moved away from the partner: such a person's parents are links.
  const host = isPartnerLine(chart.items[child]!) ? undefined : (couple ?? free[0]);
  const inTree = host === undefined ? [] : host === couple ? parents : [host];
  const put = parents
    .filter((id) => !inTree.includes(id))
    .map((to): Link => ({ id: `${child}-c-${to}`, from: child, to, role: 'child-of' }));
  const changes: Change[] = [{ type: 'set-links', put, remove: old.map(({ id }) => id) }];
  if (!isPartnerLine(chart.items[child]!) && chart.items[child]!.parent !== (host ?? null))
    changes.push({ type: 'move-branch', id: child, parent: host ?? null });
  return changes;
}

function writePartners(chart: Chart, item: string, text: string): Change | string {
  const family = familyOf(chart);
  const wanted = new Set<string>();
  for (const part of text.split(';').map(tidy).filter(Boolean)) {
    const to = itemBy(chart.items, part) ?? itemBy(chart.items, tidy(part.replace(/\([^()]*\)$/, '')));
    if (to === undefined) return nobody(part);
    if (to !== item) wanted.add(to);
  }
  const now = family.couplesOf.get(item)!.flatMap(({ partners }) => partners.filter((id) => id !== item));
  const links = Object.values(chart.links).filter(({ role }) => role === 'partner');
  const between = (to: string) =>
    links.filter(({ from, to: other }) => (from === item && other === to) || (from === to && other === item));
  const gone = now.filter((id) => !wanted.has(id));
  const fixed = gone.find((id) => between(id).length === 0);
  if (fixed !== undefined)
    return `${chart.items[fixed]!.fields['name'] || 'The partner'} stands in a line below or has children with them; move or remove that line instead.`;
  const put = [...wanted]
    .filter((id) => !now.includes(id))
    .map((to): Link => ({ id: `${item}-p-${to}`, from: item, to, role: 'partner', fields: { status: 'married' } }));
  return { type: 'set-links', put, remove: gone.flatMap((id) => between(id).map((link) => link.id)) };
}
