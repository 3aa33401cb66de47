import { composeList, dpiOf, scenesOf, schemas } from '../../server/api';
import { endpoint, json, meets, negotiate, readJson } from '../../server/http';
import { isFile, listFileOf, readOptionsOf } from '../../server/list-files';
import { picture, pictureTypes } from '../../server/pictures';

export const ALL = endpoint({
  POST: async ({ request, url }) => {
    const type = negotiate(request.headers.get('accept'), ['application/json', ...Object.values(pictureTypes)]);
    const body = isFile(request)
      ? meets(schemas.composeRequest, { ...readOptionsOf(url), list: (await listFileOf(request)).text })
      : (await readJson(request, schemas.composeRequest)).body;
    const dpi = dpiOf(body.dpi);
    const { chart, composition, answer } = composeList(body);
    if (type === 'application/json') return json(answer);
    return picture(
      scenesOf(chart, type === pictureTypes.pdf, () => composition.scene),
      type,
      dpi,
    );
  },
});
