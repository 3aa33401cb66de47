/**
 * Families read from GEDCOM 5.5.1 and 7. Every record is carried along as it came, so that what is not used here (places,
 * sources, notes ...) is written back. Source of tags and structures: "The FamilySearch GEDCOM Specification" 7.0 and "The
 * GEDCOM Standard" 5.5.1.
 */
import type { Chart } from '../../chart';
import { type GedcomLine, type GedcomNode, looksLikeGedcom, parseGedcom, sub, subs } from '../../formats/gedcom';
import { type ListForm, type ListRead, type Problem, plainText } from '../../list';
import { type FamilyOfFile, fieldsOf, listOfPeople, type PersonOfFile } from './gedcom-people';

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
/** Letters that no name has, but that come of bytes taken for those of another encoding. */
const MISREAD = /[\u0080-\u009f\ufffd]/;

export const gedcomForm: ListForm = {
  id: 'gedcom',
  label: 'GEDCOM',
  sample: SAMPLE,
  exclusive: true,
  suits: (text) => (looksLikeGedcom(text) ? 1 : 0),
  read(raw, { newId }) {
    const file = parseGedcom(plainText(raw));
    const problems: Problem[] = [];
    const lines: Record<string, number> = {};
    const given = (line: number): string => {
      const id = newId();
      lines[id] = line;
      return id;
    };
    const isNamed = (line: GedcomLine) => line.value !== '' && line.value !== '@VOID@';
    const people = file.records
      .filter(({ tag }) => tag === 'INDI')
      .map((record): PersonOfFile<GedcomLine> => ({ id: given(record.line), record }));
    const families = file.records
      .filter(({ tag }) => tag === 'FAM')
      .map((record): FamilyOfFile<GedcomLine> => {
        // Brothers and sisters whose parents are not known still belong together. One child of nobody needs no parents.
        const hasPartner = [...subs(record, 'HUSB'), ...subs(record, 'WIFE')].some(isNamed);
        const isApart = !hasPartner && subs(record, 'CHIL').filter(isNamed).length > 1;
        return isApart ? { record, unknown: given(record.line) } : { record };
      });
    const at = (line: number, code: string, says: string, severity: Problem['severity'] = 'warning') =>
      problems.push({ code, severity, line, message: `Line ${line}: ${says}`, repairs: [] });
    const { items, links } = listOfPeople({ people, families }, newId, ({ line, value }) =>
      at(line, 'unknown-person', `there is no person ${value} in this file.`),
    );
    for (const { line, text } of file.broken)
      at(line, 'broken-line', `"${text}" is not a line of this form; it was joined to the one above.`);
    if (LEGACY.test(file.encoding) && MISREAD.test(raw))
      problems.push({
        code: 'legacy-encoding',
        severity: 'warning',
        message: `The file says that it is written in ${file.encoding}, from before UTF-8; look whether names with accents came out right.`,
        repairs: [],
      });
    const carried: Record<string, string> = { [FACTS]: '' };
    const idOf = new Map<GedcomLine, string>(people.map(({ id, record }) => [record, id]));
    const unknownOf = new Map(families.map(({ record, unknown }) => [record, unknown]));
    for (const [place, record] of file.records.entries()) {
      if (record.tag === 'TRLR') continue;
      const person = idOf.get(record);
      const unknown = unknownOf.get(record);
      const key =
        person !== undefined
          ? `${PERSON} ${person}`
          : `${record.tag === 'FAM' ? FAMILY : OTHER} ${place}${unknown === undefined ? '' : ` ${unknown}`}`;
      carried[key] = JSON.stringify([place, bare(record)]);
    }
    return { form: 'gedcom', items, links, sets: [], lines, problems, carried } satisfies ListRead;
  },
};

/** Keys of what is carried; ids of items stand in them as words of their own, so that they can be exchanged. */
const PERSON = 'gedcom person';
const FAMILY = 'gedcom family';
const OTHER = 'gedcom record';
/** Facts of the file became columns of the chart; a chart from before that has none, and what its file says of them stays. */
const FACTS = 'gedcom facts';

/** A structure as it is carried: as short as JSON can say it. */
type Bare = readonly [tag: string, value: string, children: readonly Bare[], xref: string, pointer: 0 | 1];
const bare = ({ tag, value, children, xref = '', pointer }: GedcomNode): Bare => [
  tag,
  value,
  children.map(bare),
  xref,
  pointer ? 1 : 0,
];
const revived = ([tag, value, children, xref, pointer]: Bare): GedcomNode => ({
  tag,
  ...(xref !== '' && { xref }),
  value,
  ...(pointer === 1 && { pointer: true }),
  children: children.map(revived),
});

export interface CarriedFile {
  /** Records in the order of the file. */
  readonly records: readonly GedcomNode[];
  readonly people: readonly PersonOfFile[];
  readonly families: readonly FamilyOfFile[];
  /** Facts were read as columns. */
  readonly hasFacts: boolean;
}

/** The file that a chart came from, as it was. */
export function carriedFile({ carried = {} }: Pick<Chart, 'carried'>): CarriedFile {
  const found = Object.entries(carried)
    .filter(([key]) => [PERSON, FAMILY, OTHER].some((kind) => key.startsWith(`${kind} `)))
    .map(([key, text]) => {
      const [place, record] = JSON.parse(text) as [number, Bare];
      return { key, place, record: revived(record) };
    })
    .sort((a, b) => a.place - b.place);
  const of = (kind: string) => found.filter(({ key }) => key.startsWith(`${kind} `));
  return {
    records: found.map(({ record }) => record),
    people: of(PERSON).map(({ key, record }) => ({ id: key.slice(PERSON.length + 1), record })),
    families: of(FAMILY).map(({ key, record }) => {
      const unknown = key.split(' ')[3];
      return { record, ...(unknown !== undefined && { unknown }) };
    }),
    hasFacts: Object.hasOwn(carried, FACTS),
  };
}

/** Names of people's pictures in an archive that came with them: the first each. */
export function picturesIn(carried: Chart['carried']): Map<string, string> {
  const { records, people } = carriedFile({ carried });
  const objects = new Map(records.flatMap((record) => (record.xref ? [[record.xref, record] as const] : [])));
  return new Map(
    people.flatMap(({ id, record }) => {
      const own = subs(record, 'OBJE').map((line) => (line.pointer ? objects.get(line.value) : line));
      const name = own.map((object) => sub(object, 'FILE')?.value.trim()).find(Boolean);
      return name === undefined ? [] : [[id, decoded(name)] as const];
    }),
  );
}
/** Names of files are local paths as URLs have them (version 7.0, chapter 2, File path). */
function decoded(name: string): string {
  try {
    return decodeURIComponent(name.replace(/^\.\//, ''));
  } catch {
    return name;
  }
}

/**
 * People of one file who were in another before: the same identifier, and the same name or a record that is the same.
 * @returns for the ids of the newer file those of the older
 */
export function sameInFiles(older: Chart['carried'], newer: Chart['carried']): Map<string, string> {
  const [before, now] = [carriedFile({ carried: older }), carriedFile({ carried: newer })];
  const known = new Map(before.people.map((one) => [one.record.xref, one]));
  const isSame = (a: GedcomNode, b: GedcomNode) => {
    const [x, y] = [fieldsOf(a)['name'], fieldsOf(b)['name']];
    return x === '' || y === '' ? JSON.stringify(bare(a)) === JSON.stringify(bare(b)) : x === y;
  };
  const same = new Map<string, string>();
  for (const { id, record } of now.people) {
    const one = record.xref === undefined ? undefined : known.get(record.xref);
    if (one && isSame(one.record, record)) same.set(id, one.id);
  }
  const families = new Map(before.families.map((one) => [one.record.xref, one]));
  for (const { unknown, record } of now.families) {
    const one = families.get(record.xref);
    if (unknown !== undefined && one?.unknown !== undefined) same.set(unknown, one.unknown);
  }
  return same;
}

/** What the file said of itself that holds for a file of ours as well: not who wrote it, and in which version. */
export const headKept = (records: readonly GedcomNode[]): readonly GedcomNode[] =>
  (records.find(({ tag }) => tag === 'HEAD')?.children ?? []).filter(
    ({ tag }) => !['GEDC', 'CHAR', 'SOUR', 'DEST', 'FILE'].includes(tag),
  );
