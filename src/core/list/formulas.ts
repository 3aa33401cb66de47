/**
 * Cells that a spreadsheet would work out as formulas when a CSV file is opened. Source: OWASP, "CSV Injection": an apostrophe
 * before them makes them words. What is written so is read back without it.
 */

/** A sign that formulas begin with, whatever apostrophes stand before it. */
const BEGINS = /^'*[=+\-@\t\r]/;
/** Numbers and lone signs are what they look like. */
const HARMLESS = /^[+-]?\d+([.,]\d+)*( ?%)?$|^[+-]$/;
const GUARDED = /^'+[=+\-@\t\r]/;

/** A cell that is shown and never worked out. */
export const inert = (cell: string): string => (BEGINS.test(cell) && !HARMLESS.test(cell) ? `'${cell}` : cell);

/** What such a cell says. */
export const meantBy = (cell: string): string => (GUARDED.test(cell) ? cell.slice(1) : cell);
