/** Places of a PDF that are filled in on a screen. Source: ISO 32000-1, 12.7.4.3 (text fields) and 14.9.3 (alternate descriptions). */
import type { Box } from '../../core/scene';
import type { Structure } from './pdf-structure';

export interface PdfField {
  /** Known to programs by it: of several with the same one each is made another. */
  readonly name: string;
  /** Read aloud, and shown by a pointer. */
  readonly said: string;
  /** In points from the upper left corner of the page. */
  readonly box: Box;
}

/** Size of what is typed, in points; smaller where a line is lower. */
const TYPED = 11;
/** One of those that every program has (9.6.2.2). */
const FONT = 'Helvetica';
const MULTILINE = 1 << 12;
const PRINTED = 4;

/** Parts of the library's document that its types do not name. */
interface Inside {
  readonly _font: { ref(): unknown };
  readonly _root: { data: { AcroForm: { data: { Fields: unknown[]; DR: { Font: Record<string, unknown> } } } } };
}

/** @returns adds a field to the page that is open */
export function fieldsOf(doc: PDFKit.PDFDocument): (field: PdfField, structure: Structure) => void {
  const { _font: font, _root: root } = doc.font(FONT).initForm() as unknown as Inside;
  const form = root.data.AcroForm.data;
  // By its own name, under which programs look for it that set what is typed anew.
  form.DR.Font[FONT] = font.ref();
  const names = new Map<string, number>();
  return ({ name, said, box: { x, y, width, height } }, structure) => {
    const again = names.get(name) ?? 0;
    names.set(name, again + 1);
    const size = Math.max(4, Math.min(TYPED, height * 0.8));
    // The library takes plain strings for names. Without colours of its own: the lines on the page are seen through it.
    const options: object = {
      Subtype: 'Widget',
      FT: 'Tx',
      T: new String(again === 0 ? name : `${name} again ${again}`),
      TU: new String(said),
      DA: new String(`/${FONT} ${size.toFixed(2)} Tf 0 g`),
      F: PRINTED,
      ...(height > TYPED * 3 && { Ff: MULTILINE }),
      structParent: structure.field(),
    };
    doc.annotate(x, y, width, height, options as PDFKit.Mixins.AnnotationOption);
    form.Fields.push(doc.page.annotations.at(-1));
  };
}
