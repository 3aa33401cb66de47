/** What gives items a look beside their tier: tones that follow the style, and rules by what items are. */
import { z } from 'zod';
import { lookPatchSchema } from './look';
import { colourSchema, fieldNameSchema, idSchema, textSchema } from './words';

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
  z.object({ being: textSchema(40).min(1) }),
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
