/** Pictures that were made are kept a while: a home page asks for many at once, and most did not change since. */
const MOST_BYTES = 24_000_000;

interface KeptPicture {
  readonly body: string;
  readonly headers: [string, string][];
}
const kept = new Map<string, KeptPicture>();
let bytes = 0;

const forget = (key: string) => {
  bytes -= kept.get(key)?.body.length ?? 0;
  kept.delete(key);
};

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

/** Keeps an answer of text; those asked for longest ago go first. @returns the same answer */
export async function keepPicture(key: string, response: Response): Promise<Response> {
  const body = await response.text();
  const headers = [...response.headers];
  forget(key);
  kept.set(key, { body, headers });
  bytes += body.length;
  for (const oldest of kept.keys()) {
    if (bytes <= MOST_BYTES) break;
    forget(oldest);
  }
  return new Response(body, { headers });
}
