/** Pictures that were made are kept a while: a home page asks for many at once, readers of a page for one, and most did not change since. */
const MAX_BYTES = 24_000_000;

export interface KeptPicture {
  readonly body: string | Uint8Array;
  readonly headers: readonly (readonly [string, string])[];
}
const kept = new Map<string, KeptPicture>();
let bytes = 0;

const forget = (key: string) => {
  bytes -= kept.get(key)?.body.length ?? 0;
  kept.delete(key);
};

/** Bytes that are kept, for the figures. */
export const keptBytes = (): number => bytes;

/** @param key says all that the picture follows from */
export function keptPicture(key: string): KeptPicture | undefined {
  const found = kept.get(key);
  if (found) {
    // Used last stands last.
    kept.delete(key);
    kept.set(key, found);
  }
  return found;
}

/** Keeps a picture; those asked for longest ago go first. */
export function keep(key: string, picture: KeptPicture): void {
  forget(key);
  kept.set(key, picture);
  bytes += picture.body.length;
  for (const oldest of kept.keys()) {
    if (bytes <= MAX_BYTES) break;
    forget(oldest);
  }
}

export const asResponse = ({ body, headers }: KeptPicture): Response =>
  new Response(body as BodyInit, { headers: headers.map(([name, value]): [string, string] => [name, value]) });

/** Keeps an answer of text. @returns the same answer */
export async function keepPicture(key: string, response: Response): Promise<Response> {
  const picture = { body: await response.text(), headers: [...response.headers] };
  keep(key, picture);
  return asResponse(picture);
}
