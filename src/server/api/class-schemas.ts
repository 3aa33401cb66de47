/** What the API takes and gives of classes: learners, tasks, works, marks. */
import { z } from 'zod';
import { idSchema, WORK_PARTS } from '../../core/chart';
import { markSchema, schemeSchema } from '../../core/marking';

const name = z.string().trim().min(1, 'a name').max(60);
const noControls = name.refine((text) => !/\p{Cc}/u.test(text), 'a name of one line');
export const classRequest = z.object({ name: z.string().trim().min(1, 'a name').max(120) });
export const classChange = z.object({
  name: classRequest.shape.name.optional(),
  open: z.boolean().optional().describe('Learners may join still'),
  approve: z.boolean().optional().describe('Whoever joins waits until you let them in'),
  names: z.boolean().optional().describe('Learners see the names of others where their works are shown'),
  code: z.literal('new').optional().describe('Another code in place of the one before'),
});
export const joinRequest = z.object({
  code: z.string().trim().min(1).max(40),
  name: noControls.describe('As the teacher is to see it'),
  card: z.string().trim().min(1).max(60).optional().describe('The words on the card of whoever comes back'),
});
export const joinAnswer = z.object({
  id: z.string().describe('Of the learner'),
  card: z.string().optional().describe('Three words for coming back, told once'),
});
export const learnersRequest = z.object({ names: z.array(noControls).min(1).max(100) });
const card = z.object({ learner: z.string(), name: z.string(), card: z.string() });
export const cardsAnswer = z.object({ cards: z.array(card) });
export const learnerChange = z.union([
  z.object({ name: noControls }),
  z.object({ reset: z.literal(true).describe('Another card; where they are signed in they are no more') }),
  z.object({ locked: z.literal(false).describe('Their card can be tried at once, whoever guessed at it') }),
]);
export const learnersChange = z.object({
  learners: z.array(z.uuid()).min(1).max(600),
  waiting: z.literal(false).describe('Lets them in'),
});
export const learnersRemoved = z.object({ learners: z.array(z.uuid()).min(1).max(600) });
export const removedAnswer = z.object({ removed: z.number().int() });
export const classCard = z.object({
  id: z.string(),
  name: z.string(),
  code: z.string(),
  open: z.boolean(),
  approve: z.boolean(),
  names: z.boolean(),
  learners: z.number().int(),
  tasks: z.number().int(),
});
export const classesAnswer = z.object({ classes: z.array(classCard) });
export const classMade = z.object({ id: z.string(), code: z.string() });

const parts = z.array(z.enum(WORK_PARTS)).max(3).describe('What may be changed');
const due = z.string().max(40).nullable().describe('ISO 8601; null: at no time');
const instructions = z.string().max(8_000);
export const taskRequest = z.object({
  title: z.string().trim().min(1).max(120),
  instructions: instructions.optional(),
  chart: idSchema.describe('A chart of yours: what it begins with is made from it, and works are compared with it'),
  start: z
    .string()
    .max(40)
    .optional()
    .describe('empty, whole, blanks (a worksheet), or what its kind can leave out, such as no-phrases or no-levels'),
  blanks: z.number().int().min(1).max(500).optional().describe('Names that a worksheet lacks'),
  parts: parts.optional(),
  due: due.optional(),
  scheme: schemeSchema.optional(),
});
export const taskChange = z.object({
  instructions: instructions.optional(),
  parts: parts.optional(),
  due: due.optional(),
  scheme: schemeSchema.optional(),
});
export const taskAnswer = z.object({
  id: z.string(),
  class: z.string(),
  title: z.string(),
  instructions: z.string(),
  kind: z.string(),
  words: z.array(z.string()).describe('To choose from, where it is a worksheet'),
  model: z.string().nullable(),
  parts: z.array(z.enum(WORK_PARTS)),
  due: z.string().nullable(),
  scheme: schemeSchema,
  madeAt: z.string(),
  works: z.object({ begun: z.number().int(), handed: z.number().int(), returned: z.number().int() }),
});
export const tasksAnswer = z.object({ tasks: z.array(taskAnswer) });
const learner = z.object({
  id: z.string(),
  name: z.string(),
  card: z.boolean(),
  seenAt: z.string().nullable(),
  joinedAt: z.string(),
  waiting: z.boolean().describe('Not let in yet'),
  locked: z.boolean().describe('Their card was guessed at: each further try waits, up to a minute'),
});
export const classAnswer = classCard.extend({ people: z.array(learner), work: z.array(taskAnswer) });

const state = z.enum(['not-begun', 'working', 'handed-in', 'returned']);
const marked = z.object({
  points: z.number().nullable(),
  of: z.number().nullable(),
  grade: z.string().nullable(),
  lines: z.array(z.object({ label: z.string(), points: z.number(), says: z.string() })),
  text: z.string(),
});
const person = z.object({ id: z.string(), name: z.string() });
export const workAnswer = z.object({
  id: z.string(),
  task: z.string(),
  chart: z.string(),
  revision: z.number().int(),
  learner: person,
  state,
  handedAt: z.string().nullable(),
  late: z.boolean(),
  returnedAt: z.string().nullable(),
  mark: markSchema.nullable(),
  marked,
  markGiven: z.boolean(),
  shown: z.boolean(),
});
const points = z.object({ points: z.number(), of: z.number() });
export const worksAnswer = z.object({
  task: taskAnswer,
  places: z.array(
    z.object({
      learner: person,
      state,
      late: z.boolean(),
      work: workAnswer.nullable(),
      remarks: z.number().int(),
    }),
  ),
});
const verdict = z.enum(['same', 'phrase', 'turned', 'missing', 'extra']);
export const workDetail = workAnswer.extend({
  counted: z
    .record(z.string(), z.number())
    .optional()
    .describe('What is counted for points, as it stands; for the teacher'),
  compared: points
    .extend({
      lines: z.array(
        z.object({
          verdict,
          text: z.string(),
          instead: z.string().optional(),
          points: z.number(),
          near: z.array(z.object({ own: z.string(), model: z.string(), likeness: z.number() })),
        }),
      ),
      counts: z.record(z.string(), z.number()),
    })
    .optional()
    .describe("With the teacher's own chart, line by line; for the teacher"),
});
const counts = z.record(z.string(), z.number());
export const comparedAnswer = z.object({
  works: z.number().int(),
  lines: z.array(z.object({ text: z.string(), counts })),
  extra: z.array(z.object({ text: z.string(), count: z.number().int() })),
  scores: z.record(z.string(), points).describe('By work'),
});
export const markRequest = markSchema;
export const returnRequest = markSchema.extend({
  mark: z.boolean().optional().describe('With the mark; as a rule where one is sent along, which is then kept as well'),
  again: z.boolean().optional().describe('To be worked on again'),
});
export const returnAllRequest = z.object({ mark: z.boolean().optional().describe('With the marks') });
export const returnedAnswer = z.object({ returned: z.number().int() });
export const shownRequest = z.object({ shown: z.boolean() });
export const mineAnswer = z.object({
  class: z.object({ name: z.string() }),
  name: z.string(),
  waiting: z.boolean().describe('Not let in yet: nothing else is told'),
  tasks: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      instructions: z.string(),
      due: z.string().nullable(),
      late: z.boolean(),
      work: workAnswer.nullable(),
      remarks: z.number().int().describe('Open ones on it'),
      shown: z.array(z.object({ chart: z.string(), title: z.string() })),
    }),
  ),
});
