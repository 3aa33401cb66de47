/**
 * Words in a PDF with the signs of the shaper, so that every reader finds the letters again: of letters that stand together
 * one sign is text and says them all; several are drawn as shapes, with one of them as text that is not seen. A sign that says other letters elsewhere (the
 * body of an Arabic letter whose dots are a sign of their own) is taken from the same font embedded again.
 */

import type { FaceId } from '../../core/faces';
import { own } from '../../core/own';
import type { DrawnGlyphs, Glyph } from '../../core/text';
import { fontBytes } from './fonts';

export const AS_PLACED = { lineBreak: false, baseline: 'alphabetic' } as const;

/** The part of a font of pdfkit that lays out words: its own engine does, unless the shaper already did. */
interface LaidOut {
  layout(text: string): { glyphs: unknown[]; positions: object[]; advanceWidth: number };
  readonly font: { getGlyph(id: number, codePoints: readonly number[]): { advanceWidth: number } };
  readonly scale: number;
}

/** Letters that stand together, and the signs that show them, from left to right. */
interface Cluster {
  readonly text: string;
  readonly glyphs: readonly Glyph[];
}

function clustersOf(text: string, glyphs: readonly Glyph[]): Cluster[] {
  const starts = [...new Set(glyphs.map(({ at }) => at))].sort((a, b) => a - b);
  const endOf = (at: number) => starts[starts.indexOf(at) + 1] ?? text.length;
  const clusters: { at: number; glyphs: Glyph[] }[] = [];
  for (const glyph of glyphs) {
    const last = clusters.at(-1);
    if (last?.at === glyph.at) last.glyphs.push(glyph);
    else clusters.push({ at: glyph.at, glyphs: [glyph] });
  }
  return clusters.map(({ at, glyphs: own }) => ({ text: text.slice(at, endOf(at)), glyphs: own }));
}

/** What signs of a face say in each font of it that a document holds. */
const embedded = new WeakMap<PDFKit.PDFDocument, Map<FaceId, Map<number, string>[]>>();

/** The name of a font of a face in which a sign says just these letters. */
function fontSaying(doc: PDFKit.PDFDocument, face: FaceId, id: number, text: string): string {
  const faces = embedded.get(doc) ?? new Map<FaceId, Map<number, string>[]>();
  embedded.set(doc, faces);
  const fonts = faces.get(face) ?? [];
  faces.set(face, fonts);
  let at = fonts.findIndex((said) => (said.get(id) ?? text) === text);
  if (at < 0) {
    at = fonts.push(new Map()) - 1;
    const name = `${face} ${at}`;
    doc.registerFont(name, fontBytes(face));
    // A font of the same name would be taken for it.
    const families = (doc as unknown as { _fontFamilies: Record<string, { readonly name: string }> })._fontFamilies;
    const first = own(families, face);
    if (first) delete families[first.name];
  }
  fonts[at]!.set(id, text);
  return `${face} ${at}`;
}

/** Draws words as they were shaped. @param left and base, where they begin on the page; size in points */
export function drawShaped(
  doc: PDFKit.PDFDocument,
  { text, face, rtl = false }: { readonly text: string; readonly face: FaceId; readonly rtl?: boolean },
  { glyphs, outline }: DrawnGlyphs,
  left: number,
  base: number,
  size: number,
): void {
  // Readers turn round what runs from right to left by themselves.
  if (!rtl) doc.markContent('Span', { actual: text });
  let at = left;
  for (const cluster of clustersOf(text, glyphs)) {
    const [first, ...others] = cluster.glyphs;
    const begin = at;
    // Readers turn letters round one by one, those of a cluster too.
    const says = rtl ? [...cluster.text].reverse().join('') : cluster.text;
    if (others.length === 0) {
      drawSign(doc, face, first!, says, at + first!.dx * size, base - first!.dy * size, size);
      at += first!.advance * size;
      continue;
    }
    for (const { id, dx, dy, advance } of cluster.glyphs) {
      const shape = outline(id);
      if (shape !== '')
        doc
          .save()
          .translate(at + dx * size, base - dy * size)
          .scale(size)
          .path(shape)
          .fill()
          .restore();
      at += advance * size;
    }
    const widest = cluster.glyphs.reduce((most, glyph) => (glyph.advance > most.advance ? glyph : most));
    doc.save();
    // Text that is not seen (ISO 32000-1, 9.3.6), as wide as the shapes: readers find no gap that looks like a space.
    doc.addContent('3 Tr');
    drawSign(doc, face, widest, says, begin, base, size, (at - begin) / size);
    doc.restore();
  }
  if (!rtl) doc.endMarkedContent();
}

/** @param width in em, where it is not its own */
function drawSign(
  doc: PDFKit.PDFDocument,
  face: FaceId,
  { id, advance }: Glyph,
  says: string,
  x: number,
  y: number,
  size: number,
  width = advance,
): void {
  doc.font(fontSaying(doc, face, id, says)).fontSize(size);
  const font = (doc as unknown as { _font: LaidOut })._font;
  const own = font.layout;
  const glyph = font.font.getGlyph(
    id,
    [...says].map((letter) => letter.codePointAt(0)!),
  );
  const advanceWidth = glyph.advanceWidth * font.scale;
  font.layout = () => ({
    glyphs: [glyph],
    positions: [{ xAdvance: advanceWidth, yAdvance: 0, xOffset: 0, yOffset: 0, advanceWidth }],
    advanceWidth: advance * 1000,
  });
  const horizontalScaling = advance > 0 ? (100 * width) / advance : 100;
  doc.text(says, x, y, { ...AS_PLACED, ...(horizontalScaling !== 100 && { horizontalScaling }) });
  font.layout = own;
}
