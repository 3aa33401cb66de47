/** Text, ids and colours as they may stand in a chart. */
import { z } from 'zod';

/** Longest text a field may hold; longer ones are refused at the door rather than cut later. */
export const FIELD_LIMIT = 2_000;

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

/** A key of a record that is no id. */
export const keySchema = (most: number) => textSchema(most).min(1).refine(isOwnKey, 'this name is reserved');
export const fieldNameSchema = keySchema(80);
export const fieldsSchema = z.record(fieldNameSchema, textSchema(FIELD_LIMIT));
