import { type FaceId, faces, isLarge } from '../core/faces';
import { createFonts, FaceMissing, type Fonts, loadShaper, ShaperMissing } from '../core/text';
import { isWhole, largeFontAddress, lettersTogether } from './large-fonts';

// The very files that the style sheet names, so that what is measured is what is drawn.
const addresses = import.meta.glob<string>(
  ['/fonts/ttf/*.ttf', '!/fonts/ttf/{NotoSans{JP,KR,SC,TC,Symbols2},NotoEmoji}-*.ttf'],
  { query: '?url', import: 'default', eager: true },
);

/** Faces that nearly every chart needs: fetched at once. Others are fetched when a chart first needs them. */
const FIRST: readonly FaceId[] = ['text-400', 'text-600', 'text-700', 'title-600'];

const fetched = new Map<FaceId, Uint8Array>();
/** Letters of large fonts that are here. */
const here = new Map<FaceId, Set<string>>();
const fonts = createFonts((face, letters) => {
  const bytes = fetched.get(face);
  const known = here.get(face);
  if (!bytes || (known && ![...letters].every((letter) => known.has(letter)))) throw new FaceMissing(face, letters);
  return bytes;
});

/** @throws where it can't be had */
async function fetchFace(face: FaceId, letters = ''): Promise<void> {
  if (isLarge(face)) return fetchLarge(face, letters);
  if (fetched.has(face)) return;
  const address = addresses[`/fonts/ttf/${faces[face].file}`];
  if (!address) throw new Error(`no address for the font ${face}`);
  const response = await fetch(address);
  if (!response.ok) throw new Error(`the font ${face} could not be fetched (${response.status})`);
  fetched.set(face, new Uint8Array(await response.arrayBuffer()));
}

/** A large font with all letters that were wanted so far. */
async function fetchLarge(face: FaceId, letters: string): Promise<void> {
  const all = lettersTogether([...(here.get(face) ?? []), letters]);
  const response = await fetch(largeFontAddress(face, all));
  if (!response.ok) throw new Error(`the font ${face} could not be fetched (${response.status})`);
  fetched.set(face, new Uint8Array(await response.arrayBuffer()));
  if (isWhole(all)) here.delete(face);
  else here.set(face, new Set(all));
}

let coming: Promise<unknown> | undefined;
/** Asked for once, and again where they could not be had. */
function first(): Promise<unknown> {
  coming ??= Promise.all(FIRST.map((face) => fetchFace(face))).catch((error: unknown) => {
    coming = undefined;
    throw error;
  });
  return coming;
}
// Whoever needs them hears of it where there is no connection.
first().catch(() => undefined);

/**
 * Work that measures words, begun again where it needs a face that is not here yet. It must give the same when it is done
 * again.
 * @param words all that may be measured: letters of a large font are then fetched together
 */
export async function withFonts<T>(work: (fonts: Fonts) => T | Promise<T>, words = () => ''): Promise<T> {
  await first();
  for (;;) {
    try {
      return await work(fonts);
    } catch (error) {
      if (error instanceof ShaperMissing) await loadShaper();
      else if (error instanceof FaceMissing) await fetchFace(error.face, error.letters + words());
      else throw error;
    }
  }
}
