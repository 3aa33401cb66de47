import type { Chart } from '../../chart';
import { dateIn, folded, nameFinder, type Problem, type Repair } from '../../list';
import { type Found, type LineOf, quoted, reported } from '../report';
import { type Family, familyOf, isRelation, isUnknownParents, sexOf } from './family';
import { generationsOf } from './generations';

/** Ages in years beyond which a birth is asked about (common practice in genealogy). */
const PARENT_FROM = 12;
const MOTHER_TO = 55;

export function problems(chart: Chart, lineOf: LineOf): Problem[] {
  const family = familyOf(chart);
  const name = (id: string) => quoted(chart, id);
  return reported(lineOf, [
    ...family.circles.map(
      (round): Found => ({
        code: 'own-ancestor',
        severity: 'error',
        item: round[0]!,
        says: `${name(round[0]!)} would be their own ancestor: ${round.map(name).join(' – child of – ')}. The last link was left out of the picture.`,
      }),
    ),
    ...family.crowded.map(
      ({ child, parents }): Found => ({
        code: 'three-parents',
        severity: 'error',
        item: child,
        says: `${name(child)} has more than two parents of one kind; ${parents.map(name).join(' and ')} ${parents.length === 1 ? 'is' : 'are'} left out. Say which are adoptive, foster or step parents.`,
      }),
    ),
    ...[...generationsOf(chart).apart].map((key): Found => {
      const { partners } = family.couples.find((couple) => couple.key === key)!;
      return {
        code: 'generations-apart',
        severity: 'note',
        item: partners[0]!,
        says: `${name(partners[0]!)} and ${name(partners[1]!)} can't stand in one generation, as one comes from the other's line.`,
      };
    }),
    ...datesOf(chart, family, name),
    ...unknownPeople(chart, family),
    ...family.people.flatMap((id): Found[] => {
      const { note } = chart.items[id]!.fields;
      return note
        ? [
            {
              code: 'note-kept',
              severity: 'note',
              item: id,
              field: 'note',
              says: `"${note}" is kept as a note of ${name(id)}.`,
            },
          ]
        : [];
    }),
    ...doubles(chart, family, name, lineOf),
  ]);
}

function datesOf(chart: Chart, family: Family, name: (id: string) => string): Found[] {
  const found: Found[] = [];
  const year = (id: string, field: 'born' | 'died') => dateIn(chart.items[id]!.fields[field])?.year;
  const impossible = (item: string, says: string, severity: Found['severity'] = 'warning') =>
    found.push({ code: 'impossible-date', severity, item, field: 'born', says });
  for (const id of family.people) {
    const { born: text, died: deathText, relation = '' } = chart.items[id]!.fields;
    const [born, died] = [year(id, 'born'), year(id, 'died')];
    for (const [field, value, known] of [
      ['born', text, born],
      ['died', deathText, died],
    ] as const)
      if (value && value !== '?' && known === undefined)
        found.push({
          code: 'no-date',
          severity: 'note',
          item: id,
          field,
          says: `"${value}" has no year in it, so ${name(id)} can't be put in order by it.`,
        });
    if (born !== undefined && died !== undefined && died < born)
      impossible(id, `${name(id)} died (${died}) before being born (${born}).`, 'error');
    if (!isRelation(relation))
      found.push({
        code: 'unknown-relation',
        item: id,
        field: 'relation',
        says: `"${relation}" is no relation that is known; write adopted, foster, step, married, partner or parted.`,
        repairs: [
          { label: 'Take it as a child by birth', change: { type: 'edit-fields', id, fields: { relation: null } } },
        ],
      });
    if (born === undefined) continue;
    for (const { couple, by } of family.originsOf.get(id)!) {
      if (by !== 'birth') continue;
      for (const parent of couple.partners) {
        const [from, to] = [year(parent, 'born'), year(parent, 'died')];
        const mother = sexOf(chart.items[parent]) === 'f';
        if (from !== undefined && born - from < PARENT_FROM)
          impossible(
            id,
            `${name(id)} was born in ${born}, when ${name(parent)} was ${born - from < 0 ? 'not yet born' : `${born - from}`}.`,
          );
        else if (mother && from !== undefined && born - from > MOTHER_TO)
          impossible(id, `${name(id)} was born in ${born}, when the mother, ${name(parent)}, was ${born - from}.`);
        // A father may die in the year before; a mother can't.
        if (to !== undefined && born > to + (mother ? 0 : 1))
          impossible(id, `${name(id)} was born in ${born}, after ${name(parent)} died in ${to}.`);
      }
    }
  }
  return found;
}

function unknownPeople(chart: Chart, family: Family): Found[] {
  const byName = new Map(family.people.map((id) => [chart.items[id]!.fields['name'] ?? '', id]));
  let near: ReturnType<typeof nameFinder> | undefined;
  const found: Found[] = [];
  for (const id of family.people)
    for (const field of ['father', 'mother', 'partners'] as const) {
      const text = chart.items[id]!.fields[field];
      if (!text) continue;
      near ??= nameFinder(byName.keys());
      const repairs = near(text)
        .filter((other) => byName.get(other) !== id)
        .map((other): Repair => {
          const to = byName.get(other)!;
          const put =
            field === 'partners'
              ? { id: `${id}-p-${to}`, from: id, to, role: 'partner' }
              : { id: `${id}-${field[0]}-${to}`, from: id, to, role: 'child-of' };
          return {
            label: `It is ${other}`,
            change: {
              type: 'group',
              changes: [
                { type: 'set-links', put: [put], remove: [] },
                { type: 'edit-fields', id, fields: { [field]: null } },
              ],
            },
          };
        });
      const what = field === 'partners' ? 'partner' : field;
      found.push({
        code: field === 'partners' ? 'unknown-partner' : 'unknown-parent',
        item: id,
        field,
        says: `the ${what} of ${quoted(chart, id)}, "${text}", is not in the list, or more than one is called that.`,
        repairs: [
          ...repairs,
          { label: `Forget the ${what}`, change: { type: 'edit-fields', id, fields: { [field]: null } } },
        ],
      });
    }
  return found;
}

function doubles(chart: Chart, family: Family, name: (id: string) => string, lineOf: LineOf): Found[] {
  const first = new Map<string, string>();
  const found: Found[] = [];
  for (const id of family.people) {
    const { name: own = '', born = '' } = chart.items[id]!.fields;
    if (own.trim() === '') {
      if (isUnknownParents(chart.items[id]!)) continue;
      found.push({
        code: 'empty-name',
        severity: 'note',
        item: id,
        field: 'name',
        says: 'there is no name; the person is drawn as unknown.',
      });
      continue;
    }
    const key = `${folded(own)}\n${folded(born)}`;
    const other = first.get(key);
    if (other === undefined) first.set(key, id);
    else {
      const line = lineOf(other);
      found.push({
        code: 'double',
        item: id,
        says: `${name(id)}${born ? `, born ${born},` : ''} is in the list twice${line === undefined ? '' : ` (also in line ${line})`}. Is it one person?`,
      });
    }
  }
  return found;
}
