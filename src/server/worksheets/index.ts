/** Worksheets as files. */
import type { Chart } from '../../core/chart';
import type { Scene } from '../../core/scene';
import type { PicturedVersion, Worksheet } from '../../core/worksheet';
import { picturesIn } from '../item-pictures';
import { svgOf } from '../pictures';
import { scenePng } from '../pictures/png';
import { DPI } from '../pictures/types';
import type { Who } from '../who';
import { worksheetDocument } from './document';
import { type WorksheetFileAsked, worksheetPdf } from './pdf';

export type { WorksheetFileAsked } from './pdf';

/** @param worksheet with a version at least */
export async function worksheetAsPdf(who: Who, worksheet: Worksheet, asked: WorksheetFileAsked): Promise<Uint8Array> {
  const shown = worksheet.versions[0]!.sheets.map(({ scene }) => scene);
  return worksheetPdf(worksheet, asked, await picturesIn(who, shown));
}

/** @param worksheet with a version at least */
export async function worksheetAsDocument(
  who: Who,
  chart: Chart,
  worksheet: Worksheet<PicturedVersion>,
  asked: WorksheetFileAsked,
): Promise<Uint8Array> {
  const { versions } = worksheet;
  const files = await picturesIn(who, versions[0]!.pictures);
  const drawn = async (scene: Scene) => ({
    scene,
    svg: await svgOf(who, scene, { outlined: true }),
    png: await scenePng(scene, { dpi: DPI.document }, files),
  });
  const all = versions.map(async (version) => ({
    version,
    pictures: await Promise.all(version.pictures.map(drawn)),
    keyPictures: asked.answers ? await Promise.all(version.keyPictures.map(drawn)) : [],
  }));
  return worksheetDocument(chart, worksheet, await Promise.all(all), asked);
}
