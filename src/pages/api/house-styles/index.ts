import { specFromTokens, specOf } from '../../../core/style';
import { schemas } from '../../../server/api';
import { getChart } from '../../../server/charts';
import { listStyles, makeStyle } from '../../../server/house-styles';
import { ApiError, endpoint, json, once, readJson } from '../../../server/http';

export const ALL = endpoint({
  GET: async (_, who) => json({ styles: await listStyles(who) }),
  POST: async ({ request }, who) => {
    const { body, text } = await readJson(request, schemas.styleRequest);
    return once(who, request, text, async () => {
      const { name, spec, chart, tokens } = body;
      const read = tokens === undefined ? undefined : specFromTokens(tokens);
      if (read && !read.ok)
        throw new ApiError(422, 'no-tokens', read.message, [
          { code: 'no-tokens', message: read.message, field: 'tokens' },
        ]);
      const own = spec ?? read?.spec ?? (chart === undefined ? undefined : specOf((await getChart(who, chart)).chart));
      if (!own)
        throw new ApiError(422, 'no-look', 'Say what it looks like: with "spec", "tokens", or the id of a "chart".');
      const made = await makeStyle(who, name ?? read?.name?.slice(0, 80) ?? 'House style', own);
      return { status: 201, body: { ...made }, location: `/api/house-styles/${made.id}` };
    });
  },
});
