/**
 * The chart value: one model for all kinds. A chart is plain data; every edit is a change (`changes.ts`) and every
 * picture is computed from it (`../compose.ts`). The Zod schemas are the types.
 *
 * Lengths are points (1/72 inch) unless a name says otherwise. Tiers count from 1.
 */
import { z } from 'zod';
import { isOrderKey } from './order';

/** Longest text a field may hold; longer ones are refused at the door rather than cut later. */
export const FIELD_LIMIT = 2_000;
/** Most items one chart may hold. */
export const ITEM_LIMIT = 30_000;

/** Keys of records come from outside: names that every object has (`constructor`, ...) would be found in any record. */
const isOwnKey = (key: string) => !(key in {});

export const idSchema = z
  .string()
  .regex(/^[\w.:-]{1,64}$/, 'an id has 1 to 64 letters, digits or . : _ -')
  .refine(isOwnKey, 'this id is reserved');

/** Text that can be stored and shown anywhere: no NUL, no half of a surrogate pair. */
export const textSchema = (most: number) =>
  z
    .string()
    .max(most)
    .refine((text) => !text.includes('\u0000') && !/\p{Surrogate}/u.test(text), 'has a broken character');

/** `#rrggbb`, the one way colours are written. */
export const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/, 'a colour is written #rrggbb in lower case');

export const SHAPES = ['square', 'soft', 'rounded', 'pill', 'cut', 'double'] as const;
export const DASHES = ['solid', 'dashed', 'dotted'] as const;
export const LINE_FORMS = ['elbow', 'straight', 'curve'] as const;
export const SIZE_RULES = ['tier', 'each', 'fixed'] as const;

/** The look of a tier, complete. A house style gives one for any tier. */
export const lookSchema = z.object({
  fill: colourSchema,
  edge: colourSchema,
  edgeWidth: z.number().min(0).max(6),
  edgeDash: z.enum(DASHES),
  ink: colourSchema,
  weight: z.union([z.literal(400), z.literal(600), z.literal(700)]),
  /** Text size of the name, in points before the page's scale. */
  size: z.number().min(5).max(48),
  shape: z.enum(SHAPES),
  /** `tier`: one size for the tier, from its longest text; `each`: its own; `fixed`: `width` wide. */
  sizeRule: z.enum(SIZE_RULES),
  /** Width of a box in points where `sizeRule` is `fixed`; otherwise the widest a box may grow. */
  width: z.number().min(24).max(600),
  line: z.enum(LINE_FORMS),
  lineWidth: z.number().min(0.25).max(6),
  lineDash: z.enum(DASHES),
  lineColour: colourSchema,
});
export type Look = z.infer<typeof lookSchema>;

/** What a person set on top of the house style; what is absent follows it. */
export const lookPatchSchema = lookSchema.partial();
export type LookPatch = z.infer<typeof lookPatchSchema>;

export const fieldNameSchema = z.string().min(1).max(80).refine(isOwnKey, 'this field name is reserved');
export const fieldsSchema = z.record(fieldNameSchema, textSchema(FIELD_LIMIT));

export const FIELD_TYPES = ['text', 'number', 'date', 'money', 'yes-no', 'link'] as const;
export type FieldType = (typeof FIELD_TYPES)[number];
/** How dates are written on the sheet: 3 May 2024, 03/05/2024, May 2024 or 2024. */
export const DATE_FORMS = ['long', 'short', 'month', 'year'] as const;

/** What is known of a column of the list. */
export const columnSettingSchema = z.object({
  type: z.enum(FIELD_TYPES).optional(),
  /** For dates on the sheet. */
  dates: z.enum(DATE_FORMS).optional(),
  /** For numbers and money on the sheet. */
  decimals: z.number().int().min(0).max(6).optional(),
  /** The sign before money, such as "EUR". */
  currency: textSchema(8).optional(),
  /** Not shown in the table. */
  hidden: z.boolean().optional(),
});
export type ColumnSetting = z.infer<typeof columnSettingSchema>;

/** A line of words in an item: the fields that stand in it, beside each other. */
export const faceLineSchema = z.object({
  fields: z.array(fieldNameSchema).min(1).max(6),
  strong: z.boolean(),
  /** Size as a part of the tier's text size. */
  size: z.number().min(0.5).max(1.5),
});
export type FaceLineChoice = z.infer<typeof faceLineSchema>;
/** Which fields an item shows, top to bottom. */
export const faceSchema = z.array(faceLineSchema).min(1).max(8);
export type Face = z.infer<typeof faceSchema>;

export const tierSchema = z.object({
  name: textSchema(80).optional(),
  look: lookPatchSchema.optional(),
  face: faceSchema.optional(),
});

export const nudgeSchema = z.object({ dx: z.number(), dy: z.number() });

/** One line of the list. `fields.name` is its name; other fields are the kind's columns or the list's own. */
export const itemSchema = z.object({
  id: idSchema,
  parent: idSchema.nullable(),
  /** Fractional key: siblings stand in the order of their keys, then of their ids. */
  order: z.string().max(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
  fields: fieldsSchema,
  /** Exception: a look set on this item on purpose. */
  style: lookPatchSchema.optional(),
  /** A small move by hand, relative to the computed place. */
  nudge: nudgeSchema.optional(),
  /** How the lowest level of this branch is set; absent: as the branch above. */
  leaves: z.string().max(20).optional(),
});
export type Item = z.infer<typeof itemSchema>;

export const linkSchema = z.object({
  id: idSchema,
  from: idSchema,
  to: idSchema,
  role: z.string().min(1).max(40),
  label: textSchema(FIELD_LIMIT).optional(),
  fields: fieldsSchema.optional(),
});
export type Link = z.infer<typeof linkSchema>;

/** A named collection of items. Members are kept sorted, so that the same members are the same value. */
export const setSchema = z.object({
  id: idSchema,
  name: textSchema(FIELD_LIMIT),
  members: z.array(idSchema),
  /** Sets stand in the order of their keys, then of their ids. */
  order: z.string().max(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
});
export type ItemSet = z.infer<typeof setSchema>;

export const noteSchema = z.object({ id: idSchema, text: textSchema(FIELD_LIMIT), x: z.number(), y: z.number() });

export const PAGE_SIZES = ['A2', 'A3', 'A4', 'A5', 'Letter', 'Legal', 'Tabloid'] as const;
export const pageSchema = z.object({
  /** `picture`: the page is as large as the picture. */
  size: z.enum([...PAGE_SIZES, 'picture']),
  orientation: z.enum(['landscape', 'portrait']),
  margin: z.number().min(0).max(144),
  showTitle: z.boolean(),
  /** The line at the top right, such as a date; none where it is empty. */
  dateLine: textSchema(120),
  /** Whether tier names are printed beside the tiers. */
  tierHeadings: z.boolean(),
});
export type Page = z.infer<typeof pageSchema>;

export const titleSchema = textSchema(200).trim().min(1, 'a chart needs a title');

export const choiceValueSchema = z.union([textSchema(300), z.number(), z.boolean()]);
export const arrangementSchema = z.record(z.string().max(40), choiceValueSchema);

export const chartSchema = z.object({
  version: z.literal(1),
  kind: z.string().min(1).max(40),
  title: titleSchema,
  items: z.record(idSchema, itemSchema),
  links: z.record(idSchema, linkSchema),
  sets: z.record(idSchema, setSchema),
  notes: z.record(idSchema, noteSchema),
  house: z.string().min(1).max(60),
  /** Per tier number, as text because JSON keys are: what differs from the house style. */
  tiers: z.record(z.string().regex(/^[1-9]\d{0,3}$/), tierSchema),
  /** The kind's own arrangement choices; checked by the kind. */
  arrangement: arrangementSchema,
  page: pageSchema,
  /** What is known of the list's columns, by field. A field of one's own is here before any line has it. */
  columns: z.record(fieldNameSchema, columnSettingSchema).optional(),
  /** What items show, where it is not the kind's own; a tier may differ. */
  face: faceSchema.optional(),
  /** Problems that a person looked at and left as they are on purpose, by their key. */
  settled: z.record(z.string().max(300), z.literal(true)).optional(),
  /** The day (ISO 8601) on which a list was last brought in. */
  listed: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
  /** What a file carried that no kind uses, by place; kept so that it can be written back. */
  carried: z.record(z.string().max(120), z.string()).optional(),
});
export type Chart = z.infer<typeof chartSchema>;

export const defaultPage: Page = {
  size: 'A4',
  orientation: 'landscape',
  margin: 28.35,
  showTitle: true,
  dateLine: '',
  tierHeadings: false,
};

export const byOrder = (
  a: { readonly order: string; readonly id: string },
  b: { readonly order: string; readonly id: string },
): number => (a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The sets of a chart in their order. */
export const setsOf = (chart: Pick<Chart, 'sets'>): ItemSet[] => Object.values(chart.sets).sort(byOrder);

/** An empty chart of a kind, in the first house style, on an A4 page. */
export function emptyChart(kind: string, title: string): Chart {
  return {
    version: 1,
    kind,
    title,
    items: {},
    links: {},
    sets: {},
    notes: {},
    house: 'fernhouse',
    tiers: {},
    arrangement: {},
    page: defaultPage,
  };
}
