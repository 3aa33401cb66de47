/** A list that was written here and is put back says that nothing changed; what a form can't hold stays as it is. */
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carried, readAs } from '../../tests/support/kinds';
import { outlineOf, parents } from '../../tests/support/trees';
import type { Chart } from './chart';
import { decode } from './formats';
import { comparing, kindOf } from './kinds';
import { compareList, countingIds, summaryOf } from './list';
import { listFormats } from './list-formats';
import { readList } from './read';
import { writeList } from './write';

const DOTTED = `Name,Id,Post,Reports to,Dotted line to,E-mail
Ann Vale,7,Head,,,a@x.example
Bo Hill,9,Lead,7,,b@x.example
Cy Marsh,11,Cook,9,7,c@x.example
`;
const DATES = `Ann Vale (12 Mar 1921 - 4 May 1990, f)
+ Bo Hill (Friday, 10th June 1921, m)
\tCy Vale (about 1950, m)
\tDi Vale (1952-, f)
\tEd Vale (between 1955 and 1957, adopted)
`;
const APART = `? (parents unknown)
\tCy Vale (1950, m)
\t+ Ann Hill (1952, f)
\t\tDi Vale (about 1975)
\tBo Vale (before 1960)
`;
const OWN_COLUMNS = `Name,Id,Born,Father,Hobby,Room 2
Cora Oke,1,1892,,Bees,"by the ""old"" mill; left"
Ivo Oke,2,1920,1,,@home
Ada Oke,3,1922,1,Ropes,
`;
const demo = (file: string) => readFileSync(`demo/${file}`, 'utf8');
const CHARTS = [
  ['org', 'the garden', demo('saltmarsh-garden.txt')],
  ['org', 'ids and dotted lines', DOTTED],
  ['family', 'the founders', demo('founding-family.txt')],
  ['family', 'dates in words', DATES],
  ['family', 'brothers whose parents are not known', APART],
  ['family', 'columns of its own', OWN_COLUMNS],
  ['decision', 'a key', demo('which-plant.txt')],
  ['decision', 'chances and money', demo('second-glasshouse.txt')],
  ['concept', 'the marsh', demo('salt-marsh.txt')],
  ['venn', 'counts', demo('visitor-survey.txt')],
  ['venn', 'members', demo('volunteers.csv')],
] as const;

/** What a text would do to a chart, and the chart after it. */
function putBack(kindId: string, chart: Chart, text: string) {
  const kind = kindOf(kindId)!;
  const read = readList(kind, text, { newId: countingIds('new') });
  if (!read.ok) throw new Error(read.problem.message);
  const comparison = compareList(chart, read.list, comparing(kind, chart));
  return { said: summaryOf(comparison), after: carried(chart, comparison.change) };
}

describe('our own list, put back', () => {
  it.each(CHARTS)('%s, %s: nothing changed, in any form', (kindId, _, list) => {
    const { chart } = readAs(kindId, list);
    for (const form of Object.keys(listFormats(kindOf(kindId)!))) {
      const { said, after } = putBack(kindId, chart, writeList(kindOf(kindId)!, form, chart, true));
      expect({ form, said }).toEqual({ form, said: 'Nothing changed' });
      const fields = (of: Chart) => Object.values(of.items).map((item) => item.fields);
      expect(fields(after)).toEqual(fields(chart));
      expect(Object.keys(after.links).sort()).toEqual(Object.keys(chart.links).sort());
    }
  });

  it('nothing changed for any tree', () => {
    fc.assert(
      fc.property(parents(20), fc.constantFrom('org', 'concept', 'decision'), (all, kindId) => {
        const { chart } = readAs(kindId, outlineOf(all));
        for (const form of Object.keys(listFormats(kindOf(kindId)!)))
          expect({ form, said: putBack(kindId, chart, writeList(kindOf(kindId)!, form, chart, true)).said }).toEqual({
            form,
            said: 'Nothing changed',
          });
      }),
      { numRuns: 30 },
    );
  });
});

describe('a file of records', () => {
  const text = decode(readFileSync('tests/corpus/files/libgedcom-perl--royal.ged')).text;
  const { chart, kind } = readAs('family', text);
  it('put back says that nothing changed, and nothing of it does', () => {
    const { said, after } = putBack('family', chart, text);
    expect(said).toBe('Nothing changed');
    expect(writeList(kind, 'gedcom', after)).toBe(writeList(kind, 'gedcom', chart));
  });
  it('a newer one brings along what is not drawn, and keeps who is who', () => {
    const newer = text
      .replace('1   NOTE', '1   LANG en\n1   NOTE')
      .replace(/^1( +)NAME (.*)$/m, '1$1NAME $2\n1 OCCU Queen');
    const { said, after } = putBack('family', chart, newer);
    expect(said).toBe('Nothing changed');
    expect(writeList(kind, 'gedcom', after)).toContain('1 OCCU Queen');
    expect(Object.keys(after.items).sort()).toEqual(Object.keys(chart.items).sort());
  });
  it('a list that carries nothing leaves what the file carried', () => {
    const { after } = putBack('family', chart, kind.writeOutline(chart));
    expect(after.carried).toEqual(chart.carried);
  });
});

describe('a newer list', () => {
  const { chart, id } = readAs('org', DOTTED);
  it('leaves alone what it says nothing of', () => {
    const { said, after } = putBack('org', chart, 'Ann Vale | Head\n\tBo Hill | Lead\n\t\tCy Marsh | Chef\n');
    expect(said).toBe('1 changed');
    expect(after.items[id('Cy Marsh')]!.fields).toMatchObject({ post: 'Chef', email: 'c@x.example', id: '11' });
    expect(Object.values(after.links)).toHaveLength(1);
  });
  it('takes away what it says is empty', () => {
    const { after } = putBack('org', chart, DOTTED.replace(',c@x.example', ',').replace('9,7,', '9,,'));
    expect(after.items[id('Cy Marsh')]!.fields['email']).toBeUndefined();
    expect(Object.values(after.links)).toHaveLength(0);
  });
});

describe('vacant posts', () => {
  const LIST = `Name,Post,Reports to,E-mail,Room
Ann Vale,Head,,a@x.example,1
,Cook,Ann Vale,,2
,Cook,Ann Vale,,3
Vacant post,Clerk,Ann Vale,,4
TBD,Clerk,Ann Vale,,5
Bo Hill,Lead,Ann Vale,b@x.example,6
,,Bo Hill,,7
,,Bo Hill,,
`;
  it.each(['outline', 'markdown', 'opml', 'csv', 'json'])('put back as %s change nothing', (form) => {
    const { chart, kind } = readAs('org', LIST);
    const { said, after } = putBack('org', chart, writeList(kind, form, chart, true));
    expect(said).toBe(putBack('org', chart, writeList(kind, 'json', chart, true)).said);
    expect(Object.keys(after.items).sort()).toEqual(Object.keys(chart.items).sort());
    for (const [id, { fields }] of Object.entries(chart.items)) expect(after.items[id]!.fields, form).toEqual(fields);
  });
});
