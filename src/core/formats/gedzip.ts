/**
 * A family with its pictures in one file. Source: "The FamilySearch GEDCOM Specification" 7.0, chapter 4 (FamilySearch
 * GEDZIP): an archive whose part `gedcom.ged` names the other parts as its files.
 */
import { joined, unfoldBytes } from './archive';

const GEDCOM = 'gedcom.ged';
/** Pictures are taken along up to this much; the family comes in without those that are left. */
const MOST_BYTES = 60 * 1024 * 1024;
const PICTURE = /\.(?:jpe?g|png|gif|webp|tiff?|avif|svg)$/i;

export const isGedzip = (names: readonly string[]): boolean => names.includes(GEDCOM);

/** @returns the family's bytes, and pictures by the names under which it knows them */
export function readGedzip(bytes: Uint8Array): { gedcom: Uint8Array; pictures: Map<string, Uint8Array> } {
  const parts = new Map<string, Uint8Array[]>();
  let total = 0;
  unfoldBytes(
    bytes,
    (name) => {
      if (name !== GEDCOM && !PICTURE.test(name)) return undefined;
      const own: Uint8Array[] = [];
      parts.set(name, own);
      return (data) => {
        total += data.length;
        if (name === GEDCOM || total <= MOST_BYTES) own.push(data);
        else parts.delete(name);
      };
    },
    true,
  );
  const gedcom = joined(parts.get(GEDCOM) ?? []);
  parts.delete(GEDCOM);
  return { gedcom, pictures: new Map([...parts].map(([name, own]) => [name, joined(own)])) };
}
