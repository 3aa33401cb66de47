import { escapeXml } from '../../core/xml';
import { ApiError, endpoint, json, numberOf, textOf, wrongValue } from '../../server/http';
import { publication } from '../../server/pictures/published';
import { originOf } from '../../server/sign-in-routes';

/** In CSS pixels, where no less is asked for. */
const SIZE = { width: 960, height: 600 };

/** How a published page is embedded in a page of another site. Source: oEmbed 1.0, oembed.com. */
export const ALL = endpoint(
  {
    GET: async (context, asking) => {
      const origin = originOf(context);
      const asked = textOf(context, 'url') ?? '';
      if (!URL.canParse(asked)) throw wrongValue('url', 'url is the address of a published page.');
      // 2.3.2: a provider that does not have a format says 501.
      if ((textOf(context, 'format') ?? 'json') !== 'json')
        throw new ApiError(501, 'no-such-format', 'Only JSON is to be had here.');
      const page = new URL(asked);
      const address = /^\/published\/([\w-]+)\/?$/.exec(page.pathname)?.[1];
      if (page.origin !== origin || !address)
        throw new ApiError(404, 'not-found', 'This is no published page of this server.');
      const { head } = await publication(address, asking);
      const side = (name: string, initial: number) => Math.min(initial, numberOf(context, name, { least: 1, initial }));
      const [width, height] = [side('maxwidth', SIZE.width), side('maxheight', SIZE.height)];
      const src = `${origin}/published/${address}${page.search}`;
      return json(
        {
          version: '1.0',
          type: 'rich',
          title: head.title,
          provider_name: 'Dendrotax',
          provider_url: origin,
          width,
          height,
          html: `<iframe src="${escapeXml(src)}" title="${escapeXml(head.title)}" width="${width}" height="${height}" style="border:0" loading="lazy"></iframe>`,
          thumbnail_url: `${origin}/published/${address}/picture.png?width=480`,
          thumbnail_width: 480,
          cache_age: 300,
        },
        { headers: { 'access-control-allow-origin': '*', 'cache-control': 'no-cache' } },
      );
    },
  },
  'open',
);
