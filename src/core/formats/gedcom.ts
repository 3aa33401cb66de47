/**
 * GEDCOM as a tree of lines. Source: "The FamilySearch GEDCOM Specification", version 7.0 (chapter 1, Hierarchical
 * container format) and "The GEDCOM Standard", release 5.5.1, which differ in how long texts and a leading @ are written.
 */

/** A structure: a line with what stands under it. */
export interface GedcomNode {
  tag: string;
  /** Cross-reference identifier, with its at signs. */
  xref?: string;
  /** Payload: text, with line ends where it goes on, or a pointer. */
  value: string;
  /** The payload is a pointer, not a text that looks like one. */
  pointer?: true;
  children: GedcomNode[];
}
export interface GedcomLine extends GedcomNode {
  children: GedcomLine[];
  /** Line number in the text, from 1. */
  line: number;
}

export interface GedcomFile {
  readonly records: readonly GedcomLine[];
  /** Lines that are not of the form. */
  readonly broken: readonly { readonly line: number; readonly text: string }[];
  readonly version: string;
  /** What the head says of its characters, in capitals; empty where it says nothing. */
  readonly encoding: string;
}

/** Levels are written with two digits at the most (version 7.0, chapter 1). */
const MOST_LEVELS = 99;
/** The head says the version within so many letters. */
const HEAD_WITHIN = 20_000;
const POINTER = /^@[^@\s#][^@\s]*@\s*$/;
const LINE = /^\s*(\d+)\s+(?:(@[^@\s]+@)\s+)?([A-Za-z0-9_]+)(?: (.*))?$/;

export const looksLikeGedcom = (text: string): boolean => /^\uFEFF?\s*0\s+HEAD\s*[\r\n]/.test(text);

/** Child by tag. */
export const sub = <T extends GedcomNode>(line: T | undefined, tag: string): T | undefined =>
  line?.children.find((child) => child.tag === tag) as T | undefined;
export const subs = <T extends GedcomNode>(line: T, tag: string): T[] =>
  line.children.filter((child) => child.tag === tag) as T[];

/** @param text with line ends made `\n` */
export function parseGedcom(text: string): GedcomFile {
  const records: GedcomLine[] = [];
  const broken: { line: number; text: string }[] = [];
  const open: { value: string; children: GedcomLine[] }[] = [];
  const lines = text.replace(/^\uFEFF/, '').split('\n');
  // Before version 7 every at sign of a text is doubled, since then one at its beginning.
  const isOld = !/^[ \t]{0,20}2[ \t]{1,20}VERS[ \t]{1,20}7/m.test(text.slice(0, HEAD_WITHIN));
  const unescaped = (value: string) => (isOld ? value.replaceAll('@@', '@') : value.replace(/^@@/, '@'));
  for (const [i, raw] of lines.entries()) {
    if (raw.trim() === '') continue;
    const found = LINE.exec(raw.replace(/\r$/, ''));
    const level = found ? Number(found[1]) : -1;
    if (!found || level > open.length || level > MOST_LEVELS) {
      // Old programs break long texts without a mark of their own: the rest belongs to the line above.
      const last = open.at(-1);
      if (!found && last) last.value += `\n${raw.trim()}`;
      broken.push({ line: i + 1, text: raw.trim().slice(0, 80) });
      continue;
    }
    const tag = found[3]!.toUpperCase();
    const payload = found[4] ?? '';
    const isPointer = POINTER.test(payload);
    const value = isPointer ? payload.trim() : unescaped(payload);
    open.length = level;
    const parent = open.at(-1);
    if (parent && (tag === 'CONT' || tag === 'CONC')) {
      parent.value += tag === 'CONT' ? `\n${value}` : value;
      continue;
    }
    const own: GedcomLine = {
      tag,
      ...(found[2] !== undefined && { xref: found[2] }),
      value,
      ...(isPointer && { pointer: true }),
      children: [],
      line: i + 1,
    };
    if (parent) parent.children.push(own);
    else records.push(own);
    open.push(own);
  }
  const head = records.find(({ tag }) => tag === 'HEAD');
  return {
    records,
    broken,
    version: sub(sub(head, 'GEDC'), 'VERS')?.value.trim() ?? '',
    encoding: (sub(head, 'CHAR')?.value ?? '').trim().toUpperCase(),
  };
}

/** A structure to write. */
export const node = (tag: string, value = '', children: GedcomNode[] = []): GedcomNode => ({ tag, value, children });
export const pointing = (tag: string, xref: string, children: GedcomNode[] = []): GedcomNode => ({
  tag,
  value: xref,
  pointer: true,
  children,
});

/** Lines of version 7: UTF-8, long texts whole, further lines as CONT, a leading @ doubled unless it is a pointer. */
export function writeGedcom(records: readonly GedcomNode[]): string {
  const lines: string[] = [];
  const write = ({ tag, xref, value, pointer, children }: GedcomNode, level: number) => {
    const [first = '', ...rest] = value.split('\n');
    const safe = (text: string) => (text.startsWith('@') && !pointer ? `@${text}` : text);
    lines.push(`${level}${xref ? ` ${xref}` : ''} ${tag}${first === '' ? '' : ` ${safe(first)}`}`);
    for (const text of rest) lines.push(`${level + 1} CONT${text === '' ? '' : ` ${safe(text)}`}`);
    for (const child of children) write(child, level + 1);
  };
  for (const record of records) write(record, 0);
  return `\uFEFF${lines.join('\n')}\n`;
}
