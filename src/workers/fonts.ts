import { type FaceId, faceIds } from '../core/faces';
import { createFonts, type Fonts } from '../core/text';

// The very files that the style sheet names, so that what is measured is what is drawn.
const addresses = import.meta.glob<string>(
  [
    '/node_modules/@expo-google-fonts/atkinson-hyperlegible-next/{400Regular,600SemiBold,700Bold,400Regular_Italic,600SemiBold_Italic,700Bold_Italic}/*.ttf',
    '/node_modules/@expo-google-fonts/{fraunces,literata,noto-sans,nunito}/{400Regular,600SemiBold,700Bold}/*.ttf',
    '/node_modules/@expo-google-fonts/patrick-hand/400Regular/*.ttf',
  ],
  { query: '?url', import: 'default', eager: true },
);

/** Fetches the shipped fonts. @throws where one can't be had */
export async function loadFonts(fileOf: Readonly<Record<FaceId, { readonly file: string }>>): Promise<Fonts> {
  const bytes = await Promise.all(
    faceIds.map(async (id) => {
      const address = addresses[`/node_modules/${fileOf[id].file}`];
      if (!address) throw new Error(`no address for the font ${id}`);
      const response = await fetch(address);
      if (!response.ok) throw new Error(`the font ${id} could not be fetched (${response.status})`);
      return [id, new Uint8Array(await response.arrayBuffer())] as const;
    }),
  );
  return createFonts(Object.fromEntries(bytes) as Record<FaceId, Uint8Array>);
}
