/** The API described, from the schemas that check it. */
import { z } from 'zod';
import { BUNDLE_FORMS } from '../../core/bundle';
import { kinds } from '../../core/kinds';
import { pictureTypes } from '../pictures/types';
import { version } from '../version';
import { classPaths } from './openapi-classes';
import {
  allPictures,
  answer,
  asFile,
  body,
  components,
  content,
  file,
  id,
  inQuery,
  key,
  lists,
  ofFile,
  path,
  pictures,
  problem,
  usual,
} from './openapi-parts';
import { peoplePaths } from './openapi-people';
import { sharingPaths } from './openapi-sharing';
import { timePaths } from './openapi-time';
import * as schemas from './schemas';

/** Names an operation by its method and address, for clients that are made from this: "getChartsIdList". */
const operationId = (method: string, path: string) =>
  method +
  path
    .replace('/api', '')
    .split(/[^A-Za-z]+/)
    .filter(Boolean)
    .map((word) => word[0]!.toUpperCase() + word.slice(1))
    .join('');

/** At which moment, on which day to come, as which view. */
const moment = [
  inQuery('at', 'As it was at this revision; for those who edit it', 'integer'),
  inQuery('on', 'As it will be on this day, by the trials set for a day until then'),
  inQuery('view', 'As this view of it'),
];

const METHODS: ReadonlySet<string> = new Set(['get', 'post', 'put', 'patch', 'delete']);

/** Answered to anybody, also where people have to sign in. */
const OPEN: ReadonlySet<string> = new Set([
  '/api/health',
  '/api/ready',
  '/api/accounts/first',
  '/api/sign-in',
  '/api/sign-in/link',
  '/api/sign-in/passkey',
  '/api/sign-in/with',
  '/api/sign-in/back',
  '/api/recovery',
  '/api/confirm',
  '/api/links/{link}',
  '/api/oembed',
  '/published/{address}',
  '/published/{address}/picture.{form}',
]);
const signIn = problem('Where PEOPLE is on: nobody signed in, and no key or link is good');

/** With its name, and who may ask it. */
function described(path: string, method: string, operation: { readonly responses: object }) {
  const named = { operationId: operationId(method, path), ...operation };
  return OPEN.has(path) ? { ...named, security: [] } : { ...named, responses: { ...operation.responses, 401: signIn } };
}

export function openApi() {
  const whole = document();
  const paths = Object.fromEntries(
    Object.entries(whole.paths).map(([path, methods]) => [
      path,
      Object.fromEntries(
        Object.entries(methods).map(([method, operation]) => [
          method,
          METHODS.has(method) ? described(path, method, operation as { responses: object }) : operation,
        ]),
      ),
    ]),
  );
  return { ...whole, paths };
}

function document() {
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
      '/api/ready': {
        get: {
          summary: 'Whether it can serve: the database answers and takes writes; which build this is',
          responses: { 200: answer('Ready'), 503: problem('Not ready') },
        },
      },
      ...peoplePaths(),
      ...sharingPaths(),
      ...classPaths(),
      ...timePaths(),
      '/api/charts/{id}/stored': {
        get: {
          summary: 'A chart as it lies in the database, also where this version can not read it',
          parameters: [id],
          responses: { 200: answer('Settings, and parts by their ids'), 404: usual[404] },
        },
      },
      '/api/charts/{id}/mend': {
        parameters: [id],
        get: {
          summary:
            "Of a chart that can't be read: what can be read of it, and the last moment at which all of it could",
          responses: { 200: answer('What can be read', schemas.mendableAnswer), 404: usual[404] },
        },
        post: {
          summary: "Puts a chart that can't be read back to the last moment at which it could",
          responses: { 200: answer('Done', schemas.mendedAnswer), 404: usual[404], 422: usual[422] },
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
            inQuery('of', 'own: only your own; others: only what others share with you'),
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
          parameters: moment,
          responses: { 200: answer('The chart', schemas.storedAnswer), 404: usual[404], 422: usual[422] },
        },
        patch: {
          summary: 'Puts it into a folder, or out of any',
          requestBody: body(schemas.folderRequest),
          responses: { 200: answer('Done', schemas.folderRequest), ...usual },
        },
        delete: {
          summary: 'To the bin; restorable for 30 days',
          responses: {
            204: answer('In the bin'),
            404: usual[404],
            409: problem('It is a learner’s work: it goes with its task'),
          },
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
            204: answer('None of them is there any more: there is nothing to come back for'),
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
      '/api/charts/{id}/worksheet': {
        parameters: [
          id,
          inQuery('as', 'json, pdf or docx, instead of Accept'),
          inQuery('branch', 'Only this branch: an item, by name or id'),
          inQuery('downTo', 'Only down to this tier'),
          inQuery('save', '1: as a file to be kept'),
        ],
        post: {
          summary: 'The picture with chosen words left blank, to be filled in, and the answers',
          requestBody: body(schemas.worksheetRequest),
          responses: {
            200: {
              description: 'By Accept: JSON, PDF or DOCX',
              content: { ...content(schemas.worksheetAnswer), 'application/pdf': file, [pictureTypes.docx]: file },
            },
            ...usual,
          },
        },
      },
      '/api/charts/{id}/bundle': {
        parameters: [
          id,
          inQuery('forms', `Some of ${BUNDLE_FORMS.join(', ')}, with commas between them`),
          inQuery(
            'parts',
            'whole, branches (each main branch by itself), both, or views; lists are of the whole chart, or of each view',
          ),
          inQuery('data', 'none: the chart is left out of the files'),
          inQuery('plan', '1: says which files they would be, and where each is had'),
        ],
        get: {
          summary: 'Many files at once, as one archive',
          responses: {
            200: {
              description: 'The archive, or the plan',
              content: { 'application/zip': file, ...content(schemas.bundleAnswer) },
            },
            404: usual[404],
            422: usual[422],
          },
        },
      },
      '/api/charts/{id}/pages': {
        parameters: [id, ...moment],
        get: {
          summary: 'The pages it goes over: one, the sheets of a wall, or those of a booklet',
          responses: {
            200: answer('What stands on which page', schemas.pagesAnswer),
            404: usual[404],
            422: usual[422],
          },
        },
      },
      '/api/charts/{id}/description': {
        parameters: [id],
        get: {
          summary: 'What its picture shows, in words, for those who do not see it',
          responses: { 200: answer('The words', schemas.descriptionAnswer), 404: usual[404], 422: usual[422] },
        },
      },
      '/api/charts/{id}/picture': {
        parameters: [
          id,
          inQuery('as', 'svg, png, webp, pdf, pptx, docx or html, instead of Accept'),
          inQuery('width', 'Dots that a PNG or WebP is wide, instead of dpi', 'integer'),
          inQuery('background', 'none: a PNG or WebP is see-through where nothing is drawn'),
          inQuery('crop', '1: a PNG or WebP of the picture alone, without the page round it'),
          inQuery(
            'slide',
            'Size of the slides of a presentation: wide (16:9), square (4:3) or a4; else that of the page',
          ),
          inQuery(
            'steps',
            'tier, branch, item or region: a PDF or presentation with a page for each step, as Reveal shows them',
          ),
          inQuery('place', 'In a document: full, half, left or right (text beside it), between (over and under it)'),
          inQuery('drawn', 'In a document: picture (one drawing), or shapes that can be changed there'),
          inQuery('wide', 'In a document: width of the picture in centimetres, instead of that of its place', 'number'),
          inQuery('list', 'In a document: none, levels or table'),
          inQuery('data', 'none: the chart is left out of the file, so that it can not be opened again'),
          inQuery('dpi', 'Dots an inch of a PNG, 24 to 600', 'number'),
          inQuery('fonts', 'none: an SVG only names its fonts, for programs that have them'),
          inQuery('outlines', '1: the words of an SVG as shapes, which need no font'),
          inQuery('branch', 'Only what stands under this item, and itself; by name or id'),
          inQuery('downTo', 'Only the tiers down to this one, from 1', 'integer'),
          inQuery('items', 'Only these items as they stand, and the lines between them; ids with commas between them'),
          ...moment,
          inQuery(
            'views',
            'all, or ids with commas between them: a PDF or presentation of these views, what there is before them',
          ),
          inQuery('page', 'One page of a wall or a booklet, from 1; a PDF has them all', 'integer'),
          inQuery('remarks', '1: open remarks are numbered on it and listed; in a PDF as notes of the file too'),
          inQuery('save', '1: to be saved as a file'),
        ],
        get: {
          summary: 'The picture',
          responses: {
            200: { description: 'By Accept', content: { ...content(schemas.composeAnswer), ...allPictures } },
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
            ...moment,
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
    security: [{ session: [] }, { key: [] }],
    components: {
      schemas: components,
      securitySchemes: {
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'dendrotax',
          description: 'Where PEOPLE is on; set by /api/sign-in',
        },
        key: { type: 'http', scheme: 'bearer', description: 'Where PEOPLE is on; made by /api/keys' },
      },
    },
  };
}
