/**
 * Structures of version 5.5.1 as version 7 writes them. Source: "The FamilySearch GEDCOM Specification" 7.0 and its guide
 * for migrating from 5.5.1 (from memory). What 7 has no word for is kept as an extension.
 */
import type { GedcomNode } from './gedcom';

/** Tags of 5.5.1 that 7 does not know. */
const OLD_TAGS = new Set('AFN ALIA ANCE BLOB CHAR DESC EMAI FONE ORDI RELA RFN RIN ROMN STAE SUBN TEMP'.split(' '));
/** Enumerations whose values 7 writes in capitals. */
const CAPITAL = new Set(['PEDI', 'SEX', 'MEDI', 'RESN']);

export interface RenewOptions {
  /** What a pointer of the file points to now. */
  readonly pointer: (xref: string) => string;
  /** How a date is written. */
  readonly date: (text: string) => { readonly value: string; readonly phrase?: string };
}

/** A structure, and all under it, in version 7. */
export function renewed(line: GedcomNode, options: RenewOptions): GedcomNode {
  const { tag, xref, value, pointer } = line;
  const isShared = tag === 'NOTE' && (xref !== undefined || pointer === true);
  const date = tag === 'DATE' && value !== '' && !pointer ? options.date(value) : undefined;
  const hasPhrase = line.children.some((child) => child.tag === 'PHRASE');
  return {
    tag: isShared ? 'SNOTE' : OLD_TAGS.has(tag) ? `_${tag}` : tag,
    ...(xref !== undefined && { xref: options.pointer(xref) }),
    value: pointer ? options.pointer(value) : date ? date.value : CAPITAL.has(tag) ? value.toUpperCase() : value,
    ...(pointer && { pointer }),
    children: [
      ...(date?.phrase !== undefined && !hasPhrase ? [{ tag: 'PHRASE', value: date.phrase, children: [] }] : []),
      ...line.children.map((child) => renewed(child, options)),
    ],
  };
}
