/** Spreadsheets of OpenDocument, as office programs write them. */
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { offersFor } from '../offers';
import { sourceOf } from './source';

const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';
const file = (tables: string) =>
  zipSync({
    mimetype: [strToU8(TYPE), { level: 0 }],
    'content.xml': strToU8(
      `<?xml version="1.0" encoding="UTF-8"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet>${tables}</office:spreadsheet></office:body></office:document-content>`,
    ),
  });
const cell = (words: string, more = '') =>
  `<table:table-cell office:value-type="string" ${more}><text:p>${words}</text:p></table:table-cell>`;
const row = (...cells: string[]) => `<table:table-row>${cells.join('')}</table:table-row>`;
const table = (name: string, ...rows: string[]) => `<table:table table:name="${name}">${rows.join('')}</table:table>`;
const read = async (...tables: string[]) => (await sourceOf(file(tables.join('')))).sheets;

describe('a spreadsheet of OpenDocument', () => {
  it('is read sheet by sheet, and recognised as what it is', async () => {
    const rows = [row(cell('Name'), cell('Reports to')), row(cell('Ann')), row(cell('Bo'), cell('Ann'))];
    const sheets = await read(table('Staff', ...rows), table('Empty'), table('More', row(cell('x'))));
    expect(sheets.map(({ name, rows }) => [name, rows])).toEqual([
      ['Staff', 3],
      ['More', 1],
    ]);
    expect(sheets[0]!.text).toBe('Name,Reports to\nAnn,\nBo,Ann\n');
    expect(offersFor(sheets[0]!.text)[0]!.kind.id).toBe('org');
  });

  it('keeps numbers, dates and yes or no as they are meant, and everything else as it is shown', async () => {
    const of = (type: string, value: string, shown: string) =>
      `<table:table-cell office:value-type="${type}" ${value}><text:p>${shown}</text:p></table:table-cell>`;
    const [sheet] = await read(
      table(
        'A',
        row(
          of('float', 'office:value="1234.5"', '1.234,50'),
          of('date', 'office:date-value="2024-05-03"', '03.05.24'),
          of('date', 'office:date-value="2024-05-03T14:30:00"', '03.05.24 14:30'),
          of('boolean', 'office:boolean-value="true"', 'WAHR'),
          of('percentage', 'office:value="0.6"', '60 %'),
          of('time', 'office:time-value="PT14H30M00S"', '14:30'),
        ),
      ),
    );
    expect(sheet!.text).toBe('1234.5,2024-05-03,2024-05-03 14:30,yes,60 %,14:30\n');
  });

  it('repeats cells and rows as often as it says, and nothing without words', async () => {
    const empty =
      '<table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>';
    const [sheet] = await read(
      table(
        'A',
        row(
          cell('a'),
          cell('b', 'table:number-columns-repeated="2"'),
          '<table:table-cell table:number-columns-repeated="16000"/>',
        ),
        `<table:table-row table:number-rows-repeated="2">${cell('c')}</table:table-row>`,
        empty,
      ),
    );
    expect(sheet!.text).toBe('a,b,b\nc,,\nc,,\n\n');
  });

  it('has the words of a cell that reaches down in each of its rows; remarks are no words of a cell', async () => {
    const [sheet] = await read(
      table(
        'A',
        row(
          cell('Quay', 'table:number-rows-spanned="2"'),
          `<table:table-cell><office:annotation><text:p>a remark</text:p></office:annotation><text:p>Ann</text:p><text:p>Vale</text:p></table:table-cell>`,
        ),
        row('<table:covered-table-cell/>', cell('Bo<text:s text:c="2"/>Hill')),
        row(cell('Mill'), cell('Cy')),
      ),
    );
    expect(sheet!.text).toBe('Quay,"Ann\nVale"\nQuay,Bo  Hill\nMill,Cy\n');
  });

  it('is one too where its type is packed, or where it is XML in one piece', async () => {
    const tables = table('A', row(cell('Ann')));
    const content = `<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x">${tables}</office:document-content>`;
    const packed = zipSync({ 'content.xml': strToU8(content), mimetype: [strToU8(TYPE), { level: 9 }] });
    expect((await sourceOf(packed)).text).toBe('Ann\n');
    const flat = `<?xml version="1.0"?>\n<office:document xmlns:office="o" xmlns:table="t" xmlns:text="x" office:mimetype="${TYPE}">${tables}</office:document>`;
    expect((await sourceOf(strToU8(flat))).text).toBe('Ann\n');
  });

  it('is refused in words where it is damaged or too large', async () => {
    const whole = file(table('A', row(cell('a'))));
    await expect(sourceOf(whole.subarray(0, whole.length - 30))).rejects.toThrow(/cut off or damaged/);
    const many = `<table:table-row table:number-rows-repeated="60000">${cell('c')}</table:table-row>`;
    await expect(sourceOf(file(table('A', many)))).rejects.toThrow(/more than 40000 rows/);
  });
});
