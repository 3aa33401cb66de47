/** Schemas of what charts are stored as: their settings, and the entries of each of their records. */
import type { z } from 'zod';
import { chartSchema } from './model';
import type { Part } from './parts';

/** All of a chart but its records. */
export const settingsSchema = chartSchema.omit({
  items: true,
  links: true,
  sets: true,
  notes: true,
  enclosures: true,
  views: true,
  carried: true,
});
/** The schema of an entry of each record. */
export const entrySchemas: Readonly<Record<Part, z.ZodType>> = {
  items: chartSchema.shape.items.valueType,
  links: chartSchema.shape.links.valueType,
  sets: chartSchema.shape.sets.valueType,
  notes: chartSchema.shape.notes.valueType,
  enclosures: chartSchema.shape.enclosures.unwrap().valueType,
  views: chartSchema.shape.views.unwrap().valueType,
  carried: chartSchema.shape.carried.unwrap().valueType,
};
