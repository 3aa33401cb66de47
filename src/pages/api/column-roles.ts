import { schemas } from '../../server/api';
import { keepRoles, rolesFor } from '../../server/charts';
import { endpoint, json, meets, readJson } from '../../server/http';
import { kindFor } from '../../server/lists';

export const ALL = endpoint({
  GET: async ({ url }, who) => {
    const { kind, heading } = meets(schemas.rolesQuery, {
      kind: url.searchParams.get('kind') ?? '',
      heading: url.searchParams.getAll('heading'),
    });
    return json({ roles: await rolesFor(who, kindFor(kind).id, heading) });
  },
  PUT: async ({ request }, who) => {
    const { body } = await readJson(request, schemas.rolesRequest);
    await keepRoles(who, kindFor(body.kind).id, body.headings, body.roles);
    return new Response(null, { status: 204 });
  },
});
