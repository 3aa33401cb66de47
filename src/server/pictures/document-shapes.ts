/**
 * The pictures of a document as shapes that can be changed there, with the drawing for programs that know no such shapes.
 * Source: ECMA-376-3, 9.3 (AlternateContent); ECMA-376-2, 9.3 (relationships).
 */
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { own } from '../../core/own';
import { zipped } from '../../core/packed';
import type { Drawing, SlidePicture } from '../../core/scene';
import { escapeAttribute } from '../../core/xml';

const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const COMPATIBLE = 'http://schemas.openxmlformats.org/markup-compatibility/2006';
const GROUP = 'http://schemas.microsoft.com/office/word/2010/wordprocessingGroup';

/**
 * A text with each of its pieces replaced, from one mark to the next end.
 * @param by of the piece, both marks included, and its place
 */
function replaced(text: string, begin: string, end: string, by: (piece: string, at: number) => string): string {
  let out = '';
  let from = 0;
  for (let at = 0; ; at++) {
    const start = text.indexOf(begin, from);
    const stop = start < 0 ? -1 : text.indexOf(end, start);
    if (stop < 0) return out + text.slice(from);
    out += text.slice(from, start) + by(text.slice(start, stop + end.length), at);
    from = stop + end.length;
  }
}

const ENDING: Readonly<Record<string, string>> = { 'image/jpeg': 'jpeg', 'image/png': 'png' };

/** @param drawings those of the document's pictures, in their order */
export function withShapes(
  bytes: Uint8Array,
  drawings: readonly Drawing[],
  pictures: ReadonlyMap<string, SlidePicture>,
): Uint8Array {
  const parts = unzipSync(bytes);
  const [main, relations] = ['word/document.xml', 'word/_rels/document.xml.rels'];
  parts[main] = strToU8(
    replaced(strFromU8(own(parts, main)!), '<w:drawing>', '</w:drawing>', (whole, at) => {
      const drawing = drawings[at];
      if (!drawing) return whole;
      const shapes = replaced(whole, '<a:graphic ', '</a:graphic>', () => drawing.xml);
      return `<mc:AlternateContent xmlns:mc="${COMPATIBLE}"><mc:Choice xmlns:wpg="${GROUP}" Requires="wpg">${shapes}</mc:Choice><mc:Fallback>${whole}</mc:Fallback></mc:AlternateContent>`;
    }),
  );
  const added: string[] = [];
  const relation = (id: string, type: string, target: string, outside = '') =>
    added.push(`<Relationship Id="${id}" Type="${OFFICE}/${type}" Target="${escapeAttribute(target)}"${outside}/>`);
  for (const { links, pictures: shown } of drawings) {
    for (const [href, id] of links) relation(id, 'hyperlink', href, ' TargetMode="External"');
    for (const [file, id] of shown) {
      const picture = pictures.get(file);
      if (!picture) continue;
      const name = `media/${id}.${own(ENDING, picture.mime) ?? 'png'}`;
      parts[`word/${name}`] = new Uint8Array(picture.bytes);
      relation(id, 'image', name);
    }
  }
  const known = strFromU8(own(parts, relations)!);
  parts[relations] = strToU8(known.replace('</Relationships>', `${added.join('')}</Relationships>`));
  const types = strFromU8(parts['[Content_Types].xml']!);
  const missing = Object.entries(ENDING).filter(([, ending]) => !types.includes(`Extension="${ending}"`));
  const defaults = missing.map(([mime, ending]) => `<Default Extension="${ending}" ContentType="${mime}"/>`).join('');
  parts['[Content_Types].xml'] = strToU8(types.replace('</Types>', `${defaults}</Types>`));
  return zipped(parts);
}
