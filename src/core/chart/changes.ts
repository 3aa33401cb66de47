/**
 * Changes: every edit, from the list, the sheet, the rail, an import, a repair or a script, is one of these. They are
 * plain data, so they can be stored, sent to other people and undone.
 */
import { z } from 'zod';
import { entrySchemas, settingsSchema } from './entries';
import { faceSchema } from './face';
import { lineLookSchema, lookPatchSchema, lookSchema } from './look';
import {
  chartSchema,
  choiceValueSchema,
  columnSettingSchema,
  ITEM_LIMIT,
  itemSchema,
  lineSchema,
  linkSchema,
  setSchema,
  tierSchema,
  titleSchema,
} from './model';
import { nudgeSchema } from './nudge';
import { pageSchema } from './page';
import { PARTS, type Part } from './parts';
import { rulesSchema, toneSchema } from './rules';
import { enclosureSchema, noteSchema, pictureSchema } from './sheet';
import { VIEW_LIMIT, viewSchema } from './view';
import { colourSchema, FIELD_LIMIT, fieldNameSchema, idSchema, keySchema, textSchema } from './words';

/** An item to add; without an order key it takes its place last, or after `after`. */
export const newItemSchema = itemSchema.partial({ order: true });
export type NewItem = z.infer<typeof newItemSchema>;

/**
 * A patch of a record: `null` takes the key away.
 * @param whole the record is kept whole: only what it may lack can be taken away
 */
const nullable = <T extends z.ZodRawShape>(schema: z.ZodObject<T>, whole = false) =>
  z
    .object(
      Object.fromEntries(
        Object.entries(schema.shape).map(([key, of]) => [
          key,
          whole && !(of instanceof z.ZodOptional) ? (of as z.ZodType) : (of as z.ZodType).nullable(),
        ]),
      ),
    )
    .partial() as unknown as z.ZodType<{
    [K in keyof z.infer<z.ZodObject<T>>]?: z.infer<z.ZodObject<T>>[K] | null | undefined;
  }>;

/** One schema for each record of a chart. */
const ofRecords = <T extends z.ZodType>(of: (entry: z.ZodType, key: z.ZodType<string, string>) => T) =>
  Object.fromEntries(
    PARTS.map((part) => [part, of(entrySchemas[part], part === 'carried' ? keySchema(120) : idSchema)]),
  ) as Record<Part, T>;

/** What is set on an item beside its words and its place; `null` takes it away. */
const itemPatch = {
  style: lookPatchSchema.nullable().optional(),
  nudge: nudgeSchema.nullable().optional(),
  leaves: textSchema(20).nullable().optional(),
  folded: z.boolean().nullable().optional(),
  line: lineSchema.nullable().optional(),
  picture: pictureSchema.nullable().optional(),
  tone: toneSchema.nullable().optional(),
  face: faceSchema.nullable().optional(),
  holds: z.boolean().nullable().optional(),
};

const change = {
  addItems: z.object({
    type: z.literal('add-items'),
    items: z.array(newItemSchema).min(1).max(ITEM_LIMIT),
    links: z.array(linkSchema).optional(),
    /** Where the items without an order key go: after this sibling; `null`: first; absent: last. */
    after: idSchema.nullable().optional(),
  }),
  editFields: z.object({
    type: z.literal('edit-fields'),
    id: idSchema,
    fields: z.record(fieldNameSchema, textSchema(FIELD_LIMIT).nullable()),
  }),
  /** Many cells at once: a block that was pasted, a column that was filled. `null` takes a field away. */
  editLines: z.object({
    type: z.literal('edit-lines'),
    edits: z.record(idSchema, z.record(fieldNameSchema, textSchema(FIELD_LIMIT).nullable())),
  }),
  /** Many places at once: a branch that was sorted, lines that were moved together. */
  placeLines: z.object({
    type: z.literal('place-lines'),
    places: z.record(idSchema, z.object({ parent: idSchema.nullable(), order: itemSchema.shape.order })),
  }),
  /** Takes lines out; those under them that stay move up to the nearest line that stays. */
  removeLines: z.object({ type: z.literal('remove-lines'), ids: z.array(idSchema).min(1).max(ITEM_LIMIT) }),
  setColumns: z.object({
    type: z.literal('set-columns'),
    columns: z.record(fieldNameSchema, columnSettingSchema.nullable()),
  }),
  /** What the items of a tier show, or of the whole chart where no tier is named; `null`: as it would be otherwise. */
  setFace: z.object({
    type: z.literal('set-face'),
    tier: z.number().int().min(1).max(9999).optional(),
    face: faceSchema.nullable(),
  }),
  /** Problems left as they are on purpose, or no more. */
  settle: z.object({ type: z.literal('settle'), keys: z.record(keySchema(300), z.boolean()) }),
  /** Answers remembered for the next list; `null` forgets one. */
  setAnswers: z.object({
    type: z.literal('set-answers'),
    answers: z.record(keySchema(300), z.object({ choice: textSchema(300), says: textSchema(400) }).nullable()),
  }),
  /** The day on which a list was brought in. */
  setListed: z.object({ type: z.literal('set-listed'), day: chartSchema.shape.listed.unwrap().nullable() }),
  moveBranch: z.object({
    type: z.literal('move-branch'),
    id: idSchema,
    parent: idSchema.nullable(),
    after: idSchema.nullable().optional(),
    order: itemSchema.shape.order.optional(),
  }),
  moveIn: z.object({ type: z.literal('move-in'), id: idSchema }),
  moveOut: z.object({ type: z.literal('move-out'), id: idSchema }),
  removeBranch: z.object({ type: z.literal('remove-branch'), id: idSchema }),
  removeLift: z.object({ type: z.literal('remove-lift'), id: idSchema }),
  setItem: z.object({ type: z.literal('set-item'), id: idSchema, ...itemPatch }),
  /** The same for several items at once, such as how every branch is set. */
  setItems: z.object({ type: z.literal('set-items'), items: z.record(idSchema, z.object(itemPatch)) }),
  /** Links put in place of those with the same ids, or added; and links taken away. */
  setLinks: z.object({ type: z.literal('set-links'), put: z.array(linkSchema), remove: z.array(idSchema) }),
  /** The same for sets. */
  setSets: z.object({ type: z.literal('set-sets'), put: z.array(setSchema), remove: z.array(idSchema) }),
  /** The same for enclosures. */
  setEnclosures: z.object({
    type: z.literal('set-enclosures'),
    put: z.array(enclosureSchema),
    remove: z.array(idSchema),
  }),
  /** The same for notes. */
  setNotes: z.object({ type: z.literal('set-notes'), put: z.array(noteSchema), remove: z.array(idSchema) }),
  /** The same for views. */
  setViews: z.object({
    type: z.literal('set-views'),
    put: z.array(viewSchema).max(VIEW_LIMIT),
    remove: z.array(idSchema),
  }),
  /** Entries of the chart as they stand elsewhere: what was, or what was tried. The chart must be whole after it. */
  setEntries: z.object({
    type: z.literal('set-entries'),
    settings: nullable(settingsSchema.omit({ version: true, trial: true }), true).optional(),
    put: z
      .object(ofRecords((entry, key) => z.record(key, entry)))
      .partial()
      .optional(),
    gone: z
      .object(ofRecords((_, key) => z.array(key).max(ITEM_LIMIT)))
      .partial()
      .optional(),
  }),
  /** What a trial is called. */
  setTrial: z.object({ type: z.literal('set-trial'), trial: chartSchema.shape.trial.unwrap().nullable() }),
  /** Whether an item belongs to some sets; other items and sets are left alone. */
  setMembership: z.object({
    type: z.literal('set-membership'),
    item: idSchema,
    sets: z.record(idSchema, z.boolean()),
  }),
  setKind: z.object({ type: z.literal('set-kind'), kind: textSchema(40).min(1) }),
  setLanguage: z.object({ type: z.literal('set-language'), language: chartSchema.shape.language.unwrap().nullable() }),
  setNameOrder: z.object({
    type: z.literal('set-name-order'),
    nameOrder: chartSchema.shape.nameOrder.unwrap().nullable(),
  }),
  setDescription: z.object({
    type: z.literal('set-description'),
    description: chartSchema.shape.description.unwrap().nullable(),
  }),
  setMatter: z.object({ type: z.literal('set-matter'), matter: chartSchema.shape.matter.unwrap().nullable() }),
  rename: z.object({ type: z.literal('rename'), title: titleSchema }),
  setTier: z.object({
    type: z.literal('set-tier'),
    tier: z.number().int().min(1).max(9999),
    name: textSchema(80).nullable().optional(),
    look: nullable(lookSchema).optional(),
    leaves: textSchema(20).nullable().optional(),
    gap: tierSchema.shape.gap.unwrap().nullable().optional(),
  }),
  setHouse: z.object({
    type: z.literal('set-house'),
    house: textSchema(60).min(1),
    /** `null`: the colours that ship; absent: as they are. */
    brand: colourSchema.nullable().optional(),
    /** `null`: the first font; absent: as it is. */
    font: chartSchema.shape.font.unwrap().nullable().optional(),
  }),
  setStyle: z.object({ type: z.literal('set-style'), style: chartSchema.shape.style.unwrap().nullable() }),
  /** The look of all lines of a role, whole; `null`: as their tier. */
  setRole: z.object({
    type: z.literal('set-role'),
    role: keySchema(40),
    look: lineLookSchema.nullable(),
  }),
  /** All rules of looks, in their order; `null`: none. */
  setRules: z.object({ type: z.literal('set-rules'), rules: rulesSchema.nullable() }),
  /** Whether pictures are shown, and what stands where there is none; `null`: shown where there are some. */
  setPictures: z.object({ type: z.literal('set-pictures'), pictures: chartSchema.shape.pictures.unwrap().nullable() }),
  /** How it stands by itself is kept to; `null`: found anew. Never an undo step. */
  stand: z.object({ type: z.literal('stand'), stands: chartSchema.shape.stands.unwrap().nullable() }),
  /** What a file carried along, put in place of what has the same keys, or added; and what is no longer carried. */
  carry: z.object({
    type: z.literal('carry'),
    put: chartSchema.shape.carried.unwrap(),
    remove: z.array(keySchema(120)),
  }),
  setPage: z.object({ type: z.literal('set-page'), page: nullable(pageSchema, true) }),
  setArrangement: z.object({
    type: z.literal('set-arrangement'),
    arrangement: z.record(keySchema(40), choiceValueSchema.nullable()),
  }),
};

const single = z.discriminatedUnion('type', [
  change.addItems,
  change.editFields,
  change.editLines,
  change.placeLines,
  change.removeLines,
  change.setColumns,
  change.setFace,
  change.settle,
  change.setAnswers,
  change.setListed,
  change.moveBranch,
  change.moveIn,
  change.moveOut,
  change.removeBranch,
  change.removeLift,
  change.setItem,
  change.setItems,
  change.setLinks,
  change.setSets,
  change.setEnclosures,
  change.setNotes,
  change.setViews,
  change.setEntries,
  change.setTrial,
  change.setMembership,
  change.setKind,
  change.rename,
  change.setDescription,
  change.setMatter,
  change.setNameOrder,
  change.setLanguage,
  change.setTier,
  change.setHouse,
  change.setRules,
  change.setRole,
  change.setStyle,
  change.setPictures,
  change.setPage,
  change.stand,
  change.carry,
  change.setArrangement,
]);
/** The schema of each change. */
export const singleChangeSchemas: readonly z.ZodType[] = single.options;
export type SingleChange = z.infer<typeof single>;

/** Several changes carried out as one: all or none, one undo step. */
export interface Group {
  type: 'group';
  changes: Change[];
}
export type Change = SingleChange | Group;

export const changeSchema: z.ZodType<Change> = z.union([
  single,
  z.object({ type: z.literal('group'), changes: z.array(z.lazy(() => changeSchema)).max(5_000) }),
]);

/** One change for a list of them. */
export const asOne = (changes: readonly Change[]): Change =>
  changes.length === 1 ? changes[0]! : { type: 'group', changes: [...changes] };
