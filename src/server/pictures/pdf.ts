import PDFDocument from 'pdfkit';
import { ATTACHED } from '../../core/packed';
import type { Mark, PlacedMark, Scene } from '../../core/scene';
import { escapeXml } from '../../core/xml';
import type { PictureFiles } from '../item-pictures';
import { fontBytes, fonts, outlinesOf } from './fonts';
import { fieldsOf, type PdfField } from './pdf-fields';
import { AS_PLACED, drawShaped } from './pdf-shaped';
import { bookmark, Structure } from './pdf-structure';

/**
 * Scenes as the pages of a PDF, each of just its size, text selectable, fonts embedded as subsets; tagged, with bookmarks.
 * @param made the date it carries; given so that the same chart can give the same file
 * @param packed the chart, attached
 * @param fields to be filled in, of each page; such a file is not said to be fit for archives (ISO 19005-3, level B)
 */
export function scenesPdf(
  scenes: readonly Scene[],
  files: PictureFiles = new Map(),
  made = new Date(),
  packed?: string,
  fields: readonly (readonly PdfField[])[] = [],
): Promise<Buffer> {
  const [first] = scenes;
  const archived = fields.length === 0 && scenes.every(({ remarked }) => remarked === undefined);
  const doc = new PDFDocument({
    autoFirstPage: false,
    lang: first?.language ?? 'en',
    displayTitle: true,
    tagged: true,
    pdfVersion: '1.7',
    // None of its own: every font that is used is in the file.
    font: '',
    ...(archived && { subset: 'PDF/A-3b' }),
    info: {
      Title: first?.title ?? '',
      Subject: first?.description ?? '',
      Creator: 'Dendrotax',
      Producer: 'Dendrotax',
      CreationDate: made,
    },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  escapedMetadata(doc);
  // PDF/A knows no property of PDF/UA by itself: it is described (ISO 19005-3, 6.6.2.3).
  (doc as unknown as Metadata).appendXML(ACCESSIBLE);
  const addField = fields.length > 0 ? fieldsOf(doc) : undefined;
  const registered = new Set<string>();
  const structure = new Structure(doc);
  const led = scenes.some(({ leads = [] }) => leads.length > 0);
  for (const [i, scene] of scenes.entries()) {
    doc.addPage({ size: [scene.width, scene.height], margin: 0 });
    structure.aside(() => doc.fillOpacity(1).rect(0, 0, scene.width, scene.height).fill(scene.background));
    const { clip } = scene;
    if (clip) doc.save().rect(clip.x, clip.y, clip.width, clip.height).clip();
    const at = (x: number, y: number, scale: number) => (mark: Mark) =>
      drawMark(doc, { mark, x, y, scale }, registered, files, structure);
    const { frame, pageAt = { x: 0, y: 0 } } = scene;
    const onPage = at(pageAt.x, pageAt.y, 1);
    structure.marks(scene.under ?? [], onPage);
    for (const { marks } of scene.links) structure.marks(marks, at(frame.x, frame.y, frame.scale));
    for (const { id, box, marks } of scene.items)
      structure.item(id, () => marks.forEach(at(box.x, box.y, frame.scale)));
    structure.page(scene, onPage);
    if (clip) doc.restore();
    structure.marks(scene.over ?? [], at(0, 0, 1));
    for (const remark of scene.remarked ?? []) note(doc, structure, remark, made);
    if (addField && fields[i]) {
      // Tab goes from one to the next as they are read.
      (doc.page.dictionary as unknown as { data: object }).data = { ...doc.page.dictionary.data, Tabs: 'R' };
      for (const field of fields[i]) addField(field, structure);
    }
    if (led) doc.addNamedDestination(pageName(i + 1), 'Fit');
    for (const { x, y, width, height, page } of scene.leads ?? [])
      if (page <= scenes.length) doc.goTo(x, y, width, height, pageName(page), leadOf(structure, page));
    structure.endPage(scene);
    bookmark(doc, scene, scenes.length === 1);
  }
  structure.end(first?.language);
  if (packed !== undefined)
    doc.file(Buffer.from(packed), {
      name: ATTACHED,
      type: 'application/json',
      creationDate: made,
      modifiedDate: made,
      ...SOURCE,
    });
  doc.end();
  return done;
}

/** What the pages were made of (ISO 19005-3, annex E); the library's types do not name it. */
const SOURCE: object = { relationship: 'Source' };

/** Parts of the library's document that its types do not name. */
interface Metadata {
  info: { Title?: string; Subject?: string };
  _addInfo(): void;
  appendXML(xml: string): void;
}

/** The library writes titles into the metadata as they are: there, and only there, marks of XML are escaped. */
function escapedMetadata(doc: PDFKit.PDFDocument): void {
  const own = doc as unknown as Metadata;
  const add = own._addInfo.bind(own);
  own._addInfo = () => {
    const { info } = own;
    own.info = { ...info, Title: escapeXml(info.Title ?? ''), Subject: escapeXml(info.Subject ?? '') };
    add();
    own.info = info;
  };
}

/** Says that the file is tagged as ISO 14289-1 asks, and describes how that is said (ISO 14289-1, 5). */
const ACCESSIBLE = `
<rdf:Description rdf:about="" xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/"><pdfuaid:part>1</pdfuaid:part></rdf:Description>
<rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#"><pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource"><pdfaSchema:schema>PDF/UA identification</pdfaSchema:schema><pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI><pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq><rdf:li rdf:parseType="Resource"><pdfaProperty:name>part</pdfaProperty:name><pdfaProperty:valueType>Integer</pdfaProperty:valueType><pdfaProperty:category>internal</pdfaProperty:category><pdfaProperty:description>Part of ISO 14289 that is followed</pdfaProperty:description></rdf:li></rdf:Seq></pdfaSchema:property></rdf:li></rdf:Bag></pdfaExtension:schemas></rdf:Description>
`;

/** A remark as a note of the file itself (ISO 32000-1, 12.5.6.4): shown, listed and answered by programs that read it. */
function note(
  doc: PDFKit.PDFDocument,
  structure: Structure,
  { x, y, width, height, name, text }: NonNullable<Scene['remarked']>[number],
  at: Date,
): void {
  const options: object = {
    Subtype: 'Text',
    Name: 'Comment',
    // The library takes plain strings for names.
    Contents: new String(text),
    T: new String(name),
    M: at,
    // The number on the page is seen; the note itself is opened from there, and is not printed.
    F: 24,
    structParent: structure.note(),
  };
  doc.annotate(x, y, width, height, options as PDFKit.Mixins.AnnotationOption);
}

/** A link in the structure, said by where it leads. The library takes plain strings for names, and its types know none of this. */
const linkOf = (structure: Structure, href: string): object => ({
  structParent: structure.link(),
  Contents: new String(href),
});

const pageName = (page: number) => `page-${page}`;
/** The same for a place that leads to another page of the file. */
const leadOf = (structure: Structure, page: number): object => ({
  structParent: structure.lead(),
  Contents: new String(`Page ${page}`),
});

/** Letters that fonts may put together of several signs. */
const COMPOSED = /[\u0300-\u036f\u1e00-\u1eff]/;

function drawMark(
  doc: PDFKit.PDFDocument,
  { mark, x, y, scale }: PlacedMark,
  registered: Set<string>,
  files: PictureFiles,
  structure: Structure,
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
      const top = y + mark.y * scale - high;
      doc.link(x + mark.x * scale, top, wide, high * 1.2, mark.href, linkOf(structure, mark.href));
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
