/**
 * GEDCOM as a tree of lines. Source: "The FamilySearch GEDCOM Specification", version 7.0 (chapter 1, Hierarchical
 * container format) and "The GEDCOM Standard", release 5.5.1, which differ in how long texts and a leading @ are written.
 */

export interface GedcomLine {
  readonly tag: string;
  /** Cross-reference identifier, with its at signs. */
  readonly xref?: string;
  /** Payload: text, with line ends where it goes on, or a pointer. */
  readonly value: string;
  readonly children: GedcomLine[];
  /** Line number in the text, from 1. */
  readonly line: number;
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
const LINE = /^\s*(\d+)\s+(?:(@[^@\s]+@)\s+)?([A-Za-z0-9_]+)(?: (.*))?$/;

export const looksLikeGedcom = (text: string): boolean => /^\uFEFF?\s*0\s+HEAD\s*[\r\n]/.test(text);

/** Child by tag. */
export const sub = (line: GedcomLine | undefined, tag: string): GedcomLine | undefined =>
  line?.children.find((child) => child.tag === tag);
export const subs = (line: GedcomLine, tag: string): GedcomLine[] => line.children.filter((child) => child.tag === tag);

/** @param text with line ends made `\n` */
export function parseGedcom(text: string): GedcomFile {
  const records: GedcomLine[] = [];
  const broken: { line: number; text: string }[] = [];
  const open: { value: string; children: GedcomLine[] }[] = [];
  const lines = text.replace(/^\uFEFF/, '').split('\n');
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
    const value = (found[4] ?? '').replace(/^@@/, '@');
    open.length = level;
    const parent = open.at(-1);
    if (parent && (tag === 'CONT' || tag === 'CONC')) {
      parent.value += tag === 'CONT' ? `\n${value}` : value;
      continue;
    }
    const own: GedcomLine & { value: string } = {
      tag,
      ...(found[2] !== undefined && { xref: found[2] }),
      value,
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

/** A line to write; children are one level deeper. */
export interface GedcomOut {
  readonly tag: string;
  readonly xref?: string;
  readonly value?: string;
  readonly children?: readonly GedcomOut[];
}

/** Lines of version 7: UTF-8, long texts whole, further lines as CONT, a leading @ doubled unless it is a pointer. */
export function writeGedcom(records: readonly GedcomOut[]): string {
  const lines: string[] = [];
  const isPointer = (value: string) => /^@[A-Z0-9_]+@$/.test(value);
  const write = ({ tag, xref, value = '', children = [] }: GedcomOut, level: number) => {
    const [first = '', ...rest] = value.split('\n');
    const safe = (text: string) => (text.startsWith('@') && !isPointer(value) ? `@${text}` : text);
    lines.push(`${level}${xref ? ` ${xref}` : ''} ${tag}${first === '' ? '' : ` ${safe(first)}`}`);
    for (const text of rest) lines.push(`${level + 1} CONT${text === '' ? '' : ` ${safe(text)}`}`);
    for (const child of children) write(child, level + 1);
  };
  for (const record of records) write(record, 0);
  return `\uFEFF${lines.join('\n')}\n`;
}
