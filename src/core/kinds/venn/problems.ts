import type { Change, Chart } from '../../chart';
import { folded, type Problem } from '../../list';
import { type Found, type LineOf, quoted, reported } from '../report';
import { readCount, regionsOf } from './counts';
import { MOST_SETS, membershipOf, setsIn } from './sets';
import { solutionOf } from './solve';

export function problems(chart: Chart, lineOf: LineOf): Problem[] {
  const { sets, left, items, counted } = membershipOf(chart);
  const found: Found[] = [];
  if (items.length > 0 && sets.length === 0)
    found.push({
      code: 'no-sets',
      severity: 'error',
      says: 'there are no sets yet; write them behind each item, such as "Fenna Roke: First aid, Guiding".',
    });
  if (left.length > 0)
    found.push({
      code: 'too-many-sets',
      severity: 'error',
      says: `a diagram shows ${MOST_SETS} sets; ${left.map(({ name }) => `"${name}"`).join(', ')} ${left.length === 1 ? 'is' : 'are'} left out.`,
    });
  return reported(lineOf, [...found, ...(counted ? countProblems(chart, lineOf) : itemProblems(chart, lineOf))]);
}

function itemProblems(chart: Chart, lineOf: LineOf): Found[] {
  const { sets, items, regionOf } = membershipOf(chart);
  const found: Found[] = [];
  let anywhere = 0;
  for (const region of regionOf.values()) anywhere |= region;
  const inSome = new Set(Object.values(chart.sets).flatMap(({ members }) => members));
  for (const [i, set] of sets.entries())
    if (!((anywhere >> i) & 1))
      found.push({
        code: 'empty-set',
        says: `nothing belongs to "${set.name}".`,
        repairs: [{ label: `Remove ${set.name}`, change: { type: 'set-sets', put: [], remove: [set.id] } }],
      });
  const first = new Map<string, string>();
  for (const id of items) {
    const name = chart.items[id]!.fields['name'] ?? '';
    if (name.trim() === '') {
      found.push({ code: 'empty-name', item: id, field: 'name', says: 'there is no name.' });
      continue;
    }
    if (regionOf.get(id) === 0 && sets.length > 0 && !inSome.has(id))
      found.push({
        code: 'in-no-set',
        severity: 'note',
        item: id,
        field: 'sets',
        says: `${quoted(chart, id)} belongs to no set; it stands outside.`,
      });
    const other = first.get(folded(name));
    if (other === undefined) {
      first.set(folded(name), id);
      continue;
    }
    const line = lineOf(other);
    const both = setsIn(sets, regionOf.get(other)! | regionOf.get(id)!);
    const merge: Change = {
      type: 'group',
      changes: [
        { type: 'set-membership', item: other, sets: Object.fromEntries(both.map((set) => [set.id, true])) },
        { type: 'remove-lift', id },
      ],
    };
    found.push({
      code: 'double',
      item: id,
      says: `${quoted(chart, id)} is in the list twice${line === undefined ? '' : ` (also in line ${line})`}.`,
      repairs: [{ label: 'Make them one, in the sets of both', change: merge }],
    });
  }
  return found;
}

function countProblems(chart: Chart, lineOf: LineOf): Found[] {
  const { sets, items } = membershipOf(chart);
  const names = sets.map(({ name }) => name);
  const found: Found[] = [];
  for (const id of items) {
    const { name = '', count } = chart.items[id]!.fields;
    const value = readCount(count);
    if (value === undefined)
      found.push({
        code: 'not-a-number',
        severity: 'error',
        item: id,
        field: 'count',
        says: `"${count ?? ''}" is not a count; write a number, or ? where it is asked for.`,
      });
    else if (value !== '?' && value < 0)
      found.push({
        code: 'not-whole',
        severity: 'error',
        item: id,
        field: 'count',
        says: `${value} is not a count: a count or a share is not below 0.`,
      });
    if (!regionsOf(name, names))
      found.push({
        code: 'unknown-region',
        severity: 'error',
        item: id,
        field: 'name',
        says: `"${name}" names no part of the diagram.`,
      });
  }
  const { status, clash } = solutionOf(chart);
  if (status === 'contradiction')
    found.push({
      code: 'counts-contradict',
      severity: 'error',
      ...(clash.at(-1) !== undefined && { item: clash.at(-1)! }),
      says: `these counts can't all be true: ${clash
        .map(
          (id) =>
            `${chart.items[id]!.fields['name']} ${chart.items[id]!.fields['count']}${lineOf(id) === undefined ? '' : ` (line ${lineOf(id)})`}`,
        )
        .join('; ')}.`,
    });
  return found;
}
