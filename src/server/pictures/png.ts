import { crc32 } from 'node:zlib';
import { renderAsync } from '@resvg/resvg-js';
import { isScriptFace } from '../../core/faces';
import { grown, lettersOf, type Scene, sceneSvg } from '../../core/scene';
import { ApiError } from '../http/problem';
import { dataUri, type PictureFiles } from '../item-pictures';
import { fontFiles, outlinesOf } from './fonts';

/** About 400 MB while drawing; an A2 page at 300 dpi has 35 million. */
const MOST_PIXELS = 60_000_000;

/** How a scene becomes dots. */
export interface DotOptions {
  /** Dots an inch; not heard where a width is given. */
  readonly dpi: number;
  /** In dots. */
  readonly width?: number | undefined;
  /** Without the paper behind the picture. */
  readonly clear?: boolean | undefined;
  /** Only the picture, without the page round it. */
  readonly cropped?: boolean | undefined;
}

/** Round a picture that is cut out of its page, in points: lines and edges reach over it. */
const ROUND_PICTURE = 4;

/**
 * A scene as PNG from the same font files, with its resolution noted so that it prints at its true size.
 * @throws 422 where the picture would have too many dots
 */
export async function scenePng(
  scene: Scene,
  { clear, cropped, ...asked }: DotOptions,
  files: PictureFiles = new Map(),
): Promise<Buffer> {
  const seen = cropped ? grown(scene.picture, ROUND_PICTURE) : { x: 0, y: 0, width: scene.width, height: scene.height };
  const dpi = asked.width === undefined ? asked.dpi : (asked.width / seen.width) * 72;
  const width = Math.max(1, Math.round((seen.width / 72) * dpi));
  const height = Math.max(1, Math.round((seen.height / 72) * dpi));
  if (width * height > MOST_PIXELS)
    throw new ApiError(
      422,
      'too-many-dots',
      `At ${Math.round(dpi)} dpi this picture would be ${width} x ${height} dots; choose fewer dots an inch, a page size, or PDF.`,
      [{ code: 'too-many-dots', message: 'Choose a lower resolution.', field: 'dpi' }],
    );
  const image = await renderAsync(
    sceneSvg(scene, { from: (file) => dataUri(files.get(file)), outlinesOf, clear, seen }),
    {
      fitTo: { mode: 'width', value: width },
      font: {
        // Only those that it shows: to read all would take longer than to draw.
        fontFiles: [...lettersOf(scene).keys()].filter((face) => !isScriptFace(face)).map((face) => fontFiles[face]),
        loadSystemFonts: false,
        defaultFontFamily: 'Atkinson Hyperlegible Next',
      },
    },
  );
  return withResolution(image.asPng(), dpi);
}

/** Puts a pHYs chunk behind the header. Source: PNG specification (W3C, third edition), 11.3.4.3. */
function withResolution(png: Buffer, dpi: number): Buffer {
  const HEADER_END = 33; // Signature 8, IHDR chunk 25.
  const perMetre = Math.round(dpi / 0.0254);
  const chunk = Buffer.alloc(21);
  chunk.writeUInt32BE(9, 0);
  chunk.write('pHYs', 4, 'latin1');
  chunk.writeUInt32BE(perMetre, 8);
  chunk.writeUInt32BE(perMetre, 12);
  chunk.writeUInt8(1, 16);
  chunk.writeUInt32BE(crc32(chunk.subarray(4, 17)), 17);
  return Buffer.concat([png.subarray(0, HEADER_END), chunk, png.subarray(HEADER_END)]);
}
