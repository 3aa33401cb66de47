/** The API described, from the schemas that check it. */
import { createHash } from 'node:crypto';
import { z } from 'zod';
import { kinds } from '../../core/kinds';
import { XLSX } from '../../core/write';
import { version } from '../version';
import * as schemas from './schemas';

/** Schemas that name themselves, such as a change that holds changes: they stand in one place of the document. */
const components: Record<string, unknown> = {};

/** A schema with every reference made to where it stands in the document. */
function referring(value: unknown, names: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((own) => referring(own, names));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, own]) => [
      key,
      key === '$ref' && typeof own === 'string'
        ? `#/components/schemas/${names.get(own) ?? own}`
        : referring(own, names),
    ]),
  );
}

function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): object {
  const made = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' });
  const { $schema: _, $defs = {}, ...rest } = made as Record<string, unknown> & { $defs?: Record<string, unknown> };
  const own = Object.entries($defs).map(([name, def]): [string, unknown] => [`#/$defs/${name}`, def]);
  if (JSON.stringify(rest).includes('"$ref":"#"')) own.push(['#', rest]);
  // The same schema is there once, whoever refers to it.
  const names = new Map(own.map(([ref, def]) => [ref, `${io}-${digest(JSON.stringify(def))}`]));
  for (const [ref, def] of own) components[names.get(ref)!] ??= referring(def, names);
  return names.has('#') ? { $ref: `#/components/schemas/${names.get('#')}` } : (referring(rest, names) as object);
}
const digest = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 10);

const content = (schema: z.ZodType, io: 'input' | 'output' = 'output') => ({
  'application/json': { schema: jsonSchema(schema, io) },
});
const body = (schema: z.ZodType) => ({ required: true, content: content(schema, 'input') });
const answer = (description: string, schema?: z.ZodType) => ({
  description,
  ...(schema && { content: content(schema) }),
});
const problem = (description: string, schema: z.ZodType = schemas.problemAnswer) => ({
  description,
  content: { 'application/problem+json': { schema: jsonSchema(schema, 'output') } },
});
const path = (name: string, description: string) => ({
  name,
  in: 'path',
  required: true,
  description,
  schema: { type: 'string' },
});
const inQuery = (name: string, description: string, type = 'string') => ({
  name,
  in: 'query',
  required: false,
  description,
  schema: { type },
});

const id = path('id', 'Id of the chart');
const key = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description: 'Sent again with the same key, a request is carried out once',
  schema: { type: 'string', maxLength: 200 },
};
const file = { schema: { type: 'string', format: 'binary' } };
const pictures = { 'image/svg+xml': file, 'image/png': file, 'application/pdf': file };
const lists = {
  'text/csv': {},
  'text/plain': {},
  'text/markdown': {},
  'text/x-opml': {},
  [XLSX.mime]: file,
};
/** A list as the file itself, of whatever form, packed or not. */
const asFile = { 'application/octet-stream': file, 'text/csv': {}, 'text/markdown': {}, [XLSX.mime]: file };
const ofFile = [
  inQuery('name', 'Where the body is a file, what it is called, unless Content-Disposition says so'),
  inQuery('kind', 'Of a file; recognised where absent'),
  inQuery('form', 'Of a file; recognised where absent'),
  inQuery('title', 'Of a file; its name where absent'),
  inQuery('headings', 'Of a file: 1 or 0, whether the first row of a table names the columns; found out where absent'),
];
const usual = {
  400: problem('Malformed JSON'),
  404: problem('Not yours or not there'),
  413: problem('Larger than 10 MB, or a list over 8 MB'),
  422: problem('Does not meet the schema, or can not be carried out'),
};

export function openApi() {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Dendrotax',
      version,
      description: `Lists in, levelled diagrams out. Numbers are points (1/72 inch), y down, origin at the page's top left; tiers count from 1; colours are #rrggbb. Kinds: ${kinds.map((kind) => kind.id).join(', ')}. Errors are RFC 9457 problem details.`,
    },
    paths: {
      '/api/health': {
        get: {
          summary: 'Whether the service and its database answer',
          responses: { 200: answer('Ready'), 503: problem('The database does not answer yet') },
        },
      },
      '/api/compose': {
        post: {
          summary: 'A list in, a picture out; nothing is stored',
          parameters: ofFile,
          requestBody: { required: true, content: { ...content(schemas.composeRequest, 'input'), ...asFile } },
          responses: {
            200: {
              description:
                'By Accept: JSON, SVG, PNG or PDF. A list with problems is drawn as far as it goes and the problems are named',
              content: { ...content(schemas.composeAnswer), ...pictures },
            },
            ...usual,
          },
        },
      },
      '/api/column-roles': {
        get: {
          summary: 'What columns with these headings were chosen to be the last time',
          parameters: [inQuery('kind', 'The kind'), inQuery('heading', 'A heading; once for each, in order')],
          responses: { 200: answer('By heading; empty where nobody chose', schemas.rolesAnswer), 422: usual[422] },
        },
        put: {
          summary: 'Keeps what columns were chosen to be; newer lists with these headings are read so',
          requestBody: body(schemas.rolesRequest),
          responses: { 204: answer('Kept'), 400: usual[400], 422: usual[422] },
        },
      },
      '/api/house-styles': {
        get: {
          summary: 'House styles of the account',
          responses: { 200: answer('By name', schemas.stylesAnswer) },
        },
        post: {
          summary: 'Keeps a look as a house style: given as it is, that of a chart, or from design tokens',
          parameters: [key],
          requestBody: body(schemas.styleRequest),
          responses: { 201: answer('Kept', schemas.styleAnswer), ...usual },
        },
      },
      '/api/house-styles/{id}': {
        parameters: [path('id', 'Id of the house style')],
        get: {
          summary: 'A house style; with as=tokens as design tokens (W3C community group format)',
          parameters: [inQuery('as', 'tokens')],
          responses: {
            200: answer('The house style, or its tokens', z.union([schemas.styleAnswer, z.looseObject({})])),
            404: usual[404],
          },
        },
        put: {
          summary: 'Changes it, and with it every chart that follows it',
          requestBody: body(schemas.styleChange),
          responses: { 200: answer('Changed', schemas.styleAnswer), ...usual },
        },
        delete: {
          summary: 'Removes it; charts that followed it keep their look',
          responses: { 204: answer('Removed'), 404: usual[404] },
        },
      },
      '/api/charts': {
        get: {
          summary: 'Stored charts, the latest changed first',
          parameters: [
            inQuery('kind', 'Only this kind'),
            inQuery('q', 'Words in the title'),
            inQuery('cursor', 'From the answer before'),
            inQuery('binned', '1: what is in the bin', 'string'),
            inQuery('folder', 'Only what is in this folder'),
            inQuery('sort', 'changed (the latest first), opened (the latest first) or title'),
          ],
          responses: { 200: answer('A page of charts', schemas.listAnswer), 422: usual[422] },
        },
        post: {
          summary: 'A new chart',
          parameters: [key, ...ofFile],
          requestBody: { required: true, content: { ...content(schemas.createRequest, 'input'), ...asFile } },
          responses: { 201: answer('Made; Location says where', schemas.createAnswer), ...usual },
        },
      },
      '/api/folders': {
        get: {
          summary: 'The folders that have charts in them',
          responses: { 200: answer('Folders by name', schemas.foldersAnswer) },
        },
      },
      '/api/charts/{id}': {
        parameters: [id],
        get: {
          summary: 'The chart value and its revision',
          responses: { 200: answer('The chart', schemas.storedAnswer), 404: usual[404] },
        },
        patch: {
          summary: 'Puts it into a folder, or out of any',
          requestBody: body(schemas.folderRequest),
          responses: { 200: answer('Done', schemas.folderRequest), ...usual },
        },
        delete: {
          summary: 'To the bin; restorable for 30 days',
          responses: { 204: answer('In the bin'), 404: usual[404] },
        },
      },
      '/api/pictures': {
        post: {
          summary:
            'A picture for items, as the file itself, at most 5 MB; kept scaled, upright, without what cameras note',
          requestBody: { required: true, content: { 'image/*': file, 'application/octet-stream': file } },
          responses: {
            201: answer('What an item has as its `picture`, in the change set-item', schemas.pictureAnswer),
            413: problem('Larger than 5 MB'),
            422: problem('No picture'),
          },
        },
      },
      '/api/pictures/{id}': {
        parameters: [path('id', "The `file` of an item's picture")],
        get: {
          summary: 'A picture that was brought in',
          responses: {
            200: { description: 'The picture', content: { 'image/jpeg': file, 'image/png': file } },
            404: usual[404],
          },
        },
      },
      '/api/fonts/{face}': {
        parameters: [
          path('face', 'A large font, such as sc-400 or emoji-700'),
          inQuery('letters', 'The letters that are wanted, as UTF-16 (little end first) in base64url'),
          inQuery('whole', '1: all of it instead'),
        ],
        get: {
          summary: 'A font with just the letters that a page shows',
          responses: {
            200: { description: 'The font', content: { 'font/ttf': file } },
            404: usual[404],
            422: problem('No letters, or more than 5,000'),
          },
        },
      },
      '/api/charts/{id}/restore': {
        parameters: [id],
        post: { summary: 'Back from the bin', responses: { 204: answer('Back'), 404: usual[404] } },
      },
      '/api/charts/{id}/changes': {
        parameters: [id],
        get: {
          summary: 'Changes after a revision, oldest first; `more` where there are more than an answer holds',
          parameters: [inQuery('since', 'Revision', 'integer'), inQuery('steps', '1: what undo is made of instead')],
          responses: { 200: answer('Changes, oldest first'), 404: usual[404], 422: usual[422] },
        },
        patch: {
          summary: 'Changes to a chart, carried out on top of what came since their base',
          parameters: [key],
          requestBody: body(schemas.changesRequest),
          responses: {
            200: answer('Carried out', schemas.changesAnswer),
            ...usual,
            409: problem(
              'Changed meanwhile so that it fits no more; `missed` holds the changes since your base where they are few',
              schemas.changedAnswer,
            ),
          },
        },
      },
      '/api/charts/{id}/events': {
        parameters: [id],
        get: {
          summary: 'New revisions as server-sent events',
          responses: { 200: { description: 'A stream', content: { 'text/event-stream': {} } } },
        },
      },
      '/api/events': {
        get: {
          summary: 'New revisions of several charts as server-sent events, each with the changes where they are little',
          parameters: [{ ...inQuery('chart', 'Id of a chart; as often as there are charts'), required: true }],
          responses: {
            200: { description: 'A stream', content: { 'text/event-stream': {} } },
            422: usual[422],
          },
        },
      },
      '/api/charts/{id}/fit': {
        parameters: [id],
        post: {
          summary: 'The arrangement that prints largest on its page; nothing is changed',
          requestBody: body(schemas.fitRequest),
          responses: { 200: answer('What was found', schemas.fitAnswer), ...usual },
        },
      },
      '/api/charts/{id}/pages': {
        parameters: [id],
        get: {
          summary: 'The pages it goes over: one, the sheets of a wall, or those of a booklet',
          responses: { 200: answer('What stands on which page', schemas.pagesAnswer), 404: usual[404] },
        },
      },
      '/api/charts/{id}/picture': {
        parameters: [
          id,
          inQuery('as', 'svg, png or pdf, instead of Accept'),
          inQuery('dpi', 'Dots an inch of a PNG, 24 to 600', 'number'),
          inQuery('outlines', '1: the words of an SVG as shapes, which need no font'),
          inQuery('branch', 'Only what stands under this item, and itself; by name or id'),
          inQuery('downTo', 'Only the tiers down to this one, from 1', 'integer'),
          inQuery('page', 'One page of a wall or a booklet, from 1; a PDF has them all', 'integer'),
          inQuery('save', '1: to be saved as a file'),
        ],
        get: {
          summary: 'The picture',
          responses: {
            200: { description: 'By Accept', content: { ...content(schemas.composeAnswer), ...pictures } },
            404: usual[404],
            422: usual[422],
          },
        },
      },
      '/api/charts/{id}/list': {
        parameters: [id],
        get: {
          summary: 'The list',
          parameters: [
            inQuery('as', 'xlsx, csv, outline, markdown, opml, json or gedcom, instead of Accept'),
            inQuery('mark', '1: CSV begins with the mark of UTF-8'),
            inQuery('exact', '1: cells of CSV that a spreadsheet would work out as formulas as they are, not as words'),
            inQuery('save', '1: to be saved as a file'),
          ],
          responses: {
            200: { description: 'By Accept', content: { 'application/json': {}, ...lists } },
            404: usual[404],
            422: problem('Of a kind that is not known here'),
          },
        },
        put: {
          summary:
            'A newer list, in JSON or as the file itself: lines are matched by id, e-mail, name and post, name, or likeness',
          parameters: [inQuery('try', '1: only say what differs'), ...ofFile.slice(2, 3), ...ofFile.slice(4)],
          requestBody: { required: true, content: { ...content(schemas.refreshRequest, 'input'), ...lists } },
          responses: { 200: answer('What differs', schemas.refreshAnswer), ...usual },
        },
      },
    },
    components: { schemas: components },
  };
}
