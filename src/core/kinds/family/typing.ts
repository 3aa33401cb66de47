/** Families that are typed: partners behind a plus, years in brackets; and who can be added at somebody. */
import { asOne, type Change, type Chart, type NewItem, treeOf } from '../../chart';
import { type Addition, typedFields, withFields } from '../typing';
import { factLink, takeFacts } from './couples';
import { familyOf, isPartnerLine, statusOf } from './family';
import { split } from './lines';

const SEPARATORS = ['\t', ' | '];

/** The nearest before a line, at its level, who is no partner: whose partner a line with a plus is. */
function hostOf(chart: Chart, item: string): string | undefined {
  const siblings = treeOf(chart.items).childrenOf(chart.items[item]!.parent);
  return siblings
    .slice(0, siblings.indexOf(item))
    .reverse()
    .find((id) => statusOf(chart.items[id]!.fields['relation'] ?? '') === undefined);
}

export function typed(chart: Chart, item: string, text: string): Change | undefined {
  const fields = typedFields(split, text, 0, SEPARATORS);
  if (!fields) return undefined;
  const { facts, rest } = takeFacts(fields);
  const known = chart.items[item]!;
  const above = isPartnerLine(known) ? known.parent! : hostOf(chart, item);
  const said = Object.keys(facts).length > 0 && above !== undefined;
  const line = withFields(item, said ? rest : fields);
  const before = Object.values(chart.links).find(
    ({ role, from, to }) => role === 'partner' && [from, to].includes(item) && [from, to].includes(above ?? ''),
  );
  const own = said
    ? asOne([
        line,
        {
          type: 'set-links',
          put: [factLink(before?.id ?? `${item}-m`.slice(-64), above, item, fields['relation'] ?? 'married', facts)],
          remove: [],
        },
      ])
    : line;
  if (statusOf(fields['relation'] ?? '') === undefined || isPartnerLine(chart.items[item]!)) return own;
  const host = hostOf(chart, item);
  return host === undefined ? own : asOne([{ type: 'move-branch', id: item, parent: host }, own]);
}

/** After a partner's line come the couple's children. */
export const nextPlace = (chart: Chart, item: string) =>
  isPartnerLine(chart.items[item]!) ? { parent: item, after: null } : undefined;

const person = (item: Omit<NewItem, 'fields'>, relation?: string): NewItem => ({
  ...item,
  fields: { name: '', ...(relation !== undefined && { relation }) },
});
const nobody = (fresh: string) => ({
  change: { type: 'add-items', items: [person({ id: fresh, parent: null })] } satisfies Change,
  write: fresh,
});

/** Where a couple's children stand: under the line of the last partner, else under the person. */
function couplePlace(chart: Chart, item: string): string {
  if (isPartnerLine(chart.items[item]!)) return item;
  const partners = treeOf(chart.items)
    .childrenOf(item)
    .filter((id) => isPartnerLine(chart.items[id]!));
  return partners.at(-1) ?? item;
}

export const additions: readonly Addition[] = [
  {
    id: 'child',
    label: 'A child',
    key: 'c',
    joint: 'child of',
    at: 'under',
    add: (chart, item, fresh) =>
      item === null
        ? nobody(fresh)
        : {
            change: { type: 'add-items', items: [person({ id: fresh, parent: couplePlace(chart, item) })] },
            write: fresh,
          },
  },
  {
    id: 'partner',
    label: 'A partner',
    key: 'p',
    joint: 'partner of',
    add(chart, item, fresh) {
      if (item === null) return nobody(fresh);
      const own = chart.items[item]!;
      // Who stands under a partner has that line; another partner of theirs stands under it.
      const partner = person({ id: fresh, parent: own.id }, 'married');
      return { change: { type: 'add-items', items: [partner] }, write: fresh };
    },
  },
  {
    id: 'parent',
    label: 'A parent',
    key: 'a',
    joint: 'parent of',
    add(chart, item, fresh) {
      if (item === null) return nobody(fresh);
      const own = chart.items[item]!;
      const [first, second] = familyOf(chart).originsOf.get(item)?.[0]?.couple.partners ?? [];
      if (first !== undefined && second !== undefined)
        return `${own.fields['name'] || 'This person'} has two parents already.`;
      if (first !== undefined) {
        // The other parent is a partner of the first; those who stand under the first are children of both.
        const children = treeOf(chart.items)
          .childrenOf(first)
          .filter((id) => !isPartnerLine(chart.items[id]!));
        return {
          change: asOne([
            { type: 'add-items', items: [person({ id: fresh, parent: first }, 'married')] },
            ...children.map((id): Change => ({ type: 'move-branch', id, parent: fresh })),
          ]),
          write: fresh,
        };
      }
      // Somebody's partner can't be moved from under them: such a parent has a line of their own, joined by a link.
      if (isPartnerLine(own))
        return {
          change: {
            type: 'add-items',
            items: [person({ id: fresh, parent: null })],
            links: [{ id: `${item}-c-${fresh}`.slice(-64), from: item, to: fresh, role: 'child-of' }],
          },
          write: fresh,
        };
      return {
        change: asOne([
          { type: 'add-items', items: [person({ id: fresh, parent: own.parent })], after: item },
          { type: 'move-branch', id: item, parent: fresh },
        ]),
        write: fresh,
      };
    },
  },
  {
    id: 'sibling',
    label: 'A brother or sister',
    key: 'b',
    joint: 'sibling of',
    at: 'beside',
    add(chart, item, fresh) {
      if (item === null) return nobody(fresh);
      const own = chart.items[item]!;
      if (own.parent === null || isPartnerLine(own))
        return `Brothers and sisters stand under the same parents: add a parent of ${own.fields['name'] || 'this person'} first.`;
      return {
        change: { type: 'add-items', items: [person({ id: fresh, parent: own.parent })], after: item },
        write: fresh,
      };
    },
  },
];
