/** Pictures of scenes as files. */
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Chart } from '../../core/chart';
import { type FaceId, fontName } from '../../core/faces';
import { fileName } from '../../core/file-name';
import type { DocumentAsked } from '../../core/in-documents';
import { outlineText } from '../../core/list-formats';
import { carryingPart, carryingXml, carryingXmp, officeWith, pngWith } from '../../core/packed';
import { drawingOf, type Scene, type SlideSize, sceneSvg, slidesOf, type TextMark } from '../../core/scene';
import { walkThroughOf } from '../../core/walk-through';
import { dataUri, type PictureFiles, packedChart, picturesIn } from '../item-pictures';
import { kindFor } from '../lists';
import type { Who } from '../who';
import { documentOf, placed } from './document';
import { withShapes } from './document-shapes';
import { fontCss, fonts } from './fonts';
import { pageOf } from './page';
import { scenesPdf } from './pdf';
import { type DotOptions, scenePng } from './png';
import { DPI, type PictureType, pictureTypes } from './types';

export { fontBytes, fonts, fontWith } from './fonts';
export { DPI, inPages, type PictureType, pictureTypes } from './types';

export const disposition = (title: string, ending: string, save: boolean): string => {
  const name = fileName(title, ending);
  // What has no letters of the English alphabet is called what it is, for those who know no others.
  const letters = name.normalize('NFKD').replace(/[^\x20-\x7e]/g, '');
  const plain = /[A-Za-z0-9]/.test(letters.slice(0, -ending.length)) ? letters : `chart.${ending}`;
  return `${save ? 'attachment' : 'inline'}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`)}`;
};

/**
 * An SVG document of a scene, with its fonts.
 * @param outlined without: its words are drawn as shapes, which need none
 * @param fontless without: they are only named
 */
export async function svgOf(
  who: Who,
  scene: Scene,
  {
    outlined = false,
    fontless = false,
    named = false,
    packed,
  }: { outlined?: boolean; fontless?: boolean | undefined; named?: boolean; packed?: string | undefined } = {},
): Promise<string> {
  const files = await picturesIn(who, [scene]);
  const words = outlined
    ? { outlinesOf: (mark: TextMark) => fonts().glyphs(mark) }
    : {
        fontCss: fontless ? '' : await fontCss(scene),
        widthOf: (text: string, face: FaceId, size: number) => fonts().width(text, face, size),
      };
  return sceneSvg(scene, {
    from: (file) => dataUri(files.get(file)),
    ...words,
    named,
    metadata: packed && carryingXml(packed),
  });
}

export interface PictureOptions {
  /** What the scenes show. */
  readonly chart: Chart;
  readonly dots?: DotOptions;
  readonly save?: boolean;
  readonly outlined?: boolean;
  readonly fontless?: boolean | undefined;
  /** The chart is in the file, so that it can be opened again. */
  readonly carrying?: boolean;
  /** Size of slides; that of the pages where absent. */
  readonly slide?: SlideSize | undefined;
  /** How it stands in a document. */
  readonly text?: DocumentAsked | undefined;
}

/** Width of words as they are drawn, in points. */
const widthOf = ({ text, face, size }: TextMark): number => fonts().width(text, face, size);

/** Pictures of a document as shapes, each as large as it stands there. */
const drawingsOf = (scenes: readonly Scene[], asked: DocumentAsked, files: PictureFiles) =>
  scenes.map((scene, place) =>
    drawingOf(scene, {
      size: placed(scene, asked),
      place,
      widthOf,
      sizeOf: (file) => files.get(file),
    }),
  );

/** Scenes as slides, the list in the notes. */
async function slides(
  who: Who,
  scenes: readonly Scene[],
  { chart, slide }: PictureOptions,
  packed: string | undefined,
): Promise<Uint8Array> {
  return slidesOf(scenes, {
    widthOf,
    pictures: await picturesIn(who, scenes),
    size: slide,
    // Whoever leaves the list out of the file leaves it out of the notes too.
    notes: packed && outlineText(kindFor(chart.kind), chart),
    carried: packed && carryingPart(packed),
    fonts: { heading: fontName('title'), body: fontName(chart.font ?? 'text') },
  });
}

/**
 * The pages of a chart as a file: a PDF and a presentation have them all, SVG and PNG are pictures of one.
 * @param scenes at least one
 */
export async function picture(
  who: Who,
  scenes: readonly Scene[],
  type: PictureType,
  options: PictureOptions,
): Promise<Response> {
  const first = scenes[0]!;
  const { dots = { dpi: DPI.initial }, save = false, outlined = false } = options;
  const packed = options.carrying ? await packedChart(who, options.chart) : undefined;
  const bodies: Readonly<Record<PictureType, () => Promise<string | Uint8Array>>> = {
    [pictureTypes.svg]: () => svgOf(who, first, { outlined, fontless: options.fontless, named: save, packed }),
    [pictureTypes.html]: async () =>
      pageOf(first, {
        svg: await svgOf(who, first, { named: true }),
        carried: packed && carryingXml(packed),
        walk: walkThroughOf(kindFor(options.chart.kind), options.chart, first),
      }),
    [pictureTypes.png]: async () => {
      const png = await scenePng(first, dots, await picturesIn(who, [first]));
      return packed ? pngWith(png, packed) : png;
    },
    [pictureTypes.webp]: async () => {
      const drawn = sharp(await scenePng(first, dots, await picturesIn(who, [first]))).webp({ lossless: true });
      return (packed ? drawn.withXmp(carryingXmp(packed)) : drawn).toBuffer();
    },
    [pictureTypes.pdf]: async () => scenesPdf(scenes, await picturesIn(who, scenes), undefined, packed),
    [pictureTypes.docx]: async () => {
      const files = await picturesIn(who, scenes);
      const pictures = scenes.map(async (scene) => ({
        scene,
        // Programs that set text show no fonts of a drawing.
        svg: await svgOf(who, scene, { outlined: true }),
        png: await scenePng(scene, { dpi: DPI.document }, files),
      }));
      const { chart, text = { place: 'full', list: 'none' } } = options;
      const written = await documentOf(kindFor(chart.kind), chart, await Promise.all(pictures), text);
      const made = text.drawn === 'shapes' ? withShapes(written, drawingsOf(scenes, text, files), files) : written;
      return packed ? officeWith(made, 'word/document.xml', packed) : made;
    },
    [pictureTypes.pptx]: () => slides(who, scenes, options, packed),
  };
  return pictureFile(first.title, type, await bodies[type](), save);
}

/** The styles that a document brings, by what is in them (CSP 3, hash sources). */
function stylesOf(body: string | Uint8Array): string {
  const style = typeof body === 'string' ? /<style>([^<]*)<\/style>/.exec(body)?.[1] : undefined;
  return style === undefined ? "'none'" : `'sha256-${createHash('sha256').update(style).digest('base64')}'`;
}

/** A picture as an answer. */
export function pictureFile(title: string, type: PictureType, body: string | Uint8Array, save: boolean): Response {
  const ending = Object.entries(pictureTypes).find(([, of]) => of === type)![0];
  return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: {
      'content-type': typeof body === 'string' ? `${type}; charset=utf-8` : type,
      // A page runs scripts of its own: it is opened from where it is kept, never as one of ours.
      'content-disposition': disposition(title, ending, save || type === pictureTypes.html),
      // An SVG opened by itself is a document: it needs its own fonts and styles and nothing else.
      'content-security-policy': `default-src 'none'; style-src ${stylesOf(body)}; font-src data:; img-src data:`,
      'cache-control': 'private, no-cache',
    },
  });
}
