import { offersFor } from '../../src/core/offers';

/** What comes first for a text: its kind and form, and items with the names of those they stand under. */
export function firstOffer(text: string) {
  const [offer] = offersFor(text);
  const { items, form } = offer!.list!;
  const nameOf = (id: string | null) => items.find((item) => item.id === id)?.fields['name'] ?? null;
  return {
    kind: offer!.kind.id,
    form,
    items: items.map(({ fields, parent }) => ({ ...(fields as { name: string }), under: nameOf(parent) })),
  };
}
