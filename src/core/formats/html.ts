/** Tables and nested lists on the clipboard of documents and web pages, as text that lists are read from. */
import { Parser } from 'htmlparser2';
import Papa from 'papaparse';
import { UnreadableFile } from './unreadable';

interface Cell {
  readonly text: string;
  readonly across: number;
  readonly down: number;
}

/** Rows as a rectangle: what spans rows stands in each of them, what spans columns in the first. */
function unspanned(rows: readonly (readonly Cell[])[]): string[][] {
  let filled = 0;
  const grid: string[][] = rows.map(() => []);
  for (const [y, row] of rows.entries()) {
    let x = 0;
    for (const cell of row) {
      while (grid[y]![x] !== undefined) x++;
      filled += cell.across * Math.min(cell.down, rows.length - y);
      if (filled > MOST_CELLS) throw new UnreadableFile('The table of this page has more cells than any list.');
      for (let down = 0; down < Math.min(cell.down, rows.length - y); down++)
        for (let across = 0; across < cell.across; across++)
          grid[y + down]![x + across] = across === 0 ? cell.text : '';
      x += cell.across;
    }
  }
  return grid.map((row) => Array.from(row, (cell) => cell ?? ''));
}

const BREAKS = new Set(['p', 'div', 'br', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'tr', 'li', 'ul', 'ol', 'table']);
const SILENT = new Set(['script', 'style', 'head', 'title', 'template']);
/** Word processors write lists as paragraphs that name their level. */
const LIST_LEVEL = /mso-list:[^;"':]{0,200}\blevel(\d{1,4})/i;
const MOST_SPAN = 200;
/** Cells of a table once those that span are filled in, and levels of its lists; deeper ones stand at the deepest. */
const MOST_CELLS = 2_000_000;
const MOST_DEPTH = 100;
const span = (text: string | undefined) => Math.min(MOST_SPAN, Math.max(1, Number.parseInt(text ?? '1', 10) || 1));

const inOneLine = (line: string) => line.replace(/\s+/g, ' ').trim();
const tidied = (text: string) => {
  // Most have one line, of millions.
  if (!text.includes('\n')) return inOneLine(text);
  return text
    .split('\n')
    .map(inOneLine)
    .filter((line, i, all) => line !== '' || (i > 0 && i < all.length - 1))
    .join('\n')
    .replace(/\n{2,}/g, '\n');
};

/** Whether a text is the source of a web page, or of a table of one. */
export const looksLikePage = (text: string): boolean =>
  /^\uFEFF?\s*(<!doctype html|<html[\s>]|<table[\s>]|<meta[\s>])/i.test(text);
export const PAGE_WITHOUT_LIST =
  'This page has neither a table nor a list; copy the lines that are wanted and paste them.';

/**
 * The first table of more than one row, else the lists and paragraphs, as text.
 * @returns undefined where the page has neither a table nor a list: its plain text says as much
 */
export function textOfHtml(html: string): string | undefined {
  const tables: Cell[][][] = [];
  const open: Cell[][][] = [];
  let cell: { text: string; across: number; down: number } | undefined;
  const lines: { level: number; text: string }[] = [];
  let lists = 0;
  let listed = false;
  let silent = 0;
  let line: { level: number; text: string } | undefined;
  let bullet = false;
  const end = () => {
    const text = line ? tidied(line.text) : '';
    if (line && text !== '') lines.push({ level: line.level, text });
    line = undefined;
  };
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        if (SILENT.has(name)) silent++;
        if (name === 'table') {
          const table: Cell[][] = [];
          tables.push(table);
          open.push(table);
        }
        if (name === 'tr') open.at(-1)?.push([]);
        if ((name === 'td' || name === 'th') && open.length > 0)
          cell = { text: '', across: span(attributes['colspan']), down: span(attributes['rowspan']) };
        if (cell) {
          if (name === 'br' || (name === 'p' && cell.text.trim() !== '')) cell.text += '\n';
          return;
        }
        if (name === 'ul' || name === 'ol') {
          end();
          lists++;
          listed = true;
        }
        const level = LIST_LEVEL.exec(attributes['style'] ?? '');
        if (name === 'li' || level) {
          end();
          listed = true;
          line = { level: Math.min(MOST_DEPTH, Math.max(0, (level ? Number(level[1]) : lists) - 1)), text: '' };
        } else if (name === 'br' && line) line.text += '\n';
        else if (BREAKS.has(name) && name !== 'br' && !(name === 'p' && line && line.text.trim() === '')) end();
        // The sign that a word processor writes before a line of a list is not part of its words.
        if (name === 'span' && /mso-list:\s*ignore/i.test(attributes['style'] ?? '')) bullet = true;
      },
      ontext(text) {
        if (silent > 0 || bullet) return;
        const words = text.replace(/[ \t\r\n\f]+/g, ' ');
        if (cell) cell.text += words;
        else if (line) line.text += words;
        else if (words.trim() !== '') line = { level: 0, text: words };
      },
      onclosetag(name) {
        if (SILENT.has(name)) silent--;
        if (name === 'span') bullet = false;
        if ((name === 'td' || name === 'th') && cell) {
          (open.at(-1)?.at(-1) ?? open.at(-1))?.push({ ...cell, text: tidied(cell.text) } as never);
          cell = undefined;
        }
        if (name === 'table') open.pop();
        if (name === 'ul' || name === 'ol') {
          end();
          lists--;
        }
        if (BREAKS.has(name) && name !== 'br') end();
      },
    },
    { decodeEntities: true },
  );
  parser.write(html);
  parser.end();
  end();
  const table = tables.find((rows) => rows.filter((row) => row.length > 1).length > 1);
  if (table)
    return `${Papa.unparse(unspanned(table.filter((row) => row.length > 0)), { delimiter: '\t', newline: '\n' })}\n`;
  if (!listed) return undefined;
  return lines.map(({ level, text }) => `${'\t'.repeat(level)}${text.replaceAll('\n', '\\\n')}\n`).join('');
}
