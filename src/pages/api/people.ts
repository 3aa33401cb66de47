import { endpoint, json, textOf } from '../../server/http';
import { findPeople } from '../../server/people';

/** People and groups to share with, by what their name or address begins with. */
export const ALL = endpoint({ GET: async (context) => json(await findPeople(textOf(context, 'q') ?? '')) }, 'people');
