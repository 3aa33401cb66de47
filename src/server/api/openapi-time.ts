/** The API of views, moments and trials, described. */
import { allPictures, answer, asFile, body, content, id, inQuery, path, problem, usual } from './openapi-parts';
import * as schemas from './schemas';

const point = path('point', 'Id of the save point');
const view = path('view', 'Id of the view');
const { 404: notThere, 422: wrong, ...sent } = usual;
const looked = { 404: notThere, 422: wrong };
const written = { ...sent, ...looked };
const editors = { 403: problem('Only for those who edit the chart') };
const gone = { 204: { description: 'Done' } };
const clashes = { 409: problem('They did different things to the same: `clashes` says which') };

export const timePaths = () => ({
  '/api/charts/{id}/history': {
    parameters: [
      id,
      inQuery('since', 'Only what was done after this revision', 'integer'),
      inQuery('before', 'Only what was done before this revision', 'integer'),
      inQuery('item', 'Only what is about this line'),
      inQuery('tier', 'Only what is about lines of this tier', 'integer'),
      inQuery('by', 'Only what this account did'),
      inQuery('limit', 'As many at most, up to 200', 'integer'),
    ],
    get: {
      summary: 'What was done, by whom and when, in words; and the save points',
      responses: { 200: answer('The latest first', schemas.historyAnswer), ...editors, ...looked },
    },
  },
  '/api/charts/{id}/save-points': {
    parameters: [id],
    post: {
      summary: 'Gives a moment a name',
      requestBody: body(schemas.savePointRequest),
      responses: { 201: answer('Made', schemas.savePoint), ...editors, ...written },
    },
  },
  '/api/charts/{id}/save-points/{point}': {
    parameters: [id, point],
    patch: {
      summary: 'Another name or note',
      requestBody: body(schemas.savePointChange),
      responses: { 200: answer('Changed', schemas.savePoint), ...editors, ...written },
    },
    delete: { summary: 'The moment has no name any more', responses: { ...gone, ...editors, 404: notThere } },
  },
  '/api/charts/{id}/back-to': {
    parameters: [id],
    post: {
      summary: 'Puts the chart, or some lines of it, back as they were: as a change that can be taken back',
      requestBody: body(schemas.backRequest),
      responses: {
        200: answer('Done', schemas.backAnswer),
        409: problem('Somebody changed the chart at this very moment'),
        ...editors,
        ...written,
      },
    },
  },
  '/api/compare': {
    parameters: [
      inQuery('a', 'The earlier: CHART, or CHART@REVISION; a trial is a chart'),
      inQuery('b', 'The later'),
      inQuery('drawn', '1: with `chart`, both as one chart to be drawn'),
      inQuery('as', 'svg, png, webp, pdf, pptx, docx or html: both as one picture; else the list of what differs'),
    ],
    get: {
      summary: 'Any two compared: a chart now, at a moment, a trial, another chart',
      responses: {
        200: { description: 'What differs', content: { ...content(schemas.compareAnswer), ...allPictures } },
        ...editors,
        ...looked,
      },
    },
    post: {
      summary: 'A chart compared with a list that is sent along, as the file itself or in JSON; nothing is changed',
      requestBody: { content: { ...content(schemas.compareRequest), ...asFile } },
      responses: {
        200: { description: 'What differs', content: { ...content(schemas.compareAnswer), ...allPictures } },
        ...editors,
        ...written,
      },
    },
  },
  '/api/charts/{id}/views': {
    parameters: [id],
    get: { summary: 'Its views as rows', responses: { 200: answer('In their order', schemas.viewsAnswer), ...looked } },
    post: {
      summary: 'A new view; items by name or id',
      requestBody: body(schemas.viewRequest),
      responses: { 201: answer('Made', schemas.shownView), ...editors, ...written },
    },
  },
  '/api/charts/{id}/views/each': {
    parameters: [id],
    post: {
      summary: 'One view for each branch of a tier, value of a field, or set; new ones get theirs by themselves',
      requestBody: body(schemas.eachRequest),
      responses: { 201: answer('Made', schemas.viewsAnswer), ...editors, ...written },
    },
  },
  '/api/charts/{id}/views/{view}': {
    parameters: [id, view],
    get: { summary: 'A view', responses: { 200: answer('The view', schemas.shownView), ...looked } },
    patch: {
      summary: 'Another name, place, or what it shows and how; null: as the chart. One of many is set in its own way',
      requestBody: body(schemas.viewChange),
      responses: { 200: answer('Changed', schemas.shownView), ...editors, ...written },
    },
    delete: {
      summary: 'Removes it; one of many is as the others again',
      responses: { ...gone, ...editors, ...looked },
    },
  },
  '/api/charts/{id}/trials': {
    parameters: [id],
    get: {
      summary: 'What is tried out on it, as far as you may see it',
      responses: { 200: answer('The latest first', schemas.trialsAnswer), 404: notThere },
    },
    post: {
      summary: 'A trial: a side copy from now or from a moment',
      requestBody: body(schemas.trialRequest),
      responses: { 201: answer('Made', schemas.trial), ...editors, ...written },
    },
  },
  '/api/charts/{id}/trial': {
    parameters: [id],
    get: { summary: 'What it is a trial of', responses: { 200: answer('The trial', schemas.trial), ...looked } },
    patch: {
      summary: 'Another name, note, or day on which it is adopted by itself',
      requestBody: body(schemas.trialChange),
      responses: { 200: answer('Changed', schemas.trial), ...editors, ...written },
    },
  },
  '/api/charts/{id}/differences': {
    parameters: [id],
    get: {
      summary: 'Of a trial: what adopting it would do to its chart as it is now',
      responses: { 200: answer('What differs', schemas.differencesAnswer), ...looked },
    },
  },
  '/api/charts/{id}/adopt': {
    parameters: [id],
    post: {
      summary: 'Adopts a trial, or what is chosen of it, as one change of its chart; adopted whole it goes to the bin',
      requestBody: body(schemas.adoptRequest),
      responses: { 200: answer('Done', schemas.backAnswer), ...clashes, ...editors, ...written },
    },
  },
  '/api/charts/{id}/up-to-date': {
    parameters: [id],
    post: {
      summary: 'Brings what its chart did meanwhile into a trial',
      requestBody: body(schemas.upToDateRequest),
      responses: { 200: answer('Done', schemas.backAnswer), ...clashes, ...editors, ...written },
    },
  },
});
