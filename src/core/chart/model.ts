/**
 * The chart value: one model for all kinds. A chart is plain data; every edit is a change (`changes.ts`) and every
 * picture is computed from it (`../compose.ts`). The Zod schemas are the types.
 *
 * Lengths are points (1/72 inch) unless a name says otherwise. Tiers count from 1.
 */

import { z } from 'zod';
import { FONTS } from '../faces';
import { symbolIds } from '../symbols';
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

export const SHAPES = [
  'square',
  'soft',
  'rounded',
  'pill',
  'cut',
  'double',
  'ellipse',
  'circle',
  'diamond',
  'hexagon',
  'tag',
  'banner',
  'wavy',
  'cloud',
  'star',
] as const;
export const ALIGNS = ['left', 'middle', 'right'] as const;
export const RISES = ['top', 'middle', 'bottom'] as const;
export const DASHES = ['solid', 'dashed', 'dotted'] as const;
export const LINE_FORMS = ['elbow', 'rounded', 'straight', 'curve'] as const;
export const SIZE_RULES = ['tier', 'each', 'fixed'] as const;
export const HEIGHT_RULES = ['fits', 'least', 'fixed'] as const;
export const LINE_ENDS = ['plain', 'arrow', 'dot', 'ring'] as const;
/** Where a picture stands to the words of its item, and how it is cut: to a circle, to a square, or not at all. */
export const PICTURE_PLACES = ['before', 'after', 'above', 'below'] as const;
export const CROPS = ['round', 'square', 'whole'] as const;
/** What stands where an item has no picture of its own. */
export const STAND_INS = ['initials', 'silhouette'] as const;

/** The look of a tier, complete. A house style gives one for any tier. */
export const lookSchema = z.object({
  fill: colourSchema,
  edge: colourSchema,
  edgeWidth: z.number().min(0).max(6),
  edgeDash: z.enum(DASHES),
  /** A second edge inside the first. */
  edgeDouble: z.boolean(),
  shadow: z.boolean(),
  ink: colourSchema,
  weight: z.union([z.literal(400), z.literal(600), z.literal(700)]),
  slant: z.boolean(),
  font: z.enum(FONTS),
  /** Text size of the name, in points before the page's scale. */
  size: z.number().min(5).max(48),
  shape: z.enum(SHAPES),
  /** How much of the fill hides what is behind it: 0 is clear, 1 solid. */
  opacity: z.number().min(0).max(1),
  /** Where words stand in their box, across and up and down. */
  align: z.enum(ALIGNS),
  rise: z.enum(RISES),
  /** `tier`: one size for the tier, from its longest text; `each`: its own; `fixed`: `width` wide. */
  sizeRule: z.enum(SIZE_RULES),
  /** Width of a box in points where `sizeRule` is `fixed`; otherwise the widest a box may grow. */
  width: z.number().min(24).max(600),
  /** `fits`: as high as its content asks for; `least`: at the least `height`; `fixed`: `height`, whatever stands in it. */
  heightRule: z.enum(HEIGHT_RULES),
  height: z.number().min(12).max(600),
  /** Where width or height are fixed, words shrink down to this size rather than be cut, in points. */
  leastSize: z.number().min(3).max(48),
  /** Free space between the words and what they may take of the shape, above and below; at the sides half as much again. */
  inner: z.number().min(2).max(40),
  picture: z.enum(PICTURE_PLACES),
  /** Height of pictures in points, which is their width too unless they are whole. */
  pictureSize: z.number().min(8).max(200),
  crop: z.enum(CROPS),
  line: z.enum(LINE_FORMS),
  lineWidth: z.number().min(0.25).max(6),
  lineDash: z.enum(DASHES),
  lineColour: colourSchema,
  /** What stands at the far end of a line that has no head of its own. */
  lineEnd: z.enum(LINE_ENDS),
  /** Free space between a line and the boxes at both its ends, in points. */
  lineGap: z.number().min(0).max(12),
  /** Size of words at lines, in points. */
  wordSize: z.number().min(5).max(24),
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

export const CAPTION_SIDES = ['above', 'below', 'left', 'right'] as const;
/** A line of words in an item: the fields that stand in it, beside each other. */
export const faceLineSchema = z.object({
  fields: z.array(fieldNameSchema).min(1).max(6),
  strong: z.boolean(),
  /** Size as a part of the tier's text size. */
  size: z.number().min(0.5).max(1.5),
  /** Outside the shape, as a caption, on this side of it. */
  out: z.enum(CAPTION_SIDES).optional(),
  /** How far a caption stands from its computed place, in points. */
  dx: z.number().min(-500).max(500).optional(),
  dy: z.number().min(-500).max(500).optional(),
});
export type FaceLineChoice = z.infer<typeof faceLineSchema>;
/** Which fields an item shows, top to bottom. */
export const faceSchema = z.array(faceLineSchema).min(1).max(8);
export type Face = z.infer<typeof faceSchema>;

export const tierSchema = z.object({
  name: textSchema(80).optional(),
  look: lookPatchSchema.optional(),
  face: faceSchema.optional(),
  /** How the children of its items are set; absent: as the chart. */
  leaves: z.string().max(20).optional(),
  /** Free space after it, before the next tier; absent: the chart's. */
  gap: z.number().min(12).max(600).optional(),
});

/** A fill that follows the style: that of a tier, lighter (or darker, below 0) by so much of the whole way from black to white. */
export const toneSchema = z.object({
  tier: z.number().int().min(1).max(9999),
  light: z.number().min(-0.5).max(0.5),
});
export type Tone = z.infer<typeof toneSchema>;

export const TESTS = ['equals', 'contains', 'filled', 'empty', 'over', 'under'] as const;
/**
 * What an item must be for a rule to hold: something its kind knows of, one of a branch, one of a line of descent, or what
 * stands in a field.
 */
export const conditionSchema = z.union([
  z.object({ being: z.string().min(1).max(40) }),
  z.object({ within: idSchema }),
  z.object({ descent: idSchema }),
  z.object({ field: fieldNameSchema, test: z.enum(TESTS), value: textSchema(300).optional() }),
]);
export type Condition = z.infer<typeof conditionSchema>;

/** A rule of looks: for items that are something, a fill for each value of a field, or one that follows a number. */
export const ruleSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('when'),
    id: idSchema,
    off: z.boolean().optional(),
    when: conditionSchema,
    look: lookPatchSchema,
  }),
  z.object({
    type: z.literal('values'),
    id: idSchema,
    off: z.boolean().optional(),
    field: fieldNameSchema,
    /** Colours that were chosen; other values get one by themselves. */
    colours: z.record(textSchema(300), colourSchema),
  }),
  z.object({
    type: z.literal('scale'),
    id: idSchema,
    off: z.boolean().optional(),
    field: fieldNameSchema,
    /** Absent: the least and the most there is. */
    from: z.number().optional(),
    to: z.number().optional(),
    low: colourSchema,
    high: colourSchema,
  }),
]);
export type Rule = z.infer<typeof ruleSchema>;
/** The upper one holds where two say different things. */
export const rulesSchema = z.array(ruleSchema).max(60);

export const nudgeSchema = z.object({ dx: z.number().min(-5000).max(5000), dy: z.number().min(-5000).max(5000) });

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
/** A fixed place where a line meets a box: a side, and how far along it, from its left or top end. */
export const dockSchema = z.object({ side: z.enum(SIDES), at: z.number().min(0).max(1) });
/** The look of a line: of those of a tier, of a role, or of one alone. */
export const lineLookSchema = lookSchema
  .pick({ line: true, lineWidth: true, lineDash: true, lineColour: true, lineEnd: true, lineGap: true })
  .partial();
export type LineLook = z.infer<typeof lineLookSchema>;

/** What was set by hand on one line; what is absent is computed. */
export const lineSchema = z.object({
  from: dockSchema.optional(),
  to: dockSchema.optional(),
  /** Points it bends at, from the middle between the middles of its two boxes. */
  bends: z.array(nudgeSchema).max(12).optional(),
  /** Exception: a look set on this line on purpose. */
  look: lineLookSchema.optional(),
});
export type LineByHand = z.infer<typeof lineSchema>;

/** A picture of an item: one that was brought in, with its extents in dots, or a symbol that ships. */
export const pictureSchema = z.union([
  z.object({ file: idSchema, width: z.number().int().min(1).max(4096), height: z.number().int().min(1).max(4096) }),
  z.object({ symbol: z.enum(symbolIds) }),
]);
export type Picture = z.infer<typeof pictureSchema>;

/** One line of the list. `fields.name` is its name; other fields are the kind's columns or the list's own. */
export const itemSchema = z.object({
  id: idSchema,
  parent: idSchema.nullable(),
  /** Fractional key: siblings stand in the order of their keys, then of their ids. */
  order: z.string().max(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
  fields: fieldsSchema,
  /** Exception: a look set on this item on purpose. */
  style: lookPatchSchema.optional(),
  /** Exception: a fill that is set on purpose and yet follows the style. */
  tone: toneSchema.optional(),
  /** A small move by hand, relative to the computed place. */
  nudge: nudgeSchema.optional(),
  /** How the children of this branch are set; absent: as the branch above. */
  leaves: z.string().max(20).optional(),
  /** What stands under it is not drawn; how much it is, is said. */
  folded: z.boolean().optional(),
  /** The line to it from what it stands under. */
  line: lineSchema.optional(),
  picture: pictureSchema.optional(),
  /** It is drawn round what stands under it. */
  holds: z.boolean().optional(),
});
export type Item = z.infer<typeof itemSchema>;

export const linkSchema = z.object({
  id: idSchema,
  from: idSchema,
  to: idSchema,
  role: z.string().min(1).max(40),
  label: textSchema(FIELD_LIMIT).optional(),
  fields: fieldsSchema.optional(),
  line: lineSchema.optional(),
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

const SERIES = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'] as const;
type Series<Letter extends string> = `${Letter}${(typeof SERIES)[number]}`;
export const PAPER_SIZES = [
  ...(SERIES.map((n) => `A${n}`) as Series<'A'>[]),
  ...(SERIES.map((n) => `B${n}`) as Series<'B'>[]),
  'Letter',
  'Legal',
  'Tabloid',
  'Slide 16:9',
  'Slide 4:3',
] as const;
/** `picture`: as large as the picture. `own`: `width` by `height`. */
export const PAGE_SIZES = [...PAPER_SIZES, 'own', 'picture'] as const;
/** Least and most of a page's own width and height, in points: 20 mm to 5 m. */
export const OWN_SIZE = { least: 56, most: 14_173 };

export const PATTERNS = ['dots', 'squares', 'stripes', 'waves'] as const;
export const pageSchema = z.object({
  size: z.enum(PAGE_SIZES),
  orientation: z.enum(['landscape', 'portrait']),
  margin: z.number().min(0).max(144),
  showTitle: z.boolean(),
  /** The line at the top right, such as a date; none where it is empty. */
  dateLine: textSchema(120),
  /** Whether tier names are printed beside the tiers. */
  tierHeadings: z.boolean(),
  /** Of a page of its own size, as it lies: orientation does not turn it. */
  width: z.number().min(OWN_SIZE.least).max(OWN_SIZE.most).optional(),
  height: z.number().min(OWN_SIZE.least).max(OWN_SIZE.most).optional(),
  subtitle: textSchema(200).optional(),
  /** The line at the foot of every page. */
  footer: textSchema(200).optional(),
  numbers: z.boolean().optional(),
  /** What the colours and lines mean, at the foot. */
  key: z.boolean().optional(),
  /** What lies faintly on the paper, behind all else. */
  pattern: z.enum(PATTERNS).optional(),
  /** Colour of the paper; the house style's where absent. */
  background: colourSchema.optional(),
  /** A line round the page, halfway between its edge and its margin. */
  border: z.boolean().optional(),
  /** Where a picture smaller than its page stands; near the top where absent. */
  place: z.enum(['middle', 'top']).optional(),
  /** Over how many sheets of this size the chart goes: one; several that are put together on a wall; a booklet. */
  over: z.enum(['one', 'wall', 'booklet']).optional(),
  /** Sheets of a wall, across and down. */
  wall: z.object({ across: z.number().int().min(1).max(20), down: z.number().int().min(1).max(20) }).optional(),
  /** How far neighbouring sheets of a wall overlap, in points. */
  overlap: z.number().min(0).max(144).optional(),
  /** Size at which the smallest text of a booklet prints at least, in points. */
  least: z.number().min(3).max(24).optional(),
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
  enclosures: z.record(idSchema, enclosureSchema).optional(),
  house: z.string().min(1).max(60),
  /** The font of all words in items and at lines, where it is not the first. */
  font: z.enum(FONTS).optional(),
  /** A colour of one's own, from which those of the house style are derived. */
  brand: colourSchema.optional(),
  /** The house style of one's own that it follows: it is changed with it. */
  style: z.object({ id: idSchema, name: textSchema(80) }).optional(),
  /** Per tier number, as text because JSON keys are: what differs from the house style. */
  tiers: z.record(z.string().regex(/^[1-9]\d{0,3}$/), tierSchema),
  /** The kind's own arrangement choices; checked by the kind. */
  arrangement: arrangementSchema,
  page: pageSchema,
  /** What is known of the list's columns, by field. A field of one's own is here before any line has it. */
  columns: z.record(fieldNameSchema, columnSettingSchema).optional(),
  /** Looks of all lines of a role. */
  roles: z.record(z.string().min(1).max(40), lineLookSchema).optional(),
  /** Looks by what items are, the strongest first. */
  rules: rulesSchema.optional(),
  /** Of pictures in items, where they are not simply shown where there are some. */
  pictures: z.object({ hidden: z.boolean().optional(), standIn: z.enum(STAND_INS).optional() }).optional(),
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
