/**
 * The chart value: one model for all kinds. A chart is plain data; every edit is a change (`changes.ts`) and every
 * picture is computed from it (`../compose.ts`). The Zod schemas are the types.
 *
 * Lengths are points (1/72 inch) unless a name says otherwise. Tiers count from 1.
 */

import { z } from 'zod';
import { FONTS } from '../faces';
import { LANGUAGES, NAME_ORDERS } from '../languages';
import { remembered } from '../remember';
import { faceSchema } from './face';
import { lineLookSchema, lookPatchSchema, STAND_INS } from './look';
import { nudgeSchema } from './nudge';
import { isOrderKey } from './order';
import { defaultPage, pageSchema } from './page';
import { rulesSchema, toneSchema } from './rules';
import { enclosureSchema, noteSchema, pictureSchema } from './sheet';
import { standsSchema } from './stands';
import { viewSchema } from './view';
import { colourSchema, FIELD_LIMIT, fieldNameSchema, fieldsSchema, idSchema, keySchema, textSchema } from './words';

/** Most items one chart may hold. */
/** Letters of a description. */
export const DESCRIPTION_LIMIT = 4_000;
export const ITEM_LIMIT = 30_000;

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

export const tierSchema = z.object({
  name: textSchema(80).optional(),
  look: lookPatchSchema.optional(),
  face: faceSchema.optional(),
  /** How the children of its items are set; absent: as the chart. */
  leaves: textSchema(20).optional(),
  /** Free space after it, before the next tier; absent: the chart's. */
  gap: z.number().min(12).max(600).optional(),
});

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
/** A fixed place where a line meets a box: a side, and how far along it, from its left or top end. */
export const dockSchema = z.object({ side: z.enum(SIDES), at: z.number().min(0).max(1) });
export type Dock = z.infer<typeof dockSchema>;

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

/** One line of the list. `fields.name` is its name; other fields are the kind's columns or the list's own. */
export const itemSchema = z.object({
  id: idSchema,
  parent: idSchema.nullable(),
  /** Fractional key: siblings stand in the order of their keys, then of their ids. */
  order: textSchema(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
  fields: fieldsSchema,
  /** Exception: a look set on this item on purpose. */
  style: lookPatchSchema.optional(),
  /** Exception: what it shows, and where its words stand, set on it alone. */
  face: faceSchema.optional(),
  /** Exception: a fill that is set on purpose and yet follows the style. */
  tone: toneSchema.optional(),
  /** A small move by hand, relative to the computed place. */
  nudge: nudgeSchema.optional(),
  /** How the children of this branch are set; absent: as the branch above. */
  leaves: textSchema(20).optional(),
  /** What stands under it is not drawn; how much it is, is said. */
  folded: z.boolean().optional(),
  /** The line to it from what it stands under. */
  line: lineSchema.optional(),
  picture: pictureSchema.optional(),
  /** It is drawn round what stands under it. */
  holds: z.boolean().optional(),
  /** In a view: how many stand under it that the view leaves out. */
  more: z.number().int().min(1).optional(),
});
export type Item = z.infer<typeof itemSchema>;

export const linkSchema = z.object({
  id: idSchema,
  from: idSchema,
  to: idSchema,
  role: textSchema(40).min(1),
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
  order: textSchema(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
});
export type ItemSet = z.infer<typeof setSchema>;

export const titleSchema = textSchema(200).trim().min(1, 'a chart needs a title');

export const choiceValueSchema = z.union([textSchema(300), z.number(), z.boolean()]);
export const arrangementSchema = z.record(keySchema(40), choiceValueSchema);

/** What lines can be about, where that is not what the kind says. */
export const MATTERS = ['posts', 'people', 'things', 'ideas', 'places', 'topics'] as const;

export const chartSchema = z.object({
  version: z.literal(1),
  kind: textSchema(40).min(1),
  title: titleSchema,
  items: z.record(idSchema, itemSchema),
  links: z.record(idSchema, linkSchema),
  sets: z.record(idSchema, setSchema),
  notes: z.record(idSchema, noteSchema),
  enclosures: z.record(idSchema, enclosureSchema).optional(),
  /** Pictures of its list beside the whole of it. */
  views: z.record(idSchema, viewSchema).optional(),
  /** In a view: the tier of the whole chart that its first one is, so that it looks like that; absent: the first. */
  tierFrom: z.number().int().min(2).max(9999).optional(),
  /** It tries something out: what that is called. Said on everything that is made of it. */
  trial: textSchema(80).min(1).optional(),
  /** What its picture shows, in words of its own, for those who do not see it; absent: computed. */
  description: textSchema(DESCRIPTION_LIMIT).optional(),
  house: textSchema(60).min(1),
  /** The language of its words, by which long ones are divided; absent: English. */
  language: z.enum(LANGUAGES).optional(),
  /** Where the family name stands in its names; absent: as in its language. */
  nameOrder: z.enum(NAME_ORDERS).optional(),
  /** What its lines are about; absent: as its kind has it. */
  matter: z.enum(MATTERS).optional(),
  /** One font for all words on the page, where one was chosen; else titles have one of their own. */
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
  /** How it stands where it leaves its arrangement to itself; absent: as is found best. */
  stands: standsSchema.optional(),
  /** What is known of the list's columns, by field. A field of one's own is here before any line has it. */
  columns: z.record(fieldNameSchema, columnSettingSchema).optional(),
  /** Looks of all lines of a role. */
  roles: z.record(keySchema(40), lineLookSchema).optional(),
  /** Looks by what items are, the strongest first. */
  rules: rulesSchema.optional(),
  /** Of pictures in items, where they are not simply shown where there are some. */
  pictures: z.object({ hidden: z.boolean().optional(), standIn: z.enum(STAND_INS).optional() }).optional(),
  /** What items show, where it is not the kind's own; a tier may differ. */
  face: faceSchema.optional(),
  /** Problems that a person looked at and left as they are on purpose, by their key. */
  settled: z.record(keySchema(300), z.literal(true)).optional(),
  /** What was said of problems, by what they ask about: given again to the next list. */
  answers: z.record(keySchema(300), z.object({ choice: textSchema(300), says: textSchema(400) })).optional(),
  /** The day (ISO 8601) on which a list was last brought in. */
  listed: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
  /** What a file carried that no kind uses, by place; kept so that it can be written back. */
  carried: z.record(keySchema(120), z.string()).optional(),
});
export type Chart = z.infer<typeof chartSchema>;

export const byOrder = (
  a: { readonly order: string; readonly id: string },
  b: { readonly order: string; readonly id: string },
): number => (a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** The sets of a chart in their order. */
/** How many entries a record of a chart has. Of tens of thousands that takes milliseconds, so it is counted once. */
export const countOf = remembered((record: Readonly<Record<string, unknown>>) => Object.keys(record).length);

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
