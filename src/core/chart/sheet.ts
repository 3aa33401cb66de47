/** What stands on the sheet beside items and lines: pictures in items, enclosures, notes. Lengths in points. */
import { z } from 'zod';
import { symbolIds } from '../symbols';
import { ALIGNS, DASHES } from './look';
import { colourSchema, FIELD_LIMIT, idSchema, textSchema } from './words';

/** Largest file that is taken as a picture, in bytes. */
export const PICTURE_LIMIT = 5 * 1024 * 1024;
/** A picture of an item: one that was brought in, with its extents in dots, or a symbol that ships. */
export const pictureSchema = z.union([
  z.object({ file: idSchema, width: z.number().int().min(1).max(4096), height: z.number().int().min(1).max(4096) }),
  z.object({ symbol: z.enum(symbolIds) }),
]);
export type Picture = z.infer<typeof pictureSchema>;

export const ENCLOSURE_FORMS = ['rounded', 'hull', 'wavy', 'cut'] as const;
/** Most items that an enclosure names one by one. */
const MOST_NAMED = 2_000;
/** A shape drawn round a branch, a tier, or some items; it follows them. */
export const enclosureSchema = z.object({
  id: idSchema,
  name: textSchema(120),
  around: z.union([
    z.object({ branch: idSchema }),
    z.object({ tier: z.number().int().min(1).max(9999) }),
    z.object({ items: z.array(idSchema).min(1).max(MOST_NAMED) }),
  ]),
  form: z.enum(ENCLOSURE_FORMS),
  /** Which of the house style's colours for areas it has, from 1, where none are set. */
  place: z.number().int().min(1).max(999).optional(),
  /** Absent: the house style's. */
  fill: colourSchema.optional(),
  edge: colourSchema.optional(),
  edgeWidth: z.number().min(0).max(6).optional(),
  edgeDash: z.enum(DASHES).optional(),
  /** How much of the fill hides what is behind it. */
  opacity: z.number().min(0).max(1).optional(),
});
export type Enclosure = z.infer<typeof enclosureSchema>;

const offset = z.number().min(-20_000).max(20_000);
/** Free text on the sheet: a note or a heading that belongs to no item. Offsets in points. */
export const noteSchema = z.object({
  id: idSchema,
  text: textSchema(FIELD_LIMIT),
  /**
   * What it keeps its place to: the page's near corner, the middle of an item's box, or an enclosure's near corner; by its
   * own near corner.
   */
  at: z.union([
    z.object({ x: offset, y: offset }),
    z.object({ item: idSchema, x: offset, y: offset }),
    z.object({ enclosure: idSchema, x: offset, y: offset }),
  ]),
  size: z.number().min(5).max(72),
  strong: z.boolean().optional(),
  slant: z.boolean().optional(),
  align: z.enum(ALIGNS).optional(),
  /** Widest line, in points. */
  width: z.number().min(20).max(2_000),
  /** The house style's where absent; without a fill there is no box. */
  ink: colourSchema.optional(),
  fill: colourSchema.optional(),
  edge: colourSchema.optional(),
});
export type Note = z.infer<typeof noteSchema>;

const byId = (a: { readonly id: string }, b: { readonly id: string }) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The notes of a chart in one order, however its record was put together. */
export const notesOf = (notes: Readonly<Record<string, Note>>): Note[] => Object.values(notes).sort(byId);

/** Its enclosures likewise, those made first first. */
export const enclosuresOf = (enclosures: Readonly<Record<string, Enclosure>> = {}): Enclosure[] =>
  Object.values(enclosures).sort((a, b) => (a.place ?? 0) - (b.place ?? 0) || byId(a, b));
