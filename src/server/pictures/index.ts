/** Pictures of scenes as files. */
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import type { FaceId } from '../../core/faces';
import { type Scene, sceneSvg, type TextMark } from '../../core/scene';
import { drawnOf } from '../../core/text';
import { ApiError } from '../http/problem';
import { dataUri, picturesIn } from '../item-pictures';
import { fontCss, fonts } from './fonts';
import { scenesPdf } from './pdf';
import { DPI, scenePng } from './png';

export { fontBytes, fonts, fontWith } from './fonts';
export { keptPicture } from './kept';
export { DPI } from './png';

export const pictureTypes = { svg: 'image/svg+xml', png: 'image/png', pdf: 'application/pdf' } as const;
export type PictureType = (typeof pictureTypes)[keyof typeof pictureTypes];

/** Heavy work is done few at a time; who comes when the queue is full is told to come back. */
const AT_ONCE = 2;
const WAITING = 32;
let busy = 0;
const queue: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (busy >= AT_ONCE) {
    if (queue.length >= WAITING)
      throw new ApiError(
        429,
        'too-many',
        'Too many pictures are asked for at once; try again in a few seconds.',
        [],
        {},
        { 'retry-after': '3' },
      );
    await new Promise<void>((go) => queue.push(go));
  } else busy++;
  try {
    return await work();
  } finally {
    const next = queue.shift();
    if (next) next();
    else busy--;
  }
}

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
export const svgOf = (scene: Scene, outlined = false): Promise<string> =>
  inTurn(async () => {
    const files = await picturesIn([scene]);
    const words = outlined
      ? { outlinesOf: (mark: TextMark) => fonts().glyphs(mark) }
      : {
          fontCss: await fontCss(scene),
          widthOf: (text: string, face: FaceId, size: number) => fonts().width(text, face, size),
        };
    return sceneSvg(scene, { from: (file) => dataUri(files.get(file)), ...words });
  });

/**
 * The pages of a chart as a file: a PDF has them all, SVG and PNG are pictures of one.
 * @param scenes at least one
 */
export async function picture(
  scenes: readonly Scene[],
  type: PictureType,
  dpi: number = DPI.initial,
  save = false,
  outlined = false,
): Promise<Response> {
  const first = scenes[0]!;
  const body =
    type === 'image/svg+xml'
      ? await svgOf(first, outlined)
      : await inTurn(async () =>
          type === 'image/png'
            ? scenePng(first, dpi, await picturesIn([first]))
            : scenesPdf(scenes, await picturesIn(scenes)),
        );
  return pictureFile(first.title, type, body, save);
}

/** A picture as an answer. */
export function pictureFile(title: string, type: PictureType, body: string | Buffer, save: boolean): Response {
  const ending = Object.entries(pictureTypes).find(([, of]) => of === type)![0];
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: {
      'content-type': type === 'image/svg+xml' ? `${type}; charset=utf-8` : type,
      'content-disposition': disposition(title, ending, save),
      // An SVG opened by itself is a document: it needs its own fonts and styles and nothing else.
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:",
      'cache-control': 'private, no-cache',
    },
  });
}
