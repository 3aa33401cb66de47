/**
 * Families read from GEDCOM 5.5.1 and 7 and written as 7. What is not used here (places, sources, notes ...) is carried
 * along as it came and written back. Source of tags and structures: "The FamilySearch GEDCOM Specification" 7.0 and "The
 * GEDCOM Standard" 5.5.1.
 */
import type { Chart } from '../../chart';
import {
  type GedcomLine,
  type GedcomOut,
  looksLikeGedcom,
  parseGedcom,
  sub,
  subs,
  writeGedcom,
} from '../../formats/gedcom';
import { type ListForm, type ListRead, type Problem, plainText, tidy } from '../../list';
import { type By, type Couple, familyOf, type Status, sexOf } from './family';
import { listOf, type PairRecord, type PersonRecord } from './records';

const SAMPLE = `0 HEAD
1 GEDC
2 VERS 7.0
0 @I1@ INDI
1 NAME Cora /Oke/
1 SEX F
1 BIRT
2 DATE 1892
1 FAMS @F1@
0 @I2@ INDI
1 NAME Ivo /Marrable/
1 SEX M
1 FAMS @F1@
0 @I3@ INDI
1 NAME Delia /Marrable/
1 BIRT
2 DATE 3 MAR 1915
1 FAMC @F1@
0 @F1@ FAM
1 HUSB @I2@
1 WIFE @I1@
1 CHIL @I3@
1 MARR
0 TRLR
`;

/** Encodings from before UTF-8 that files name in their head. */
const LEGACY = /^(ANSEL|ANSI|IBMPC|IBM|MACINTOSH|MACROMAN|WINDOWS|CP\d+|LATIN1|ISO-?8859)/;
const PEDIGREE: Readonly<Record<string, By>> = { adopted: 'adopted', foster: 'foster', birth: 'birth', step: 'step' };

/** A name as it is said: the slashes that mark the family name taken away. */
const nameOf = (value: string): string => tidy(value.replaceAll('/', ' '));

export const gedcomForm: ListForm = {
  id: 'gedcom',
  label: 'GEDCOM',
  sample: SAMPLE,
  exclusive: true,
  suits: (text) => (looksLikeGedcom(text) ? 1 : 0),
  read(raw, { newId }) {
    const file = parseGedcom(plainText(raw));
    const problems: Problem[] = [];
    const ids = new Map<string, string>();
    const lines: Record<string, number> = {};
    const people = file.records.filter(({ tag }) => tag === 'INDI');
    for (const record of people) {
      const id = newId();
      if (record.xref) ids.set(record.xref, id);
      lines[id] = record.line;
    }
    const idOf = new Map(people.map((record, i) => [record, Object.keys(lines)[i]!]));
    const recordOf = new Map([...idOf].map(([record, id]) => [id, record]));
    const carried: Record<string, string> = {};
    const parents = new Map<string, { id: string; by: By }[]>();
    const pairs: PairRecord[] = [];
    const at = (line: number, code: string, says: string, severity: Problem['severity'] = 'warning') =>
      problems.push({ code, severity, line, message: `Line ${line}: ${says}`, repairs: [] });

    for (const family of file.records.filter(({ tag }) => tag === 'FAM')) {
      const partners = [...subs(family, 'HUSB'), ...subs(family, 'WIFE')].flatMap(({ value, line }) => {
        const id = ids.get(value.trim());
        if (id === undefined && value.trim() !== '@VOID@')
          at(line, 'unknown-person', `there is no person ${value.trim()} in this file.`);
        return id ?? [];
      });
      const status: Status | undefined = ['DIV', 'DIVF', 'ANUL'].some((tag) => sub(family, tag))
        ? 'parted'
        : ['MARR', 'MARC', 'MARL', 'MARS', 'ENGA', 'MARB'].some((tag) => sub(family, tag))
          ? 'married'
          : partners.length === 2
            ? 'partner'
            : undefined;
      const [a, b] = partners;
      if (a !== undefined && b !== undefined) pairs.push({ a, b, status });
      for (const { value, line } of subs(family, 'CHIL')) {
        const child = ids.get(value.trim());
        if (child === undefined) {
          if (value.trim() !== '@VOID@') at(line, 'unknown-person', `there is no person ${value.trim()} in this file.`);
          continue;
        }
        const record = recordOf.get(child)!;
        const link = subs(record, 'FAMC').find((own) => own.value.trim() === family.xref);
        const by = PEDIGREE[(sub(link, 'PEDI')?.value ?? '').trim().toLowerCase()] ?? 'birth';
        const list = parents.get(child) ?? [];
        for (const id of partners) list.push({ id, by });
        parents.set(child, list);
      }
      const key = partners.map((id) => `@${id}`).join(' ');
      const rest = family.children.filter(({ tag }) => !['HUSB', 'WIFE', 'CHIL'].includes(tag));
      if (rest.length > 0 && key !== '') carried[`gedcom fam ${key}`] = carry(rest);
    }
    const records = people.map((record): PersonRecord => {
      const id = idOf.get(record)!;
      const name = subs(record, 'NAME')[0];
      const sex = sub(record, 'SEX')?.value.trim().toLowerCase() ?? '';
      const [born, died] = [sub(record, 'BIRT'), sub(record, 'DEAT')];
      const date = (event: GedcomLine | undefined) => {
        const line = sub(event, 'DATE');
        return tidy(line?.value || sub(line, 'PHRASE')?.value || '');
      };
      const fields: Record<string, string> = { name: nameOf(name?.value ?? '') };
      if (date(born)) fields['born'] = date(born);
      if (date(died)) fields['died'] = date(died);
      else if (died) fields['died'] = '?';
      if (sex === 'm' || sex === 'f') fields['sex'] = sex;
      if (sub(record, '_TWIN')) fields['twin'] = 'yes';
      // Kept with its slashes, so that the family name is marked again when it is written.
      if (name?.value.includes('/')) carried[`gedcom name ${id}`] = name.value;
      const rest = record.children
        .filter((line) => line !== name || line.children.length > 0)
        .filter(({ tag }) => !['FAMC', 'FAMS', '_TWIN'].includes(tag) && !(tag === 'SEX' && fields['sex']));
      if (rest.length > 0) carried[`gedcom indi ${id}`] = carry(rest);
      return { id, fields, parents: parents.get(id) ?? [] };
    });
    const others = file.records.filter(({ tag }) => !['HEAD', 'TRLR', 'INDI', 'FAM'].includes(tag));
    if (others.length > 0) carried['gedcom records'] = carry(others);
    const head = file.records.find(({ tag }) => tag === 'HEAD');
    const kept = (head?.children ?? []).filter(
      ({ tag }) => !['GEDC', 'CHAR', 'SOUR', 'DEST', 'FILE', 'SUBN', 'SCHMA'].includes(tag),
    );
    if (kept.length > 0) carried['gedcom head'] = carry(kept);

    for (const { line, text } of file.broken)
      at(line, 'broken-line', `"${text}" is not a line of this form; it was joined to the one above.`);
    if (LEGACY.test(file.encoding))
      problems.push({
        code: 'legacy-encoding',
        severity: 'warning',
        message: `The file says that it is written in ${file.encoding}, from before UTF-8; look whether names with accents came out right.`,
        repairs: [],
      });
    const { items, links } = listOf(records, pairs, newId);
    return { form: 'gedcom', items, links, sets: [], lines, problems, carried } satisfies ListRead;
  },
};

/** Lines as they will be written again: JSON, so that nothing of them is lost. */
const carry = (lines: readonly GedcomLine[]): string => JSON.stringify(lines.map(bare));
const bare = ({ tag, xref, value, children }: GedcomLine): GedcomOut => ({
  tag,
  ...(xref !== undefined && { xref }),
  ...(value !== '' && { value }),
  ...(children.length > 0 && { children: children.map(bare) }),
});

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
