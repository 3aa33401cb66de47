/** Pictures of scenes as files. */
import { createHash } from 'node:crypto';
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import type { FaceId } from '../../core/faces';
import { type Scene, sceneSvg, type TextMark } from '../../core/scene';
import { drawnOf } from '../../core/text';
import { dataUri, picturesIn } from '../item-pictures';
import type { Who } from '../who';
import { fontCss, fonts } from './fonts';
import { scenesPdf } from './pdf';
import { scenePng } from './png';
import { DPI, type PictureType, pictureTypes } from './types';

export { fontBytes, fonts, fontWith } from './fonts';
export { DPI, type PictureType, pictureTypes } from './types';

/** A file name from a title: words kept, what file systems refuse left out. */
const fileName = (title: string, ending: string) => {
  const words = drawnOf(title.replace(/\p{Surrogate}/gu, '\ufffd'))
    .replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return `${[...splitGraphemes(words)].slice(0, MOST_LETTERS).join('').trim() || 'chart'}.${ending}`;
};
const MOST_LETTERS = 80;

export const disposition = (title: string, ending: string, save: boolean): string => {
  const name = fileName(title, ending);
  // What has no letters of the English alphabet is called what it is, for those who know no others.
  const letters = name.normalize('NFKD').replace(/[^\x20-\x7e]/g, '');
  const plain = /[A-Za-z0-9]/.test(letters.slice(0, -ending.length)) ? letters : `chart.${ending}`;
  return `${save ? 'attachment' : 'inline'}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`)}`;
};

/** An SVG document of a scene, with its fonts. @param outlined without: its words are drawn as shapes, which need none */
export async function svgOf(who: Who, scene: Scene, outlined = false): Promise<string> {
  const files = await picturesIn(who, [scene]);
  const words = outlined
    ? { outlinesOf: (mark: TextMark) => fonts().glyphs(mark) }
    : {
        fontCss: await fontCss(scene),
        widthOf: (text: string, face: FaceId, size: number) => fonts().width(text, face, size),
      };
  return sceneSvg(scene, { from: (file) => dataUri(files.get(file)), ...words });
}

/**
 * The pages of a chart as a file: a PDF has them all, SVG and PNG are pictures of one.
 * @param scenes at least one
 */
export async function picture(
  who: Who,
  scenes: readonly Scene[],
  type: PictureType,
  dpi: number = DPI.initial,
  save = false,
  outlined = false,
): Promise<Response> {
  const first = scenes[0]!;
  const body =
    type === 'image/svg+xml'
      ? await svgOf(who, first, outlined)
      : type === 'image/png'
        ? await scenePng(first, dpi, await picturesIn(who, [first]))
        : await scenesPdf(scenes, await picturesIn(who, scenes));
  return pictureFile(first.title, type, body, save);
}

/** The styles that a document brings, by what is in them (CSP 3, hash sources). */
function stylesOf(body: string | Buffer): string {
  const style = typeof body === 'string' ? /<style>([^<]*)<\/style>/.exec(body)?.[1] : undefined;
  return style === undefined ? "'none'" : `'sha256-${createHash('sha256').update(style).digest('base64')}'`;
}

/** A picture as an answer. */
export function pictureFile(title: string, type: PictureType, body: string | Buffer, save: boolean): Response {
  const ending = Object.entries(pictureTypes).find(([, of]) => of === type)![0];
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: {
      'content-type': type === 'image/svg+xml' ? `${type}; charset=utf-8` : type,
      'content-disposition': disposition(title, ending, save),
      // An SVG opened by itself is a document: it needs its own fonts and styles and nothing else.
      'content-security-policy': `default-src 'none'; style-src ${stylesOf(body)}; font-src data:; img-src data:`,
      'cache-control': 'private, no-cache',
    },
  });
}
