/** Families as outlines: children under a parent, partners behind a plus, years and how people belong in brackets. */

import { type Link, treeOf } from '../../chart';
import { pushTo } from '../../grouped';
import { folded, type ListRead, outlineForm, type Problem, type ReadContext } from '../../list';
import { factLink, takeFacts } from './couples';
import { byOf, statusOf } from './family';
import { split } from './lines';

const OUTLINE = `Alba Tansley (1868–1941)
+ Bertrand Oke (1865–1930)
\tCora Oke (1892–1975)
\t+ Ivo Marrable (1890–1917)
\t\tDelia Marrable (1915–2001)
\t+ Hugo Penn (1888–1960), parted
\tEmil Oke (1895–1970, adopted)
`;
/**
 * A partner's line belongs to the person above it, at whichever of the two levels it stands; lines that follow an indented
 * partner at its level are the couple's children. A partner who has a line elsewhere becomes a link to that line.
 */
function resolveOutline(list: ListRead, { newId }: ReadContext): ListRead {
  const tree = treeOf(Object.fromEntries(list.items.map((item) => [item.id, item])));
  const parent = new Map(list.items.map(({ id, parent: above }) => [id, above]));
  const isPartner = new Set(list.items.filter(({ fields }) => statusOf(fields['relation'] ?? '')).map(({ id }) => id));
  for (const above of [null, ...list.items.map(({ id }) => id)]) {
    let host: string | null = null;
    let couple: string | null = null;
    for (const id of tree.childrenOf(above)) {
      if (isPartner.has(id)) {
        parent.set(id, host ?? above);
        if (host === null) couple = id;
      } else {
        host = id;
        if (couple !== null) parent.set(id, couple);
      }
    }
  }
  const byId = new Map(list.items.map((item) => [item.id, item]));
  const links: Link[] = [];
  const problems: Problem[] = [...list.problems];
  for (const id of isPartner)
    if (parent.get(id) === null)
      problems.push({
        code: 'partner-of-nobody',
        severity: 'warning',
        line: list.lines[id]!,
        item: id,
        message: `Line ${list.lines[id]} begins with a plus, but there is nobody above it to be the partner of; it stands alone.`,
        repairs: [],
      });
  const gone = new Set<string>();
  const people = new Map<string, string[]>();
  for (const { id, fields } of list.items) {
    const key = folded(fields['name'] ?? '');
    pushTo(people, key, id);
  }
  for (const id of isPartner) {
    const { fields } = byId.get(id)!;
    const above = parent.get(id);
    if (above === null || above === undefined) continue;
    const comesFrom = (other: string) => {
      for (let at: string | null | undefined = other; at; at = parent.get(at))
        if (at === id || at === above) return true;
      return false;
    };
    // The same person: the same name, no year that says otherwise, and nobody who comes from the couple.
    const same = (people.get(folded(fields['name'] ?? '')) ?? []).filter((other) => {
      const its = byId.get(other)!.fields;
      return (
        other !== id &&
        !comesFrom(other) &&
        !gone.has(other) &&
        ['born', 'died'].every((field) => !fields[field] || its[field] === fields[field])
      );
    });
    const [other] = same;
    const sure = other !== undefined && same.length === 1 && (!isPartner.has(other) || fields['born'] !== undefined);
    if (!sure || fields['name'] === '' || other === above) continue;
    gone.add(id);
    const status = statusOf(fields['relation']!)!;
    const { facts } = takeFacts(fields);
    const word = statusOf(fields['relation']!) === status ? fields['relation']! : status;
    links.push(factLink(newId(), above, other, word, facts));
    for (const [child, of] of parent) {
      if (of !== id) continue;
      parent.set(child, above);
      const by = byOf(byId.get(child)!.fields['relation'] ?? '');
      links.push({
        id: newId(),
        from: child,
        to: other,
        role: 'child-of',
        ...(by !== 'birth' && { fields: { by } }),
      });
    }
    problems.push({
      code: 'same-person',
      severity: 'note',
      line: list.lines[id]!,
      item: other,
      message: `Line ${list.lines[id]}: ${fields['name']} was taken as the person in line ${list.lines[other]}.`,
      repairs: [],
    });
  }
  const items = list.items
    .filter(({ id }) => !gone.has(id))
    .map((item) => {
      const above = parent.get(item.id)!;
      const { facts, rest } = takeFacts(item.fields);
      if (Object.keys(facts).length === 0) return { ...item, parent: above };
      // Of somebody who is nobody's partner it is theirs alone.
      if (above === null || !isPartner.has(item.id)) return { ...item, parent: above };
      links.push(factLink(newId(), above, item.id, item.fields['relation'] ?? 'married', facts));
      return { ...item, parent: above, fields: rest };
    });
  return { ...list, items, links, problems: problems.filter(({ item }) => item === undefined || !gone.has(item)) };
}

export const outline = outlineForm(OUTLINE, split, resolveOutline, '+');
