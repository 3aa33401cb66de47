/**
 * What is read from GEDCOM and written again is the same in every structure. Files: one that programs of the nineties wrote
 * (of the Debian package libgedcom-perl), and generated ones after the grammar of "The FamilySearch GEDCOM Specification"
 * 7.0 and "The GEDCOM Standard" 5.5.1. What version 7 writes differently is listed here as `inVersion7` says it.
 */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Change, Chart } from '../../src/core/chart';
import { decode } from '../../src/core/formats';
import { type GedcomNode, node, parseGedcom, pointing, writeGedcom } from '../../src/core/formats/gedcom';
import { familyOf, isUnknownParents, sexOf } from '../../src/core/kinds/family/family';
import { dateOfVersion7 } from '../../src/core/list';
import { writeList } from '../../src/core/write';
import { carried, readAs } from '../support/kinds';

const REAL = readFileSync('tests/corpus/files/libgedcom-perl--royal.ged');

/** Tags of 5.5.1 that 7 keeps as extensions only (the standard's list of removed structures, from memory). */
const EXTENSIONS = /^(AFN|ALIA|ANCE|BLOB|CHAR|DESC|EMAI|FONE|ORDI|RELA|RFN|RIN|ROMN|STAE|SUBN|TEMP)$/;
/** What the head says of the file itself, which is ours now. */
const OF_THE_FILE = ['GEDC', 'CHAR', 'SOUR', 'DEST', 'FILE'];

/** Records as version 7 would have them: by tag and identifier, so that their order does not count. */
function inVersion7(records: readonly GedcomNode[], isOld: boolean): GedcomNode[] {
  const known = new Set(records.flatMap(({ xref }) => xref ?? []));
  const taken = new Set([...known].filter((xref) => /^@[A-Z0-9_]+@$/.test(xref)));
  const names = new Map<string, string>();
  const name = (xref: string) => {
    if (taken.has(xref)) return xref;
    if (!names.has(xref))
      names.set(
        xref,
        `@${xref
          .slice(1, -1)
          .toUpperCase()
          .replace(/[^A-Z0-9_]/g, '_')}@`,
      );
    return names.get(xref)!;
  };
  const renew = ({ tag, xref, value, pointer, children }: GedcomNode): GedcomNode => {
    const shared = isOld && tag === 'NOTE' && (pointer || xref !== undefined);
    const date = tag === 'DATE' && value !== '' ? dateOfVersion7(value) : undefined;
    return {
      tag: shared ? 'SNOTE' : isOld && EXTENSIONS.test(tag) ? `_${tag}` : tag,
      ...(xref !== undefined && { xref: name(xref) }),
      value: pointer
        ? known.has(value)
          ? name(value)
          : '@VOID@'
        : date
          ? date.value
          : ['PEDI', 'SEX', 'MEDI', 'RESN'].includes(tag)
            ? value.toUpperCase()
            : value,
      ...(pointer && { pointer }),
      children: [
        ...(date?.phrase !== undefined && !children.some((child) => child.tag === 'PHRASE')
          ? [node('PHRASE', date.phrase)]
          : []),
        ...children.map(renew),
      ],
    };
  };
  return records
    .filter(({ tag }) => tag !== 'TRLR')
    .map((record) =>
      renew(
        record.tag === 'HEAD'
          ? { ...record, children: record.children.filter(({ tag }) => !OF_THE_FILE.includes(tag)) }
          : record,
      ),
    );
}

/** Structures without the numbers of their lines. */
const bare = ({ tag, xref, value, pointer, children }: GedcomNode): GedcomNode => ({
  tag,
  ...(xref !== undefined && { xref }),
  value,
  ...(pointer && { pointer }),
  children: children.map(bare),
});
const written = (chart: Chart) => writeList(readAs('family', SAMPLE).kind, 'gedcom', chart);
const SAMPLE = '0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME One\n0 TRLR\n';

function isSame(text: string) {
  const before = parseGedcom(text);
  const isOld = !before.version.startsWith('7');
  const again = parseGedcom(written(readAs('family', text).chart)).records;
  const wanted = inVersion7(before.records.map(bare), isOld);
  expect(inVersion7(again.map(bare), false)).toEqual(wanted);
}

/* Files after the grammar. */
const word = fc.stringMatching(/^[A-Za-zÀ-ž][A-Za-zÀ-ž '-]{0,8}[a-z]$/);
const text = fc.oneof(
  word,
  fc.constantFrom('@me', 'two\nlines', ' begins with a blank', 'with @ within', '@@', 'a\n\n@b', '@NOT A POINTER@'),
);
const date = fc.constantFrom(
  '1890',
  'MAR 1890',
  '12 MAR 1890',
  'ABT 1890',
  'BEF 3 JUN 1900',
  'BET 1890 AND 1892',
  'FROM 1890 TO 1895',
  'JULIAN 4 OCT 1700',
  '44 BCE',
);
const oldDate = fc.constantFrom(
  '12 MAR 1890',
  '@#DJULIAN@ 4 OCT 1700',
  '4 FEB 1699/00',
  '(about the war)',
  'INT 1890 (Lent)',
  'Friday, 10th June 1921',
);
const place = word.map((name) => node('PLAC', name));
const detail = (when: fc.Arbitrary<string>) =>
  fc.array(
    fc.oneof(
      when.map((value) => node('DATE', value)),
      place,
      text.map((value) => node('NOTE', value)),
      fc.constant(pointing('SOUR', '@S1@', [node('PAGE', '12')])),
      text.map((value) => node('_OWN', value, [node('_DEEP', 'x')])),
    ),
    { maxLength: 3 },
  );
const event = (tags: readonly string[], when: fc.Arbitrary<string>) =>
  fc
    .tuple(fc.constantFrom(...tags), detail(when))
    .map(([tag, children]) => node(tag, children.length === 0 ? 'Y' : '', children));
const personal = (when: fc.Arbitrary<string>) =>
  fc.array(
    fc.oneof(
      { weight: 3, arbitrary: event(['BIRT', 'DEAT', 'BURI', 'OCCU'], when) },
      fc.tuple(word, word).map(([given, name]) => node('NAME', `${given} /${name}/`, [node('TYPE', 'AKA')])),
      fc.constantFrom('M', 'F', 'X', 'U').map((sex) => node('SEX', sex)),
      fc.constant(pointing('ASSO', '@I1@', [node('ROLE', 'GODP')])),
      fc.constant(pointing('SNOTE', '@N1@')),
      fc.constant(node('REFN', '12')),
      fc
        .tuple(text, fc.constantFrom('Hobby', 'Room', 'name', '@odd', 'constructor', ''), detail(when))
        .map(([value, type, more]) => node('FACT', value, [node('TYPE', type), ...more])),
    ),
    { maxLength: 6 },
  );
const marital = (when: fc.Arbitrary<string>) =>
  fc.array(event(['MARR', 'DIV', 'ENGA', 'CENS', 'ANUL'], when), { maxLength: 3 });
const PEDIGREES = ['BIRTH', 'ADOPTED', 'FOSTER'];

const file = (version: '7.0' | '5.5.1') => {
  const when =
    version === '7.0'
      ? date
      : fc.oneof(
          date.filter((text) => !/JULIAN|BCE/.test(text)),
          oldDate,
        );
  return fc
    .record({
      people: fc.array(personal(when), { minLength: 1, maxLength: 7 }),
      families: fc.array(
        fc.record({
          partners: fc.array(fc.nat(6), { maxLength: 2 }),
          children: fc.array(fc.tuple(fc.nat(6), fc.option(fc.constantFrom(...PEDIGREES))), { maxLength: 4 }),
          lines: marital(when),
        }),
        { maxLength: 5 },
      ),
      head: fc.constantFrom<GedcomNode[]>([], [node('LANG', 'en'), node('NOTE', 'of the file')]),
    })
    .map(({ people, families, head }) => {
      const xref = (i: number) => `@I${(i % people.length) + 1}@`;
      const records = people.map((lines, i): GedcomNode => ({ ...node('INDI', '', [...lines]), xref: `@I${i + 1}@` }));
      const own = families.map(({ partners, children, lines }, i): GedcomNode => {
        const id = `@F${i + 1}@`;
        const [a, b] = partners.map((partner) => partner % people.length);
        const kids = [...new Map(children.map(([child, how]) => [child % people.length, how]))];
        const link = (at: number, line: GedcomNode) => records[at]!.children.push(line);
        for (const at of new Set([a, b])) if (at !== undefined) link(at, pointing('FAMS', id));
        for (const [at, how] of kids) link(at, pointing('FAMC', id, how ? [node('PEDI', how)] : []));
        return {
          ...node('FAM', '', [
            ...(a === undefined ? [] : [pointing('HUSB', xref(a))]),
            ...(b === undefined || b === a ? [] : [pointing('WIFE', xref(b))]),
            ...kids.map(([at]) => pointing('CHIL', xref(at))),
            ...lines,
          ]),
          xref: id,
        };
      });
      return writeGedcom([
        node('HEAD', '', [node('GEDC', '', [node('VERS', version)]), ...head]),
        ...records,
        ...own,
        { ...node('SOUR', '', [node('TITL', 'The book')]), xref: '@S1@' },
        { ...node('SNOTE', 'Shared'), xref: '@N1@' },
        node('TRLR'),
      ]);
    });
};

describe('read, written and read', () => {
  it('a file of 1992 with 93 people and 47 families is the same in every structure', () => {
    isSame(decode(REAL).text.replaceAll('\r\n', '\n'));
  });
  it.each(['7.0', '5.5.1'] as const)('any file of version %s is', (version) => {
    fc.assert(
      fc.property(file(version), (text) => isSame(text)),
      { numRuns: 150 },
    );
  });
  it('what was carried in another way before is no hindrance', () => {
    const { chart } = readAs('family', SAMPLE);
    const carriedBefore = { 'gedcom name i1': 'One /Oke/', 'gedcom indi i1': '[{"tag":"SEX","value":"M"}]' };
    expect(written({ ...chart, carried: carriedBefore })).toContain('1 NAME One');
  });
  it('nobody is invented for one child of nobody; brothers and sisters hang from a line', () => {
    const { chart, kind, problems } = readAs('family', decode(REAL).text);
    expect(kind.figures(chart, kind.structure(chart))).toMatchObject({ people: 93 });
    expect(Object.values(chart.items).filter(isUnknownParents).length).toBeLessThanOrEqual(2);
    expect(problems.filter(({ code }) => code === 'empty-name').length).toBe(
      Object.values(chart.items).filter((item) => !item.fields['name'] && !isUnknownParents(item)).length,
    );
  });
});

/** What a family says, without the ids of links and keys of orders. */
function saidBy(chart: Chart, nameOf: (id: string) => string) {
  const family = familyOf(chart);
  const people = family.people.filter((id) => !isUnknownParents(chart.items[id]!));
  return {
    people: people
      .map((id) => {
        const { name = '', born = '', died = '', Hobby = '', Room = '' } = chart.items[id]!.fields;
        return [nameOf(id), name, born, died, sexOf(chart.items[id]) ?? '', Hobby, Room].join('|');
      })
      .sort(),
    couples: family.couples
      // A line over one child says nothing.
      .filter(({ partners, children }) => children.length > 1 || !isUnknownParents(chart.items[partners[0]!]!))
      .map(({ partners, children, status }) =>
        [
          partners.map((id) => (isUnknownParents(chart.items[id]!) ? '?' : nameOf(id))).sort(),
          partners.length === 2 ? status : '',
          children.map(({ id, by }) => `${nameOf(id)} ${by}`).sort(),
        ].join(' / '),
      )
      .sort(),
  };
}

/** Whether a family names somebody as partner and child, or who is a child of nobody is somebody's as well. */
function isOdd(text: string): boolean {
  const families = parseGedcom(text)
    .records.filter(({ tag }) => tag === 'FAM')
    .map(({ children }) => ({
      partners: children.filter(({ tag }) => tag === 'HUSB' || tag === 'WIFE').map(({ value }) => value),
      own: children.filter(({ tag }) => tag === 'CHIL').map(({ value }) => value),
    }));
  const isElsewhere = (child: string, at: number) => families.some(({ own }, i) => i !== at && own.includes(child));
  return families.some(({ partners, own }, i) =>
    own.some((child) => (partners.length > 0 ? partners.includes(child) : isElsewhere(child, i))),
  );
}

describe('what is changed in a chart that came from a file', () => {
  it('is in the file that is written, and nothing else of it changed', () => {
    const { chart, kind } = readAs('family', decode(REAL).text);
    const [one] = Object.values(chart.items).filter(({ fields }) => fields['name']);
    const text = written(carried(chart, { type: 'edit-fields', id: one!.id, fields: { name: 'Cora Oke' } }));
    const before = writeList(kind, 'gedcom', chart).split('\n');
    const after = text.split('\n');
    expect(after.length).toBe(before.length);
    expect(after.filter((line, i) => line !== before[i])).toEqual(['1 NAME Cora Oke']);
  });

  it('is a fact where it is in a column of one’s own, with what else the file says of it', () => {
    const fact = '1 FACT Bees\n2 TYPE Hobby\n2 DATE 1950\n';
    const { chart } = readAs(
      'family',
      `0 HEAD\n1 GEDC\n2 VERS 7.0\n0 @I1@ INDI\n1 NAME Cora\n${fact}0 @I2@ INDI\n1 NAME Ivo\n1 FACT Boats\n2 TYPE Hobby\n1 FACT Ropes\n2 TYPE Hobby\n0 TRLR\n`,
    );
    const [cora, ivo] = Object.values(chart.items);
    expect([cora!.fields['Hobby'], ivo!.fields['Hobby']]).toEqual(['Bees', 'Boats; Ropes']);
    const changed = carried(chart, { type: 'edit-fields', id: cora!.id, fields: { Hobby: 'Wasps', Room: '2' } });
    expect(written(changed)).toContain('1 FACT Wasps\n2 TYPE Hobby\n2 DATE 1950\n1 FACT 2\n2 TYPE Room\n');
    expect(written(changed)).toContain('1 FACT Boats\n2 TYPE Hobby\n1 FACT Ropes\n');
    expect(written(carried(chart, { type: 'edit-fields', id: ivo!.id, fields: { Hobby: 'Ropes' } }))).toContain(
      '1 NAME Ivo\n1 FACT Ropes\n2 TYPE Hobby\n0 ',
    );
    expect(written(carried(chart, { type: 'edit-fields', id: ivo!.id, fields: { Hobby: null } }))).not.toContain(
      'Ropes',
    );
  });
  it('leaves the facts of a file alone that was read before facts were columns', () => {
    const { chart } = readAs('family', '0 HEAD\n0 @I1@ INDI\n1 NAME Cora\n1 FACT Bees\n2 TYPE Hobby\n0 TRLR\n');
    const { 'gedcom facts': _, ...rest } = chart.carried!;
    const { Hobby: __, ...fields } = chart.items['i1']!.fields;
    const before = { ...chart, carried: rest, items: { i1: { ...chart.items['i1']!, fields } } };
    expect(written(before)).toContain('1 FACT Bees\n2 TYPE Hobby\n');
  });

  type Edit = {
    what: 'name' | 'born' | 'remove' | 'child' | 'partner' | 'move' | 'parted' | 'top' | 'own' | 'unsaid';
    at: number;
    to: number;
  };
  const edit: fc.Arbitrary<Edit> = fc.record({
    what: fc.constantFrom('name', 'born', 'remove', 'child', 'partner', 'move', 'parted', 'top', 'own', 'unsaid'),
    at: fc.nat(9),
    to: fc.nat(9),
  });
  const changeOf = (chart: Chart, { what, at, to }: Edit, count: number): Change | undefined => {
    const ids = familyOf(chart).people;
    const id = ids[at % ids.length];
    if (id === undefined) return undefined;
    const other = ids[to % ids.length]!;
    // The line over brothers and sisters is nobody who could have parents or partners.
    if (what !== 'name' && isUnknownParents(chart.items[id]!)) return undefined;
    const fresh = `new${count}`;
    const added = (parent: string | null, relation?: string): Change => ({
      type: 'add-items',
      items: [{ id: fresh, parent, fields: { name: `New ${count}`, ...(relation && { relation }) } }],
    });
    if (what === 'name') return { type: 'edit-fields', id, fields: { name: `Renamed ${count}` } };
    if (what === 'own') return { type: 'edit-fields', id, fields: { Hobby: `Bees ${count}` } };
    if (what === 'unsaid') return { type: 'edit-fields', id, fields: { Hobby: null, Room: null } };
    if (what === 'born') return { type: 'edit-fields', id, fields: { born: `18${10 + count}` } };
    if (what === 'remove') return { type: 'remove-branch', id };
    if (what === 'child') return added(id);
    if (what === 'partner') return added(id, 'married');
    if (what === 'top') return added(null);
    if (what === 'parted')
      return chart.items[id]!.fields['relation'] === 'married'
        ? { type: 'edit-fields', id, fields: { relation: 'parted' } }
        : undefined;
    return other === id ? undefined : { type: 'move-branch', id, parent: other, after: null };
  };
  it('comes back when that is read', () => {
    fc.assert(
      fc.property(file('7.0'), fc.array(edit, { minLength: 1, maxLength: 5 }), (text, edits) => {
        let { chart } = readAs('family', text);
        fc.pre(!isOdd(text));
        fc.pre(familyOf(chart).circles.length === 0 && familyOf(chart).crowded.length === 0);
        for (const [count, one] of edits.entries()) {
          const change = changeOf(chart, one, count);
          if (!change) continue;
          try {
            chart = carried(chart, change);
          } catch {
            // A branch can't be moved under itself.
          }
        }
        fc.pre(familyOf(chart).people.some((id) => !isUnknownParents(chart.items[id]!)));
        fc.pre(familyOf(chart).circles.length === 0 && familyOf(chart).crowded.length === 0);
        const again = readAs('family', written(chart)).chart;
        const names = (of: Chart) => (id: string) =>
          `${of.items[id]!.fields['name'] ?? ''} ${of.items[id]!.fields['born'] ?? ''}`;
        expect(saidBy(again, names(again))).toEqual(saidBy(chart, names(chart)));
      }),
      { numRuns: 200 },
    );
  });
});
