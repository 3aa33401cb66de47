/** What the API takes and gives of people: accounts, keys, groups, shares, remarks. */
import { z } from 'zod';
import { idSchema } from '../../core/chart';
import { MAY } from '../../core/may';
import { pinSchema } from '../../core/remarks';
import { SCOPES } from '../people';

const name = z.string().trim().min(1, 'a name').max(200);
const password = z.string().min(1).max(1_000);
const ofPerson = { name, email: z.email('an e-mail address').max(254), password };
export const personRequest = z.object({
  ...ofPerson,
  password: password.optional().describe('Without one they are written to, and sign in by a link first'),
});
export const firstRequest = z.object({ token: z.string().min(20).max(200), ...ofPerson });
const code = z.string().min(1).max(40).describe('Of the app, or a spare one');
export const signInRequest = z.object({
  email: z.string().min(1).max(254),
  password,
  code: code.optional().describe('Where the account has a second factor'),
});
const token = z.string().min(20).max(200);
export const emailRequest = z.object({ email: z.string().min(1).max(254) });
export const tokenRequest = z.object({ token, code: code.optional() });
export const recoverRequest = z.object({ token, password });
export const emailChange = z.object({ email: z.email('an e-mail address').max(254), password });
export const codeRequest = z.object({ code });
export const meChange = z.object({
  name: name.optional(),
  letters: z.boolean().optional().describe('Remarks are told by e-mail, once a day'),
});
export const leaveRequest = z.object({
  password: password.describe('Or the e-mail address, where there is none'),
  to: z.string().max(254).optional().describe('E-mail address of who gets the charts; removed for good where absent'),
});
export const accountChange = z.object({ administrator: z.boolean() });
export const removalRequest = z.object({ to: leaveRequest.shape.to });
export const belongingsAnswer = z.object({
  charts: z.number().int(),
  shared: z.number().int().describe('Of them, those that others see'),
  styles: z.number().int(),
  pictures: z.number().int(),
  classes: z.number().int().describe('They go with the account, with what learners made'),
  remarks: z.number().int().describe('On charts of others: they stay'),
});
export const secondFactorAnswer = z.object({
  secret: z.string(),
  uri: z.string(),
  picture: z.string().describe('The same as an SVG document, to be read by a camera'),
});
export const spareAnswer = z.object({ spare: z.array(z.string()).describe('Good once each; told this once') });
/** As WebAuthn has it; checked by the package that knows it. */
const device = z.record(z.string(), z.unknown());
export const passkeyOptions = z.object({ options: device, ticket: z.string() });
export const passkeyAnswer = z.object({ ticket: token, response: device });
export const passkeyRequest = z.object({ ticket: token, name, response: device });
export const passkeysAnswer = z.object({
  passkeys: z.array(z.object({ id: z.string(), name: z.string(), madeAt: z.string(), usedAt: z.string().nullable() })),
});
export const confirmedAnswer = z.object({ email: z.string() });
export const storageAnswer = z.record(z.string(), z.number());
export const lettersAnswer = z.object({ letters: z.array(z.looseObject({ to: z.string(), subject: z.string() })) });
export const logAnswer = z.object({ events: z.array(z.looseObject({ at: z.string(), what: z.string() })) });
export const passwordRequest = z.object({
  now: password,
  next: password,
  endKeys: z.boolean().optional().describe('Keys of scripts end as well'),
});
export const passwordAnswer = z.object({
  keys: z.array(z.object({ id: z.string(), name: z.string() })).describe('Keys of scripts that stay'),
});
export const accountsAnswer = z.object({
  accounts: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      email: z.string(),
      administrator: z.boolean(),
      charts: z.number().int(),
    }),
  ),
});
export const accountAnswer = z.object({ id: z.string() });
export const meAnswer = z.object({
  how: z.enum(['alone', 'session', 'key', 'link']),
  id: z.string().optional().describe('The account'),
  scope: z.enum(SCOPES).optional().describe('Of a key'),
  name: z.string().optional(),
  email: z.string().optional(),
  administrator: z.boolean().optional(),
  secondFactor: z.boolean().optional(),
});
export const sessionsAnswer = z.object({
  sessions: z.array(
    z.object({
      id: z.string(),
      madeAt: z.string(),
      usedAt: z.string(),
      agent: z.string(),
      current: z.boolean(),
    }),
  ),
});

const nullableText = z.string().nullable();
export const keyRequest = z.object({
  name,
  scope: z.enum(SCOPES).describe('read: look; write: change as well; share: share as well'),
  charts: z
    .array(idSchema)
    .min(1)
    .max(500)
    .optional()
    .describe('The only charts it is for; all of the account where absent'),
});
export const keyAnswer = z.object({ id: z.string(), key: z.string().describe('Told this once') });
export const keysAnswer = z.object({
  keys: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      scope: z.enum(SCOPES),
      charts: z.array(z.string()).nullable(),
      madeAt: z.string(),
      usedAt: nullableText,
    }),
  ),
});

export const groupRequest = z.object({ name });
export const groupChange = z.object({
  name: name.optional(),
  members: z.array(z.uuid()).max(5_000).optional().describe('Accounts, by id'),
});
export const groupsAnswer = z.object({
  groups: z.array(
    z.object({ id: z.string(), name: z.string(), members: z.array(z.object({ id: z.string(), name: z.string() })) }),
  ),
});
export const peopleAnswer = z.object({
  people: z.array(z.object({ name: z.string(), email: z.string() })),
  groups: z.array(z.string()),
});

const may = z.enum(MAY);
const without = z
  .array(z.string().min(1).max(80))
  .max(100)
  .describe('Fields that are kept from those who may not edit; "picture" for the pictures of items');
const until = z.iso.datetime({ offset: true }).nullable().describe('When the link ends');
const linkPassword = z.string().min(4, 'at least 4 letters').max(200).nullable();
export const shareRequest = z.object({
  who: z.string().trim().min(1).max(254).optional().describe('An e-mail address, or the name of a group'),
  everybody: z.literal(true).optional().describe('Everybody with an account here'),
  link: z.literal(true).optional().describe('Whoever has a link that is told once'),
  page: z.literal(true).optional().describe('Anybody, as a published page'),
  view: idSchema.optional().describe('Of a page: the one view that it shows'),
  may: may.describe('What they may do; a link look or remark, a page look'),
  without: without.optional(),
  until: until.optional(),
  password: linkPassword.optional().describe('Of a link'),
  listed: z.boolean().optional().describe('Of a page: search machines may list it'),
});
export const shareChange = z.object({
  may: may.optional(),
  without: without.optional(),
  until: until.optional(),
  password: linkPassword.optional(),
  listed: z.boolean().optional(),
});
export const shareAnswer = z.object({
  id: z.string(),
  with: z.union([
    z.object({ person: z.string(), name: z.string(), email: z.string() }),
    z.object({ group: z.string(), name: z.string() }),
    z.object({ everybody: z.literal(true) }),
    z.object({ link: z.literal(true) }),
    z.object({ page: z.string().describe('Its address here') }),
  ]),
  may,
  view: nullableText.describe('Of a page: the view that it shows'),
  without: z.array(z.string()),
  until: nullableText,
  password: z.boolean().describe('Whether a link asks for one'),
  used: z.number().int().describe('How often a link was opened'),
  usedAt: nullableText,
  listed: z.boolean(),
  url: z.string().optional().describe('Of a new link: its address here, told this once'),
});
export const sharesAnswer = z.object({ shares: z.array(shareAnswer) });
export const linkRequest = z.object({ password: z.string().max(200).optional() });
export const linkAnswer = z.object({ chart: z.string() });

const remarkText = z.string().trim().min(1, 'a remark has words').max(4_000);
export const remarkRequest = z
  .object({
    on: pinSchema.optional().describe('What it is pinned to'),
    answerTo: idSchema.optional().describe('Or the remark that it answers'),
    text: remarkText,
    mentions: z.array(z.email()).max(50).optional().describe('People who are to be told, by e-mail address'),
    name: z.string().trim().max(80).optional().describe('What whoever came by a link calls themselves'),
  })
  .refine(({ on, answerTo }) => (on === undefined) !== (answerTo === undefined), 'either "on" or "answerTo"');
export const remarkChange = z.object({
  text: remarkText.optional(),
  settled: z.boolean().optional(),
  on: pinSchema.optional().describe('Pinned to something else'),
});
const said = {
  id: z.string(),
  text: z.string(),
  name: z.string().describe('Who wrote it'),
  mine: z.boolean(),
  mentions: z.array(z.string()),
  at: z.string(),
  changedAt: nullableText,
};
export const answerAnswer = z.object(said);
export const remarkAnswer = z.object({
  ...said,
  number: z.number().int(),
  on: pinSchema,
  gone: z.boolean().describe('What it was pinned to is not there any more'),
  settled: nullableText.describe('Who settled it; null while it is open'),
  answers: z.array(answerAnswer),
});
export const remarksAnswer = z.object({ remarks: z.array(remarkAnswer) });

export const hereRequest = z.object({
  window: idSchema.describe('Names your window'),
  item: idSchema.nullable().describe('What is selected in it'),
  left: z.literal(true).optional().describe('It is closed'),
});

/** oEmbed 1.0, 2.3.4. */
export const embedAnswer = z.object({
  version: z.literal('1.0'),
  type: z.literal('rich'),
  title: z.string(),
  provider_name: z.string(),
  provider_url: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  html: z.string(),
  thumbnail_url: z.string(),
  thumbnail_width: z.number().int(),
  cache_age: z.number().int(),
});
