/** Blocks of cells: which are selected, as text for other programs, filled on. */
import Papa from 'papaparse';

export interface Place {
  readonly row: number;
  readonly column: number;
}
/** Corners, both inside. */
export interface Block {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}

export const blockOf = (a: Place, b: Place): Block => ({
  top: Math.min(a.row, b.row),
  left: Math.min(a.column, b.column),
  bottom: Math.max(a.row, b.row),
  right: Math.max(a.column, b.column),
});

export const inBlock = ({ top, left, bottom, right }: Block, row: number, column: number): boolean =>
  row >= top && row <= bottom && column >= left && column <= right;

/** Cells as spreadsheets take them from the clipboard: tabs between cells, quotes where a cell holds a tab or a line end. */
export const asCells = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });

/** Cells from the clipboard of a spreadsheet, or one cell of plain words. */
export function fromCells(text: string): string[][] {
  const plain = text.replace(/\r\n?/g, '\n').replace(/\n$/, '');
  return Papa.parse<string[]>(plain, { delimiter: '\t', newline: '\n' }).data;
}

const NUMBERED = /^(.*?)(-?\d+)(\D*)$/s;

/**
 * Cells that go on from some: a series of numbers, or of words that end in one, by its step; anything else again and again.
 * @param count how many are wanted
 */
export function goOn(cells: readonly string[], count: number): string[] {
  const parts = cells.map((cell) => NUMBERED.exec(cell));
  const [first] = parts;
  const series =
    cells.length > 1 && parts.every((part) => part !== null && part[1] === first![1] && part[3] === first![3]);
  const numbers = series ? parts.map((part) => Number(part![2])) : [];
  const step = series ? numbers[1]! - numbers[0]! : 0;
  if (!series || numbers.some((number, i) => i > 0 && number - numbers[i - 1]! !== step))
    return Array.from({ length: count }, (_, i) => cells[i % cells.length] ?? '');
  return Array.from({ length: count }, (_, i) => `${first![1]}${numbers.at(-1)! + step * (i + 1)}${first![3]}`);
}
