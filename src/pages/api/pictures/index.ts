import { PICTURE_LIMIT } from '../../../core/chart';
import { endpoint, json, readBytes } from '../../../server/http';
import { keepPicture } from '../../../server/item-pictures';

export const ALL = endpoint({
  POST: async ({ request }, who) => {
    const kept = await keepPicture(who, await readBytes(request, PICTURE_LIMIT, 'save the picture smaller'));
    return json(kept, { status: 201, headers: { location: `/api/pictures/${kept.file}` } });
  },
});
