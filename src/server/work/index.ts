/** What worker threads can do, by name: requests that take long. */
import { changesRequest } from './changes';
import { chartRequest } from './chart';
import { comparedRequest } from './compared';
import { composeRequest } from './compose';
import { createRequest } from './create';
import { descriptionRequest } from './description';
import { fitRequest } from './fit';
import { fontRequest } from './font';
import { newerListRequest, writeListRequest } from './list';
import { pagesRequest } from './pages';
import { pictureRequest } from './picture';
import { publishedRequest } from './published';
import { adoptRequest, backRequest, compareRequest, differencesRequest, historyRequest, upToDateRequest } from './time';
import { worksheetRequest } from './worksheet';

export const handlers = {
  adopt: adoptRequest,
  'back-to': backRequest,
  compare: compareRequest,
  differences: differencesRequest,
  history: historyRequest,
  'up-to-date': upToDateRequest,
  changes: changesRequest,
  chart: chartRequest,
  compared: comparedRequest,
  compose: composeRequest,
  create: createRequest,
  description: descriptionRequest,
  fit: fitRequest,
  font: fontRequest,
  'newer-list': newerListRequest,
  pages: pagesRequest,
  picture: pictureRequest,
  published: publishedRequest,
  worksheet: worksheetRequest,
  'write-list': writeListRequest,
} as const;
export type HandlerName = keyof typeof handlers;
