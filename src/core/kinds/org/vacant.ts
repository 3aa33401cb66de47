import type { Item } from '../../chart';

/** A post with nobody in it: no name, or the word itself as the name. */
export const isVacant = (item: Pick<Item, 'fields'>): boolean =>
  /^(vacant( post| position)?|vacancy|n\.? ?n\.?|tba|tbc|unfilled|open post)?$/i.test(
    (item.fields['name'] ?? '').trim(),
  );
