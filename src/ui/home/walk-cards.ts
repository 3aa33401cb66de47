/** Gives the keyboard to the card that lies that way; the first where none has it. @returns whether there is one */
export function walkCards(key: string): boolean {
  const cards = [...document.querySelectorAll<HTMLElement>('[data-card]')];
  const at = cards.findIndex((card) => card.closest('li')?.contains(document.activeElement));
  const tops = cards.map((card) => Math.round(card.getBoundingClientRect().top));
  const across = Math.max(1, tops.filter((top) => top === tops[0]).length);
  const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -across, ArrowDown: across }[key] ?? 0;
  const next = at < 0 ? cards[0] : cards[at + by];
  next?.focus();
  return next !== undefined;
}
