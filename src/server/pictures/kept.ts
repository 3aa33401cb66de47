/** Pictures that were made are kept a while: a home page asks for many at once, and most did not change since. */
const MOST_LETTERS = 24_000_000;

const kept = new Map<string, string>();
let letters = 0;

/**
 * The text of a picture, made where it is not kept. The picture follows from the key alone; those asked for longest ago go
 * first.
 */
export async function keptPicture(key: string, make: () => Promise<string>): Promise<string> {
  const known = kept.get(key);
  const text = known ?? (await make());
  if (kept.delete(key)) letters -= text.length;
  kept.set(key, text);
  letters += text.length;
  for (const [oldest, of] of kept) {
    if (letters <= MOST_LETTERS) break;
    kept.delete(oldest);
    letters -= of.length;
  }
  return text;
}
