import { composeList, dpiOf, scenesOf, schemas } from '../api';
import { type Handler, json, meets, negotiate, readJson } from '../http';
import { isFile, listFileOf, readOptionsOf } from '../list-files';
import { inPages, picture, pictureTypes } from '../pictures';

/** A list in, a picture or its figures out; nothing is stored. */
export const composeRequest: Handler = async ({ request, url }, who) => {
  const type = negotiate(request.headers.get('accept'), [
    'application/json',
    ...Object.values(pictureTypes).filter((type) => type !== pictureTypes.html),
  ]);
  const body = isFile(request)
    ? meets(schemas.composeRequest, { ...readOptionsOf(url), list: (await listFileOf(request)).text })
    : (await readJson(request, schemas.composeRequest)).body;
  const dpi = dpiOf(body.dpi);
  const { chart, composition, answer } = composeList(body);
  if (type === 'application/json') return json(answer);
  return picture(
    who,
    scenesOf(chart, inPages(type), () => composition.scene),
    type,
    { chart, dots: { dpi }, carrying: inPages(type) && url.searchParams.get('data') !== 'none' },
  );
};
