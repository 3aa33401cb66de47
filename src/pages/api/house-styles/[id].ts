import { tokensOf } from '../../../core/style';
import { schemas } from '../../../server/api';
import { changeStyle, getStyle, removeStyle } from '../../../server/house-styles';
import { endpoint, json, paramOf, readJson } from '../../../server/http';

export const ALL = endpoint({
  GET: async (context, who) => {
    const style = await getStyle(who, paramOf(context, 'id'));
    return json(context.url.searchParams.get('as') === 'tokens' ? tokensOf(style.name, style.spec) : { ...style });
  },
  PUT: async (context, who) => {
    const { body } = await readJson(context.request, schemas.styleChange);
    return json({ ...(await changeStyle(who, paramOf(context, 'id'), body.name, body.spec)) });
  },
  DELETE: async (context, who) => {
    await removeStyle(who, paramOf(context, 'id'));
    return new Response(null, { status: 204 });
  },
});
