import { composeList, dpiOf, schemas } from '../../server/api';
import { endpoint, json, negotiate, readJson } from '../../server/http';
import { picture, pictureTypes } from '../../server/pictures';

export const ALL = endpoint({
  POST: async ({ request }) => {
    const type = negotiate(request.headers.get('accept'), ['application/json', ...Object.values(pictureTypes)]);
    const { body } = await readJson(request, schemas.composeRequest);
    const dpi = dpiOf(body.dpi);
    const { composition, answer } = composeList(body);
    return type === 'application/json' ? json(answer) : picture(composition.scene, type, dpi);
  },
});
