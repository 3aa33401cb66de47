/** What no list is does not become one; what stands round a list does not become part of it. */
import { describe, expect, it } from 'vitest';
import { offersFor } from '../offers';

const first = (text: string) => {
  const { list, fitness } = offersFor(text)[0]!;
  const nameOf = (id: string | null) => list?.items.find((item) => item.id === id)?.fields['name'];
  return {
    sure: fitness.sure,
    lines: (list?.items ?? []).map(({ parent, fields }) => `${parent ? `${nameOf(parent)} > ` : ''}${fields['name']}`),
    said: (list?.problems ?? []).map(({ code, line }) => `${code} ${line}`),
    fields: (list?.items ?? []).map(({ fields }) => fields),
  };
};
const STAFF = ['Ann Reed', 'Ann Reed > Bo Marsh', 'Ann Reed > Cy Low'];

describe('tables as programs print them', () => {
  it.each([
    [
      'borders of plus signs',
      '+----------+----------+------------+\n| Name     | Post     | Reports to |\n+----------+----------+------------+\n| Ann Reed | Director |            |\n| Bo Marsh | Gardener | Ann Reed   |\n| Cy Low   | Clerk    | Ann Reed   |\n+----------+----------+------------+\n3 rows in set\n',
      ['below-table 8'],
    ],
    [
      'box-drawing characters',
      '┌──────────┬──────────┬────────────┐\n│ Name     │ Post     │ Reports to │\n├──────────┼──────────┼────────────┤\n│ Ann Reed │ Director │            │\n│ Bo Marsh │ Gardener │ Ann Reed   │\n│ Cy Low   │ Clerk    │ Ann Reed   │\n└──────────┴──────────┴────────────┘\n',
      [],
    ],
    [
      'rules under the headings',
      'Name       Post       Reports to\n---------  ---------  ----------\nAnn Reed   Director\nBo Marsh   Gardener   Ann Reed\nCy Low     Clerk      Ann Reed\n(3 rows)\n',
      ['below-table 6'],
    ],
    [
      'short rules of Markdown',
      '| Name | Post | Reports to |\n|---|:--:|-:|\n| Ann Reed | Director | |\n| Bo Marsh | Gardener | Ann Reed |\n| Cy Low | Clerk | Ann Reed |\n',
      [],
    ],
  ])('%s', (_, text, said) => {
    expect(first(text)).toMatchObject({ lines: STAFF, said });
  });
});

describe('rows that are no lines of a table are left out, and that is said', () => {
  const table = (...rows: string[]) =>
    ['Name,Post,Reports to,Hours', 'Ann Reed,Director,,38', 'Bo Marsh,Gardener,Ann Reed,20', ...rows].join('\n');
  const CY = 'Cy Low,Clerk,Ann Reed,38';
  it.each(['Total,,,96', 'Grand total:,,,96', 'Summe,,,96', 'Sum,,,"96"', 'Итого,,,96', 'Count: 3,,,'])(
    '%s',
    (total) => {
      expect(first(table(CY, total))).toMatchObject({ lines: STAFF, said: ['total-row 5'] });
    },
  );
  it('headings once more, and notes below', () => {
    expect(first(table('Name,Post,Reports to,Hours', CY))).toMatchObject({ lines: STAFF, said: ['headings-again 4'] });
    expect(first(`${table(CY)}\n\nPrinted on 3 May 2026 by Di Fen\nPage 1 of 1\n`)).toMatchObject({
      lines: STAFF,
      said: ['below-table 6', 'below-table 7'],
    });
  });
  it('but somebody whose name is like it, or who stands alone below, is kept', () => {
    for (const row of ['Total Adeyri,Clerk,Ann Reed,38', 'Sum Lee,Clerk,Ann Reed,38', 'Count,Clerk,Ann Reed,38'])
      expect(first(table(row)).lines[2]).toBe(`Ann Reed > ${row.split(',')[0]}`);
    expect(first(`${table(CY)}\n\nDi Fen,,,\n`).lines).toHaveLength(4);
  });
  it('headings between rows are what the rows below them belong to', () => {
    const { lines, fields } = first(
      'Name,Post\nGlasshouse,\nAnn Reed,Head\nBo Marsh,Gardener\nOffice,\nCy Low,Clerk\n',
    );
    expect(lines).toEqual(['Ann Reed', 'Bo Marsh', 'Cy Low']);
    expect(fields.map(({ department }) => department)).toEqual(['Glasshouse', 'Glasshouse', 'Office']);
  });
});

describe('what services wrap round records', () => {
  const people = [
    { name: 'Ann Reed' },
    { name: 'Bo Marsh', manager: 'Ann Reed' },
    { name: 'Cy Low', manager: 'Ann Reed' },
  ];
  it.each([
    { status: 'ok', count: 3, next: null, data: people },
    { meta: { page: 1, total: 3 }, result: { employees: people } },
    { data: { people } },
    { success: true, errors: [], response: { items: people, paging: { next: null } } },
  ])('%j', (value) => {
    expect(first(JSON.stringify(value)).lines).toEqual(STAFF);
  });
  it('is told from a tree of things', () => {
    expect(first('{"name":"Garden","children":[{"name":"Ann"},{"name":"Bo"}]}').lines).toEqual([
      'Garden',
      'Garden > Ann',
      'Garden > Bo',
    ]);
  });
});

describe('letters and other prose', () => {
  it.each([
    'Dear Ms Oyelaran,\n\nThank you for your letter of 3 May. We would be glad to welcome your class on 12 June.\nPlease tell us how many children are coming.\n\nKind regards,\nPiet Marrable\nHead of the garden\n',
    'Hello Anna,\n\nthe plants came today. Two pots were broken.\nCould you ask the shop?\n\nBest wishes\nBo\n',
    'Liebe Frau Welk,\n\nvielen Dank für Ihren Brief vom 3. Mai. Wir freuen uns auf Ihre Klasse.\nBitte sagen Sie uns, wie viele Kinder kommen.\n\nHerzliche Grüße\nPiet Marrable\n',
  ])('are no list: %s', (text) => {
    for (const { fitness } of offersFor(text)) expect(fitness.sure).toBe(0);
  });
  it('but names are one, also with a full stop here and there', () => {
    expect(first('Ann Reed\nBo Marsh Jr.\nCy Low\nDr. Di Fen, Ph.D.\n').sure).toBeGreaterThan(0);
  });
});
