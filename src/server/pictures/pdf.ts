import PDFDocument from 'pdfkit';
import { marksOf, type Scene } from '../../core/scene';
import { fontBytes } from './fonts';

/**
 * A scene as a PDF of one page of just its size, text selectable, fonts embedded as subsets.
 * @param at the date it carries; given so that the same chart can give the same file
 */
export function scenePdf(scene: Scene, at = new Date()): Promise<Buffer> {
  const doc = new PDFDocument({
    size: [scene.width, scene.height],
    margin: 0,
    lang: 'en',
    displayTitle: true,
    info: {
      Title: scene.title,
      Subject: scene.description,
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
  doc.rect(0, 0, scene.width, scene.height).fill(scene.background);
  const registered = new Set<string>();
  for (const { mark, x, y, scale } of marksOf(scene)) {
    if (mark.type === 'text') {
      if (!registered.has(mark.face)) doc.registerFont(mark.face, fontBytes[mark.face]);
      registered.add(mark.face);
      doc
        .font(mark.face)
        .fontSize(mark.size * scale)
        .fillColor(mark.fill);
      doc.fillOpacity(1);
      doc.text(mark.text, x + mark.x * scale, y + mark.y * scale, { lineBreak: false, baseline: 'alphabetic' });
      continue;
    }
    doc.save().translate(x, y).scale(scale);
    doc.path(mark.d);
    doc.lineWidth(mark.width ?? 1);
    if (mark.dash) doc.dash(mark.dash[0]!, { space: mark.dash[1]! });
    else doc.undash();
    doc.fillOpacity(mark.opacity ?? 1);
    if (mark.fill && mark.stroke) doc.fillAndStroke(mark.fill, mark.stroke);
    else if (mark.fill) doc.fill(mark.fill);
    else if (mark.stroke) doc.stroke(mark.stroke);
    doc.restore();
  }
  doc.end();
  return done;
}
