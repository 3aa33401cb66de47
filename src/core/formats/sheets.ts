/** What reading spreadsheets of all forms has in common: what is kept of a sheet and how much, and hearing XML as it unfolds. */
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { DAMAGED } from './archive';
import { UnreadableFile } from './unreadable';

/** Lines that a sheet may have; the list that is made of it holds fewer. */
export const MOST_ROWS = 40_000;
/** Cells with words over all sheets, and letters in them in all, however often one text is used. */
export const MOST_CELLS = 2_000_000;
export const MOST_LETTERS = 12_000_000;
export const MOST_SHEETS = 300;
/** A cell holds as many letters at most (ECMA-376; 32,767). */
export const LONGEST = 32_767;

export type Tag = { readonly name: string; readonly attributes: Readonly<Record<string, string>> };
export interface Hears {
  open?(tag: Tag): void;
  text?(words: string): void;
  close?(name: string): void;
}

/** Names without their prefix: some programs write one. */
export const local = (name: string) => name.slice(name.indexOf(':') + 1);

export function listening(hears: Hears): (text: string, last: boolean) => void {
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw new UnreadableFile(DAMAGED);
  });
  parser.on('opentag', ({ name, attributes }: SaxesTagPlain) => hears.open?.({ name: local(name), attributes }));
  parser.on('text', (words) => hears.text?.(words));
  parser.on('cdata', (words) => hears.text?.(words));
  parser.on('closetag', ({ name }) => hears.close?.(local(name)));
  return (text, last) => {
    parser.write(text);
    if (last) parser.close();
  };
}

export const attribute = ({ attributes }: Tag, name: string): string | undefined => {
  if (Object.hasOwn(attributes, name)) return attributes[name];
  const found = Object.keys(attributes).find((key) => local(key) === name);
  return found === undefined ? undefined : attributes[found];
};
export const isTrue = (text: string | undefined) => text === '1' || text === 'true';

export interface RawSheet {
  readonly name: string;
  readonly hidden: boolean;
  /** Words of each row, from the first; rows without words are empty. */
  readonly rows: readonly (readonly string[])[];
}

export interface Budget {
  cells: number;
  letters: number;
}
