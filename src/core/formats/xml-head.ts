/** What stands before the first element of a document (XML 1.0, section 2.8). */

/** Letters that are looked at: more stand before no element. */
const LOOKED = 5_000;

const PARTS: readonly (readonly [opening: string, closing: (text: string) => string])[] = [
  ['<?', () => '?>'],
  ['<!--', () => '-->'],
  // One that declares something in itself ends after that.
  ['<!doctype', (text) => (text.slice(0, text.indexOf('>')).includes('[') ? ']>' : '>')],
];

/** The text from its first element on, as far as it is looked at; undefined where something before that is left open. */
export function fromFirstElement(text: string): string | undefined {
  let rest = text.slice(0, LOOKED).trimStart();
  for (;;) {
    const head = rest.slice(0, 9).toLowerCase();
    const part = PARTS.find(([opening]) => head.startsWith(opening));
    if (!part) return rest;
    const [opening, closingOf] = part;
    const closing = closingOf(rest);
    const end = rest.indexOf(closing, opening.length);
    if (end < 0) return undefined;
    rest = rest.slice(end + closing.length).trimStart();
  }
}
