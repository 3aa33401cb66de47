import { endpoint, paramOf } from '../../../server/http';
import { getPicture } from '../../../server/item-pictures';

export const ALL = endpoint({
  GET: async (context, who) => {
    const { mime, bytes } = await getPicture(who, paramOf(context, 'id'));
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': mime,
        // Its name follows from its bytes.
        'cache-control': 'private, max-age=31536000, immutable',
        'content-security-policy': "default-src 'none'",
      },
    });
  },
});
