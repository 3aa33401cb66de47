import { type FaceId, faces } from '../core/faces';
import { createFonts, FaceMissing, type Fonts } from '../core/text';

// The very files that the style sheet names, so that what is measured is what is drawn.
const addresses = import.meta.glob<string>(
  [
    '/node_modules/@expo-google-fonts/{atkinson-hyperlegible-next,fraunces,literata,noto-sans,nunito}/{400Regular,600SemiBold,700Bold,400Regular_Italic,600SemiBold_Italic,700Bold_Italic}/*.ttf',
    '/node_modules/@expo-google-fonts/patrick-hand/400Regular/*.ttf',
  ],
  { query: '?url', import: 'default', eager: true },
);

/** Faces that nearly every chart needs: fetched at once. Others are fetched when a chart first needs them. */
const FIRST: readonly FaceId[] = ['text-400', 'text-600', 'text-700', 'title-600'];

const fetched = new Map<FaceId, Uint8Array>();
const fonts = createFonts((face) => {
  const bytes = fetched.get(face);
  if (!bytes) throw new FaceMissing(face);
  return bytes;
});

/** @throws where it can't be had */
async function fetchFace(face: FaceId): Promise<void> {
  if (fetched.has(face)) return;
  const address = addresses[`/node_modules/${faces[face].file}`];
  if (!address) throw new Error(`no address for the font ${face}`);
  const response = await fetch(address);
  if (!response.ok) throw new Error(`the font ${face} could not be fetched (${response.status})`);
  fetched.set(face, new Uint8Array(await response.arrayBuffer()));
}

const first = Promise.all(FIRST.map(fetchFace));

/**
 * Work that measures words, begun again where it needs a face that is not here yet. It must give the same when it is done
 * again.
 */
export async function withFonts<T>(work: (fonts: Fonts) => T | Promise<T>): Promise<T> {
  await first;
  for (;;) {
    try {
      return await work(fonts);
    } catch (error) {
      if (!(error instanceof FaceMissing)) throw error;
      await fetchFace(error.face);
    }
  }
}
