import PDFDocument from 'pdfkit';
import { ATTACHED } from '../../core/packed';
import { marksOf, type PlacedMark, type Scene } from '../../core/scene';
import type { PictureFiles } from '../item-pictures';
import { fontBytes, fonts, outlinesOf } from './fonts';
import { AS_PLACED, drawShaped } from './pdf-shaped';

/**
 * Scenes as the pages of a PDF, each of just its size, text selectable, fonts embedded as subsets.
 * @param at the date it carries; given so that the same chart can give the same file
 * @param packed the chart, attached
 */
export function scenesPdf(
  scenes: readonly Scene[],
  files: PictureFiles = new Map(),
  at = new Date(),
  packed?: string,
): Promise<Buffer> {
  const [first] = scenes;
  const doc = new PDFDocument({
    autoFirstPage: false,
    lang: first?.language ?? 'en',
    displayTitle: true,
    info: {
      Title: first?.title ?? '',
      Subject: first?.description ?? '',
      Creator: 'Dendrotax',
      Producer: 'Dendrotax',
      CreationDate: at,
    },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const registered = new Set<string>();
  for (const scene of scenes) {
    doc.addPage({ size: [scene.width, scene.height], margin: 0 });
    doc.fillOpacity(1).rect(0, 0, scene.width, scene.height).fill(scene.background);
    const { clip } = scene;
    if (clip) doc.save().rect(clip.x, clip.y, clip.width, clip.height).clip();
    for (const placed of marksOf(scene)) drawMark(doc, placed, registered, files);
    if (clip) doc.restore();
    for (const mark of scene.over ?? []) drawMark(doc, { mark, x: 0, y: 0, scale: 1 }, registered, files);
  }
  if (packed !== undefined)
    doc.file(Buffer.from(packed), { name: ATTACHED, type: 'application/json', creationDate: at, modifiedDate: at });
  doc.end();
  return done;
}

/** Letters that fonts may put together of several signs. */
const COMPOSED = /[\u0300-\u036f\u1e00-\u1eff]/;

function drawMark(
  doc: PDFKit.PDFDocument,
  { mark, x, y, scale }: PlacedMark,
  registered: Set<string>,
  files: PictureFiles,
): void {
  if (mark.type === 'image') {
    const file = files.get(mark.file);
    if (!file) return;
    doc.save().translate(x, y).scale(scale);
    if (mark.round)
      doc.ellipse(mark.x + mark.width / 2, mark.y + mark.height / 2, mark.width / 2, mark.height / 2).clip();
    else doc.rect(mark.x, mark.y, mark.width, mark.height).clip();
    doc.fillOpacity(1);
    doc.image(file.bytes, mark.x, mark.y, { cover: [mark.width, mark.height], align: 'center', valign: 'center' });
    doc.restore();
    return;
  }
  if (mark.type === 'text') {
    if (!registered.has(mark.face)) doc.registerFont(mark.face, fontBytes(mark.face));
    registered.add(mark.face);
    doc
      .font(mark.face)
      .fontSize(mark.size * scale)
      .fillColor(mark.fill);
    doc.fillOpacity(1);
    if (mark.href !== undefined) {
      const high = mark.size * scale;
      const wide = doc.widthOfString(mark.text);
      doc.link(x + mark.x * scale, y + mark.y * scale - high, wide, high * 1.2, mark.href);
    }
    const left = x + mark.x * scale;
    const base = y + mark.y * scale;
    const signs = outlinesOf(mark) ?? (COMPOSED.test(mark.text) ? fonts().glyphs(mark) : undefined);
    if (signs) drawShaped(doc, mark, signs, left, base, mark.size * scale);
    else doc.text(mark.text, left, base, AS_PLACED);
    return;
  }
  doc.save().translate(x, y).scale(scale);
  if (mark.at) doc.translate(mark.at.x, mark.at.y).scale(mark.at.scale);
  doc.path(mark.d);
  if (mark.round) doc.lineCap('round').lineJoin('round');
  doc.lineWidth(mark.width ?? 1);
  if (mark.dash) doc.dash(mark.dash[0]!, { space: mark.dash[1]! });
  else doc.undash();
  doc.fillOpacity(mark.opacity ?? 1);
  if (mark.fill && mark.stroke) doc.fillAndStroke(mark.fill, mark.stroke);
  else if (mark.fill) doc.fill(mark.fill);
  else if (mark.stroke) doc.stroke(mark.stroke);
  doc.restore();
}
