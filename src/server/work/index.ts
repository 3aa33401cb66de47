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
import { worksheetRequest } from './worksheet';

export const handlers = {
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
