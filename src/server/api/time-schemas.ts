/** What the API takes and gives of moments, views and trials. */
import { z } from 'zod';
import { chartSchema, eachSchema, fieldNameSchema, idSchema, showsSchema, viewSchema } from '../../core/chart';
import { LIST_LIMIT } from '../http';

const name = z.string().trim().min(1).max(80);
const note = z.string().max(2_000);
const revision = z.number().int().min(0);
const day = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/)
  .refine((text) => !Number.isNaN(Date.parse(text)), 'a day is written 2027-03-01')
  .nullable()
  .describe('The day on which it is adopted by itself (ISO 8601); null for none');

const person = { item: z.string(), name: z.string() };
const under = z.string().nullable();
const compared = {
  joined: z.array(z.object({ ...person, under })),
  left: z.array(z.object({ ...person, under })),
  moved: z.array(z.object({ ...person, from: under, to: under })),
  renamed: z.array(z.object({ ...person, to: z.string(), by: z.string(), certainty: z.number() })),
  changed: z.array(z.object({ ...person, fields: z.record(z.string(), z.object({ from: under, to: under })) })),
};
const figures = z
  .array(z.object({ label: z.string(), a: z.string(), b: z.string() }))
  .describe('What the lists come to, side by side; empty where the one has none of it');

export const savePoint = z.object({
  id: z.string(),
  revision,
  name: z.string(),
  note: z.string(),
  byItself: z.boolean().describe('Made before something large was done, not by a person'),
  at: z.string(),
  by: z.string().nullable(),
});
export const savePointRequest = z.object({
  name,
  note: note.optional(),
  at: revision.optional().describe('The revision; the present one where absent'),
});
export const savePointChange = z.object({ name: name.optional(), note: note.optional() });

export const historyAnswer = z.object({
  revision,
  entries: z
    .array(
      z.object({
        revision,
        at: z.string(),
        who: z.string().nullable(),
        of: z.string().describe('The account'),
        words: z.string(),
        items: z.array(z.string()),
        note: z.string().nullable().describe('Why, where it was not done by hand'),
      }),
    )
    .describe('The latest first'),
  next: revision.nullable().describe('There is more: ask again with this as `before`'),
  points: z.array(savePoint),
  people: z.array(z.object({ id: z.string(), name: z.string() })),
});

export const backRequest = z.object({
  revision,
  items: z.array(idSchema).min(1).max(2_000).optional().describe('Only these lines'),
  branches: z.boolean().optional().describe('With what stood under them'),
  client: idSchema.optional(),
  said: z.string().max(200).optional().describe('The moment in words, for the history'),
});
export const backAnswer = z.object({ revision, changed: z.boolean() });

export const compareRequest = z.object({ list: z.string().max(LIST_LIMIT).describe('The text of the list') });
export const compareAnswer = z.object({
  summary: z.string(),
  ...compared,
  figures,
  chart: chartSchema.optional().describe('Both as one, with what happened to each in its fields'),
});

/** Items and sets may be named by what they are called. */
const called = z.string().min(1).max(2_000);
const shows = showsSchema.extend({
  branches: z.array(called).min(1).max(50).optional().describe('Items, by name or id, whose branches are shown'),
  from: showsSchema.shape.from
    .unwrap()
    .extend({ items: z.array(called).min(1).max(2) })
    .optional(),
  sets: z.array(called).min(1).max(50).optional(),
});
export const viewRequest = viewSchema.omit({ id: true, order: true, of: true, each: true }).extend({ shows });
const wanted = viewRequest.partial().omit({ name: true, shows: true });
export const viewChange = z.object({
  name: viewSchema.shape.name.optional(),
  shows: shows.optional(),
  order: viewSchema.shape.order.optional(),
  ...Object.fromEntries(Object.entries(wanted.shape).map(([key, schema]) => [key, (schema as z.ZodType).nullable()])),
});
export const eachRequest = z
  .union([
    z.object({ tier: z.number().int().min(1).max(999) }),
    z.object({ field: fieldNameSchema }),
    z.object({ sets: z.literal(true) }),
  ])
  .and(z.object({ name: viewSchema.shape.name.optional() }));
export const shownView = viewSchema.extend({
  each: eachSchema.optional(),
  gone: z.boolean().describe('What it shows is not in the list any more'),
  left: z.number().int().describe('Lines of the list that it leaves out'),
});
export const viewsAnswer = z.object({ views: z.array(shownView) });

export const trialRequest = z.object({
  name,
  note: note.optional(),
  day: day.optional(),
  at: revision.optional().describe('The revision that it begins from; the present one where absent'),
});
export const trialChange = z.object({ name: name.optional(), note: note.optional(), day: day.optional() });
export const trial = z.object({
  id: z.string(),
  name: z.string(),
  note: z.string(),
  day: z.string().nullable(),
  said: z.string().nullable().describe('Why it was not adopted on its day'),
  trialOf: z.string(),
  from: revision,
  by: z.string().nullable(),
  madeAt: z.string(),
  adoptedAt: z.string().nullable(),
});
export const trialsAnswer = z.object({ trials: z.array(trial) });
const said = z.string().nullable().optional();
export const clash = z.object({
  key: z.string(),
  item: z.string().nullable(),
  name: z.string().nullable(),
  what: z.string().describe('A field of the list, "there", "parent", or another part of the line or the chart'),
  before: said,
  real: said,
  trial: said,
});
export const differencesAnswer = z.object({
  trial,
  summary: z.string(),
  ...compared,
  figures,
  clashes: z.array(clash),
  looks: z.boolean().describe('Something beside the list differs'),
  behind: z.number().int().describe('Revisions of the chart since'),
  revision,
});
const take = z
  .record(z.string().max(600), z.enum(['real', 'trial']))
  .optional()
  .describe('What is taken of each clash, by its key');
export const adoptRequest = z.object({
  only: z
    .array(z.string().max(120))
    .max(60_000)
    .optional()
    .describe(
      'Keys such as "joined n1", of kind and item, and "looks" for all that is no line of the list; all where absent',
    ),
  take,
});
export const upToDateRequest = z.object({ take });
