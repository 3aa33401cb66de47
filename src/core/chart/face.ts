/** What items show: which fields, in which lines of words. */
import { z } from 'zod';
import { fieldNameSchema } from './words';

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
