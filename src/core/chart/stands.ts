/**
 * How a chart stands that leaves its arrangement to itself: what was found for it and is shown. It is kept with the
 * chart, so that a line more or a word typed does not turn the picture over while that would gain little.
 */
import { z } from 'zod';
import { idSchema, textSchema } from './words';

/** A way to set what stands under an item. */
const waySchema = textSchema(20);

export const standsSchema = z.object({
  /** Parts of the widths that looks allow, by tier from the first. */
  by: z.array(z.number().min(0.1).max(1)).max(10_000),
  /** Words stand closer to the edges of their boxes than looks say. */
  snug: z.literal(true).optional(),
  /** What choices came to be that were left to themselves. */
  choices: z.record(textSchema(40), textSchema(40)).optional(),
  /** Of kinds whose branches are set in ways of their own. */
  tree: z
    .object({
      /** Of most items of each tier, from the first. */
      tiers: z.array(waySchema).max(10_000),
      /** Of items that differ from their tier. */
      ways: z.record(idSchema, waySchema),
      loose: z.boolean(),
      shelves: z.number().int().min(1).max(100),
    })
    .optional(),
});
export type Stands = z.infer<typeof standsSchema>;
