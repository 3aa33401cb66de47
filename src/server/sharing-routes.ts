/** Shares of a chart, a house style or a folder: the same routes for all three. */
import { addShare, changeShare, endShare, listShares, type Target } from './access';
import { schemas } from './api';
import { type Asked, endpoint, json, paramOf, readJson } from './http';

type What = 'chart' | 'style' | 'folder';
const targetOf = (context: Asked, what: What, param: string): Target =>
  ({ [what]: paramOf(context, param) }) as unknown as Target;

/** @param param the part of the address that names it */
export const sharesRoute = (what: What, param: string) =>
  endpoint({
    GET: async (context, who) => json({ shares: await listShares(who, targetOf(context, what, param)) }),
    POST: async (context, who) => {
      const target = targetOf(context, what, param);
      // Whose it is not is told so before what they sent is looked at.
      await listShares(who, target);
      const { body } = await readJson(context.request, schemas.shareRequest);
      const share = await addShare(who, target, body);
      return json(share, { status: 201, headers: { location: `${context.url.pathname}/${share.id}` } });
    },
  });

export const shareRoute = (what: What, param: string) =>
  endpoint({
    PATCH: async (context, who) => {
      const target = targetOf(context, what, param);
      await listShares(who, target);
      const { body } = await readJson(context.request, schemas.shareChange);
      return json(await changeShare(who, target, paramOf(context, 'share'), body));
    },
    DELETE: async (context, who) => {
      await endShare(who, targetOf(context, what, param), paramOf(context, 'share'));
      return new Response(null, { status: 204 });
    },
  });
