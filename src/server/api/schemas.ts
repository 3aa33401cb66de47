/** What the API takes and gives: these schemas check requests and make the OpenAPI document. */
import { z } from 'zod';
import {
  arrangementSchema,
  changeSchema,
  chartSchema,
  colourSchema,
  idSchema,
  pageSchema,
  pictureSchema,
  rulesSchema,
  titleSchema,
} from '../../core/chart';
import { kinds } from '../../core/kinds';
import { MAY } from '../../core/may';
import { houseSpecSchema } from '../../core/style';
import { WORKSHEET_LIMITS, WRITE_WHERE } from '../../core/worksheet';
import { LIST_LIMIT } from '../http';

export * from './class-schemas';
export * from './people-schemas';
export * from './time-schemas';

const list = z.string().max(LIST_LIMIT).describe('The text of the list');
const form = z
  .string()
  .max(40)
  .optional()
  .describe('How the list is written, such as outline, csv or tsv; recognised where absent');
const kind = z.string().max(40);

const roles = z
  .record(z.string().max(80), z.string().max(80))
  .optional()
  .describe('What columns of a table are, by heading: a field, "" to leave one out, @level, @numbering or @grade');
const headings = z
  .boolean()
  .optional()
  .describe('Whether the first row of a table names the columns; found out where absent');

const may = z.boolean().optional();
export const fitRequest = z.object({
  direction: may.describe('The direction may change; so unless false'),
  branches: may.describe('How each branch is set may change; so unless false'),
  gaps: may.describe('Gaps may close up; so unless false'),
  order: may.describe('Lines under the same one may change places; not unless true'),
  boxes: may.describe(
    'Boxes may stand closer round their words where all prints below 6 pt otherwise; not unless true',
  ),
  turn: may.describe('The page may be turned; not unless true'),
});
const size = z.number().nullable();
const fitFigures = {
  now: size.describe('Points at which the smallest words print now'),
  prints: size.describe('The same for what was found'),
  even: size.describe('How even what was found looks, from 0 to 1; null where the kind has no measure of it'),
  plain: size.describe('With everything set side by side; null where the kind has no such thing'),
  bound: size.describe('No arrangement that was allowed prints larger; null where none is known'),
};
export const fitAnswer = z.object({
  change: changeSchema.nullable().describe('To be sent to /changes; null where the chart already is so'),
  ...fitFigures,
  candidates: z
    .array(z.object({ change: changeSchema.nullable(), prints: z.number(), even: size }))
    .describe('Arrangements to choose from, from the most even to the largest'),
  best: z.number().int().describe('Which of them is best: readable first, then even'),
  revision: z.number().int(),
});
export const pagesAnswer = z.object({
  pages: z.array(
    z.object({
      page: z.number().int(),
      kind: z.enum(['overview', 'part', 'index', 'sheet']),
      width: z.number(),
      height: z.number(),
      heads: z.array(z.string()).describe('Items that a page of a booklet begins with'),
      items: z.array(z.string()).describe('Items that have their own place on it'),
      smallestText: size,
    }),
  ),
  parts: z.number().int().nullable().describe('Pages of a booklet without overview and index'),
  bound: z.number().int().nullable().describe('Fewer such pages are not possible'),
});
export type PagesAnswer = z.infer<typeof pagesAnswer>;

const { blanks, decoys, versions, word } = WORKSHEET_LIMITS;
export const worksheetRequest = z.object({
  blank: z
    .object({
      tiers: z
        .array(z.number().int().min(1).max(999))
        .max(999)
        .optional()
        .describe('Names of all items of these tiers'),
      items: z.array(z.string().max(2_000)).max(10_000).optional().describe('Names of these items, by name or id'),
      links: z.boolean().optional().describe('Words on lines: linking phrases, answers'),
      sets: z.boolean().optional().describe('Names of sets'),
      count: z.number().int().min(1).max(blanks).optional().describe('So many of these by chance; all where absent'),
    })
    .describe('Which words are left blank'),
  bank: z.boolean().optional().describe('The words to choose from are on the sheet, in an order by chance'),
  decoys: z
    .union([z.number().int().min(0).max(decoys), z.array(z.string().max(word)).max(decoys)])
    .optional()
    .describe('Wrong words among them: these, or so many that stand elsewhere in the list'),
  versions: z.number().int().min(1).max(versions).optional().describe('Different sheets for neighbours'),
  seed: z.number().int().min(0).max(4_294_967_295).optional().describe('The same seed gives the same sheets'),
  write: z
    .enum(WRITE_WHERE)
    .optional()
    .describe('Lines to write on are in the picture, in a list under it, or wherever hands find room'),
  fields: z.boolean().optional().describe('In a PDF: with fields to be filled in on a screen'),
  answers: z.boolean().optional().describe('The answers are in the file too; so unless false'),
});
export const worksheetAnswer = z.object({
  seed: z.number().int(),
  write: z.enum(['picture', 'list']),
  versions: z.array(
    z.object({
      name: z.string(),
      blanks: z.array(
        z.object({
          number: z.number().int(),
          sort: z.enum(['item', 'link', 'set']),
          id: z.string(),
          answer: z.string(),
        }),
      ),
      bank: z.array(z.string()),
    }),
  ),
});

export const bundleAnswer = z.object({
  files: z.array(z.object({ name: z.string(), address: z.string().describe('Under the address of the chart') })),
});

export const composeRequest = z.object({
  kind: kind.optional().describe('Recognised from the list where absent'),
  list,
  form,
  roles,
  headings,
  page: z
    .object({ ...pageSchema.shape, size: pageSchema.shape.size.exclude(['picture']) })
    .partial()
    .nullable()
    .optional()
    .describe('null: the page is as large as the picture'),
  house: z.string().max(60).optional(),
  font: chartSchema.shape.font.describe('Of all words in items and at lines'),
  brand: colourSchema.optional().describe('A colour from which those of the house style are derived'),
  tiers: chartSchema.shape.tiers.optional().describe('What differs from the house style, by tier number from 1'),
  pictures: chartSchema.shape.pictures.describe('Whether pictures are shown, and what stands where there is none'),
  rules: rulesSchema.optional().describe('Looks by what items are, the strongest first'),
  arrangement: arrangementSchema.optional(),
  fit: z
    .union([z.boolean(), fitRequest])
    .optional()
    .describe('Finds the arrangement that prints largest on the page, and says how good it is'),
  between: z
    .tuple([z.string().max(200), z.string().max(200)])
    .optional()
    .describe('Two items by name or id, for kinds that can say how they are related'),
  branch: z.string().max(200).optional().describe('Only what stands under this item, and itself; by name or id'),
  downTo: z.number().int().min(1).max(999).optional().describe('Only its tiers down to this one'),
  title: titleSchema.optional(),
  dpi: z.number().optional().describe('Dots an inch of a PNG'),
});

const problem = z.object({
  code: z.string(),
  severity: z.enum(['error', 'warning', 'note']),
  line: z.number().int().optional(),
  item: z.string().optional(),
  field: z.string().optional(),
  key: z.string().optional().describe('What it is remembered by where it is left as it is on purpose'),
  asks: z.string().optional().describe('The same for all lines that ask the same, such as who one superior is'),
  asked: z.string().optional().describe('That in words'),
  message: z.string(),
  repairs: z.array(z.string()),
});

const box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() });

export const composeAnswer = z.object({
  kind: z.string(),
  form: z.string(),
  items: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      fields: z.record(z.string(), z.string()),
      tier: z.number().int(),
      box,
      text: z.object({ size: z.number(), lines: z.array(z.string()) }),
      style: z.object({ fill: z.string(), ink: z.string(), edge: z.string(), shape: z.string() }),
    }),
  ),
  links: z.array(
    z.object({
      from: z.string(),
      to: z.string(),
      role: z.string(),
      label: z.string(),
      points: z.array(z.array(z.number())),
      fields: z.record(z.string(), z.string()).optional().describe('Facts of a couple, or columns of the link'),
    }),
  ),
  sets: z.array(z.object({ id: z.string(), name: z.string(), count: z.number(), outline: z.string() })),
  enclosures: z.array(z.object({ id: z.string(), name: z.string(), items: z.array(z.string()), box })),
  regions: z.array(
    z.object({
      sets: z.array(z.string()),
      count: z.number().describe('A part of one, or a percentage, where the list has shares'),
      items: z.array(z.string()),
      at: z.array(z.number()),
    }),
  ),
  tiers: z.array(z.object({ tier: z.number().int(), name: z.string(), count: z.number().int() })),
  page: z.object({
    width: z.number(),
    height: z.number(),
    margin: z.number(),
    scale: z.number(),
    smallestText: z.number().nullable(),
    filled: z
      .number()
      .nullable()
      .describe(
        'The part of the printable area that the picture takes, from 0 to 1; null where the page is the picture',
      ),
    even: z
      .number()
      .nullable()
      .describe('How even the picture looks, from 0 to 1; null where the kind has no measure of it'),
  }),
  fit: z.object(fitFigures).optional().describe('Where it was asked for'),
  problems: z.array(problem),
  figures: z
    .record(z.string(), z.unknown())
    .describe(kinds.map((k) => `${k.words.name}: ${k.figuresAbout}`).join('. ')),
});
export type ComposeAnswer = z.infer<typeof composeAnswer>;

export const createRequest = z.object({
  title: titleSchema,
  kind,
  list: list.optional(),
  form,
  roles,
  headings,
  pictures: z
    .record(z.string().max(500), pictureSchema)
    .optional()
    .describe('Pictures that came with the list, by the names under which it knows them'),
  matter: chartSchema.shape.matter.describe('What its lines are about, where that is not what the kind says'),
  chart: chartSchema.optional().describe('A whole chart value instead of a list, such as a copy'),
});
/** What the address says where the body is the file itself. */
export const fileRequest = z.object({ kind: kind.optional(), title: titleSchema.optional(), form, headings });
export const createAnswer = z.object({
  id: z.string(),
  revision: z.number().int(),
  encoding: z
    .string()
    .optional()
    .describe('What the file was read as, where that was guessed; choose another with ?encoding='),
});

export const changesRequest = z.object({
  base: z.number().int().min(0).describe('The revision you last saw'),
  changes: z.array(changeSchema).min(1).max(5_000).describe('Carried out together: all or none, one undo step'),
  origin: z.enum(['do', 'undo', 'redo']).optional(),
  exact: z.boolean().optional().describe('Refuse it with 409 where the chart has moved on since `base`'),
  client: idSchema.optional().describe('Names your window, so that you know your own changes again'),
  before: z
    .enum(['newer-list', 'repair', 'fit'])
    .optional()
    .describe('A save point is made before it, called by what it is'),
});
export const changesAnswer = z.object({
  revision: z.number().int(),
  unchanged: z.literal(true).optional().describe('The chart was like that already: there is no new revision'),
});

export const mendableAnswer = z.object({
  revision: z.number().int(),
  readable: z.boolean().describe('There is nothing to mend'),
  code: z.string().nullable().describe('`unreadable`, or `later-version`, which is not mended'),
  problem: z.string().nullable().describe("Why it can't be read"),
  title: z.string(),
  items: z.number().int(),
  list: z.string().describe('The list as far as it can be read, as an outline'),
  lost: z.array(z.object({ field: z.string(), message: z.string() })).describe('What can not be read'),
  last: z
    .object({ revision: z.number().int(), at: z.string().nullable() })
    .nullable()
    .describe('The last moment at which all of it could be read'),
});
export const mendedAnswer = z.object({
  revision: z.number().int(),
  from: z.number().int().describe('The revision that it is like now'),
});

export const storedAnswer = z.object({
  id: z.string(),
  revision: z.number().int(),
  changedAt: z.string(),
  chart: chartSchema,
});

const card = z.object({
  id: z.string(),
  kind: z.string(),
  title: z.string(),
  revision: z.number().int(),
  items: z.number().int(),
  changedAt: z.string(),
  binnedAt: z.string().nullable(),
  folder: z.string().nullable(),
  by: z.string().optional().describe("Whose it is, where it is another's"),
  may: z.enum(MAY).optional().describe('What you may do with it then'),
});
export const folderRequest = z.object({
  folder: z.string().trim().min(1).max(80).nullable().describe('null: in no folder'),
});
export const foldersAnswer = z.object({
  folders: z.array(z.object({ name: z.string(), charts: z.number().int() })),
});
export const listAnswer = z.object({
  charts: z.array(card),
  next: z.string().nullable().describe('The cursor of the next page'),
});

const person = z.object({ item: z.string(), name: z.string() });
const nullableText = z.string().nullable();
export const refreshRequest = z.object({
  list,
  form,
  roles,
  headings,
  try: z.boolean().optional().describe('Only say what differs'),
});
export const refreshAnswer = z.object({
  joined: z.array(person.extend({ under: nullableText })),
  left: z.array(person.extend({ under: nullableText })),
  moved: z.array(person.extend({ from: nullableText, to: nullableText })),
  renamed: z.array(person.extend({ to: z.string(), by: z.string(), certainty: z.number() })),
  changed: z.array(person.extend({ fields: z.record(z.string(), z.object({ from: nullableText, to: nullableText })) })),
  unsure: z
    .array(person.extend({ by: z.string(), certainty: z.number() }))
    .describe('Matched with less than full certainty'),
  summary: z.string().describe('In a sentence'),
  answered: z.array(z.string()).describe('Answers given to problems before that were used, in words'),
  revision: z.number().int(),
});

export const descriptionAnswer = z.object({
  text: z.string().describe('What the picture shows'),
  computed: z.boolean().describe('False where somebody wrote it: the change set-description'),
});

export const rolesQuery = z.object({ kind, heading: z.array(z.string().max(2_000)).min(1).max(300) });
export const rolesRequest = z.object({
  kind,
  headings: z.array(z.string().max(2_000)).min(1).max(300),
  roles: roles.unwrap(),
});
const styleName = z.string().trim().min(1, 'a house style needs a name').max(80);
export const styleRequest = z.object({
  name: styleName.optional(),
  spec: houseSpecSchema.optional().describe('The look itself'),
  chart: idSchema.optional().describe('Or a chart whose look it is'),
  tokens: z.unknown().optional().describe('Or a file of design tokens, as JSON'),
});
export const styleChange = z.object({ name: styleName.optional(), spec: houseSpecSchema.optional() });
export const styleAnswer = z.object({
  id: z.string(),
  name: z.string(),
  spec: houseSpecSchema,
  charts: z.number().int().describe('How many charts follow it'),
  may: z.enum(MAY).optional().describe("What you may do with it, where it is another's"),
});
export const stylesAnswer = z.object({ styles: z.array(styleAnswer) });

export const pictureAnswer = z.object({
  file: z.string(),
  width: z.number().int().describe('In dots'),
  height: z.number().int(),
});
export const rolesAnswer = z.object({ roles: roles.unwrap() });

export const problemAnswer = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  problems: z.array(
    z.object({ code: z.string(), message: z.string(), line: z.number().optional(), field: z.string().optional() }),
  ),
});
export const changedAnswer = problemAnswer.extend({
  revision: z.number().int().describe('The one the chart is at'),
  missed: z
    .array(
      z.object({
        revision: z.number().int(),
        change: z.unknown(),
        origin: z.enum(['do', 'undo', 'redo']),
        client: z.string().nullable(),
        key: z.string().nullable(),
        base: z.number().int().nullable().describe('The revision it was made on'),
        of: z.string().nullable().describe('The account that did it; null where it is gone'),
        by: z.string().nullable().describe('Its name'),
      }),
    )
    .describe('The changes since your base, where they are few; else none'),
});
