import { composeList, dpiOf, scenesOf, schemas } from '../../server/api';
import { endpoint, json, negotiate, readJson } from '../../server/http';
import { picture, pictureTypes } from '../../server/pictures';

export const ALL = endpoint({
  POST: async ({ request }) => {
    const type = negotiate(request.headers.get('accept'), ['application/json', ...Object.values(pictureTypes)]);
    const { body } = await readJson(request, schemas.composeRequest);
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
