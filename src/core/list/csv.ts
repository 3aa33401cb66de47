/** Tables as text. */
import Papa from 'papaparse';
import { inert } from './formulas';
import type { Grid } from './write';

/** Quoted by RFC 4180, lines ended with CRLF as it asks. */
function writeCsv(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n' })}\r\n`;
}

/**
 * A grid as CSV by RFC 4180.
 * @param exact cells as they are, also those that a spreadsheet would work out as formulas
 */
export const writeGrid = ({ columns, rows }: Pick<Grid, 'columns' | 'rows'>, exact = false): string => {
  const cells = [columns.map(({ label }) => label), ...rows];
  return writeCsv(exact ? cells : cells.map((row) => row.map(inert)));
};
