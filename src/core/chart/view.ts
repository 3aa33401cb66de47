/** Views: pictures of a chart's one list. What each shows, how, and for whom; the list itself stays the chart's. */
import { z } from 'zod';
import { faceSchema } from './face';
import { lookPatchSchema } from './look';
import { nudgeSchema } from './nudge';
import { isOrderKey } from './order';
import { pageSchema } from './page';
import { conditionSchema } from './rules';
import { fieldNameSchema, idSchema, keySchema, textSchema } from './words';

/** Most views of one chart, those that make one for each counted once. */
export const VIEW_LIMIT = 200;

/** What of the list a view shows; what is absent is no limit. */
export const showsSchema = z.object({
  /** Branches, by the items they begin with. */
  branches: z.array(idSchema).min(1).max(50).optional(),
  /** Of the list what a kind knows to find from some items, such as those that somebody comes from. */
  from: z
    .object({
      way: textSchema(40).min(1),
      items: z.array(idSchema).min(1).max(2),
      /** How far at most. */
      steps: z.number().int().min(1).max(99).optional(),
    })
    .optional(),
  /** Only these sets, and what is in any of them. */
  sets: z.array(idSchema).min(1).max(50).optional(),
  /** Only what is so. */
  where: conditionSchema.optional(),
  /** Lowest tier, from 1, counted in what is shown. */
  downTo: z.number().int().min(1).max(999).optional(),
  /** Which lines are folded here, whatever the chart has. */
  folded: z.record(idSchema, z.boolean()).optional(),
});
export type ViewShows = z.infer<typeof showsSchema>;

/** How a part of the list says where it belongs. */
export const BELONGS = ['words', 'drawn', 'none'] as const;

/** How a view is drawn where that is not as the chart is. */
const how = {
  title: textSchema(200).min(1).optional(),
  house: textSchema(60).min(1).optional(),
  arrangement: z.record(keySchema(40), z.union([textSchema(300), z.number(), z.boolean()])).optional(),
  page: pageSchema.partial().optional(),
  /** Which fields items show. */
  face: faceSchema.optional(),
  /** What is set here on some items alone: a look, how their branch is set, a small move. */
  exceptions: z
    .record(idSchema, z.object({ style: lookPatchSchema, leaves: textSchema(20), nudge: nudgeSchema }).partial())
    .optional(),
  belongs: z.enum(BELONGS).optional(),
  /** Fields that are nowhere in it. */
  without: z.array(fieldNameSchema).min(1).max(60).optional(),
};

/** What one view is made for each of: the branches of a tier, the values of a field, the sets. */
export const eachSchema = z.union([
  z.object({ tier: z.number().int().min(1).max(999) }),
  z.object({ field: fieldNameSchema }),
  z.object({ sets: z.literal(true) }),
]);
export type ViewEach = z.infer<typeof eachSchema>;

export const viewSchema = z.object({
  id: idSchema,
  name: textSchema(120).trim().min(1, 'a view needs a name'),
  order: textSchema(200).refine(isOrderKey, 'an order key is a fractional index such as "a0"'),
  shows: showsSchema,
  ...how,
  /** It stands for one view for each of these, what it shows otherwise being in all of them. */
  each: eachSchema.optional(),
  /** It is one of those that another makes, set in its own way. */
  of: idSchema.optional(),
});
export type View = z.infer<typeof viewSchema>;
