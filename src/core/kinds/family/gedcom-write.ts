/** Families written as GEDCOM 7, with what a file of 5.5.1 or 7 carried that is not used here. */
import type { Chart } from '../../chart';
import { type GedcomOut, writeGedcom } from '../../formats/gedcom';
import { type By, type Couple, familyOf, sexOf } from './family';
import { nameOf } from './gedcom';

/** Tags of version 5.5.1 that version 7 does not know: they are written as extensions, with a leading underscore. */
const OLD = new Set([
  'AFN',
  'ALIA',
  'ANCE',
  'BLOB',
  'CHAR',
  'DESC',
  'EMAI',
  'FONE',
  'ORDI',
  'RELA',
  'RFN',
  'RIN',
  'ROMN',
  'STAE',
  'SUBN',
  'TEMP',
]);

/** A carried line in version 7: pointers renamed, shared notes under their new tag, tags it lacks as extensions. */
function renewed(line: GedcomOut, pointer: (xref: string) => string): GedcomOut {
  const value = line.value !== undefined && /^@[^@\s]+@$/.test(line.value) ? pointer(line.value) : line.value;
  const shared = line.tag === 'NOTE' && (line.xref !== undefined || (value !== undefined && /^@[^@\s]+@$/.test(value)));
  const tag = shared ? 'SNOTE' : line.tag === 'CONC' ? 'CONT' : OLD.has(line.tag) ? `_${line.tag}` : line.tag;
  return {
    tag,
    ...(line.xref !== undefined && { xref: pointer(line.xref) }),
    ...(value !== undefined && { value }),
    ...(line.children && { children: line.children.map((child) => renewed(child, pointer)) }),
  };
}

/** A chart's family as GEDCOM 7. */
export function gedcomOf(chart: Chart): string {
  const family = familyOf(chart);
  const carried = chart.carried ?? {};
  const taken = (key: string): GedcomOut[] =>
    carried[key] === undefined ? [] : (JSON.parse(carried[key]) as GedcomOut[]);
  const xrefs = new Map(family.people.map((id, i) => [id, `@I${i + 1}@`]));
  const couples = family.couples;
  const famOf = new Map<Couple, string>(couples.map((couple, i) => [couple, `@F${i + 1}@`]));
  // Identifiers of other records are kept apart from ours: version 7 allows capitals, digits and underscores only.
  const others = new Map<string, string>();
  const known = new Set(taken('gedcom records').flatMap(({ xref }) => xref ?? []));
  const pointer = (xref: string) => {
    if (xref === '@VOID@' || !known.has(xref)) return '@VOID@';
    if (!others.has(xref)) others.set(xref, `@X${others.size + 1}@`);
    return others.get(xref)!;
  };
  const renew = (lines: readonly GedcomOut[]) => lines.map((line) => renewed(line, pointer));

  const people = family.people.map((id): GedcomOut => {
    const { fields } = chart.items[id]!;
    const rest = renew(taken(`gedcom indi ${id}`));
    const event = (tag: string, date: string | undefined): GedcomOut[] => {
      const before = rest.find((line) => line.tag === tag);
      if (!date && !before) return [];
      const more = (before?.children ?? []).filter((line) => line.tag !== 'DATE');
      const own = date && date !== '?' ? [dateLine(date)] : [];
      const children = [...own, ...more];
      return [{ tag, ...(children.length === 0 ? { value: 'Y' } : { children }) }];
    };
    const before = rest.find(({ tag }) => tag === 'NAME');
    const old = carried[`gedcom name ${id}`];
    const name = old !== undefined && nameOf(old) === fields['name'] ? old : (fields['name'] ?? '');
    const sex = sexOf(chart.items[id]);
    return {
      tag: 'INDI',
      xref: xrefs.get(id)!,
      children: [
        ...(name === '' ? [] : [{ tag: 'NAME', value: name, ...(before?.children && { children: before.children }) }]),
        ...(sex ? [{ tag: 'SEX', value: sex.toUpperCase() }] : []),
        ...(fields['twin'] ? [{ tag: '_TWIN', value: 'Y' }] : []),
        ...event('BIRT', fields['born']),
        ...event('DEAT', fields['died']),
        ...rest.filter((line) => line !== before && !['BIRT', 'DEAT', 'SEX'].includes(line.tag)),
        ...family.originsOf.get(id)!.map(
          ({ couple, by }): GedcomOut => ({
            tag: 'FAMC',
            value: famOf.get(couple)!,
            ...(by !== 'birth' && { children: [pedigree(by)] }),
          }),
        ),
        ...family.couplesOf.get(id)!.map((couple): GedcomOut => ({ tag: 'FAMS', value: famOf.get(couple)! })),
      ],
    };
  });
  const families = couples.map((couple): GedcomOut => {
    const [a, b] = inOrder(chart, couple.partners);
    const key = couple.partners.map((id) => `@${id}`);
    const rest = renew(
      taken(`gedcom fam ${key.join(' ')}`).length > 0
        ? taken(`gedcom fam ${key.join(' ')}`)
        : taken(`gedcom fam ${[...key].reverse().join(' ')}`),
    );
    const has = (tag: string) => rest.some((line) => line.tag === tag);
    const two = couple.partners.length === 2;
    return {
      tag: 'FAM',
      xref: famOf.get(couple)!,
      children: [
        ...(a === undefined ? [] : [{ tag: 'HUSB', value: xrefs.get(a)! }]),
        ...(b === undefined ? [] : [{ tag: 'WIFE', value: xrefs.get(b)! }]),
        ...couple.children.map(({ id }): GedcomOut => ({ tag: 'CHIL', value: xrefs.get(id)! })),
        ...(two && couple.status !== 'partner' && !has('MARR') ? [{ tag: 'MARR', value: 'Y' }] : []),
        ...(two && couple.status === 'parted' && !has('DIV') && !has('ANUL') && !has('DIVF')
          ? [{ tag: 'DIV', value: 'Y' }]
          : []),
        ...rest,
      ],
    };
  });
  return writeGedcom([
    {
      tag: 'HEAD',
      children: [
        { tag: 'GEDC', children: [{ tag: 'VERS', value: '7.0' }] },
        { tag: 'SOUR', value: 'DENDROTAX', children: [{ tag: 'NAME', value: 'Dendrotax' }] },
        ...renew(taken('gedcom head')),
      ],
    },
    ...people,
    ...families,
    ...renew(taken('gedcom records')),
    { tag: 'TRLR' },
  ]);
}

/** Version 7 knows STEP only as a phrase of OTHER. */
const pedigree = (by: By): GedcomOut =>
  by === 'step'
    ? { tag: 'PEDI', value: 'OTHER', children: [{ tag: 'PHRASE', value: 'step' }] }
    : { tag: 'PEDI', value: by.toUpperCase() };

const GEDCOM_DATE =
  /^((ABT|CAL|EST|BEF|AFT|FROM|TO) )?(\d{1,2} )?((JAN|FEB|MAR|APR|MAY|JUN|JUL|AUG|SEP|OCT|NOV|DEC) )?\d{1,4}( BCE)?$|^BET .+ AND .+$|^FROM .+ TO .+$/;
/** A date in the form of the standard; other words are kept as a phrase. */
function dateLine(date: string): GedcomOut {
  const standard = date.toUpperCase();
  if (GEDCOM_DATE.test(standard)) return { tag: 'DATE', value: standard };
  return { tag: 'DATE', children: [{ tag: 'PHRASE', value: date }] };
}

/** Husband and wife as the standard calls them: by sex where it is known, else as the list has them. */
function inOrder(chart: Chart, partners: readonly string[]): (string | undefined)[] {
  const [a, b] = partners;
  const [x, y] = [sexOf(chart.items[a!]), b === undefined ? undefined : sexOf(chart.items[b])];
  return x === 'f' || y === 'm' ? [b, a] : [a, b];
}
