/**
 * Families read from GEDCOM 5.5.1 and 7. What is not used here (places, sources, notes ...) is carried
 * along as it came and written back. Source of tags and structures: "The FamilySearch GEDCOM Specification" 7.0 and "The
 * GEDCOM Standard" 5.5.1.
 */
import { type GedcomLine, type GedcomOut, looksLikeGedcom, parseGedcom, sub, subs } from '../../formats/gedcom';
import { type ListForm, type ListRead, type Problem, plainText, tidy } from '../../list';
import type { By, Status } from './family';
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
export const nameOf = (value: string): string => tidy(value.replaceAll('/', ' '));

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
    const unknown: PersonRecord[] = [];
    const at = (line: number, code: string, says: string, severity: Problem['severity'] = 'warning') =>
      problems.push({ code, severity, line, message: `Line ${line}: ${says}`, repairs: [] });

    for (const family of file.records.filter(({ tag }) => tag === 'FAM')) {
      const partners = [...subs(family, 'HUSB'), ...subs(family, 'WIFE')].flatMap(({ value, line }) => {
        const id = ids.get(value.trim());
        if (id === undefined && value.trim() !== '@VOID@')
          at(line, 'unknown-person', `there is no person ${value.trim()} in this file.`);
        return id ?? [];
      });
      // Brothers and sisters whose parents are not known still belong together: under somebody without a name.
      if (partners.length === 0 && sub(family, 'CHIL')) {
        const id = newId();
        lines[id] = family.line;
        unknown.push({ id, fields: { name: '' }, parents: [] });
        partners.push(id);
      }
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
    const { items, links } = listOf([...records, ...unknown], pairs, newId);
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
