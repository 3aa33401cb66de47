import { asOne } from '../../core/chart';
import { schemas } from '../api';
import { changeChart } from '../charts';
import { type Handler, json, keyOf, paramOf, printOf, readJson } from '../http';

/** Changes of a chart, carried out together. */
export const changesRequest: Handler = async (context, who) => {
  const { request } = context;
  const { body } = await readJson(request, schemas.changesRequest);
  const { changes, ...rest } = body;
  const key = keyOf(request);
  // Sent again after others' changes were learnt of, the same change has another base.
  const print = printOf(request, JSON.stringify([changes, rest.origin ?? 'do']));
  const sent = { ...rest, change: asOne(changes), key, print };
  return json(await changeChart(who, paramOf(context, 'id'), sent));
};
