/** Pictures brought in for items: from a file, dropped on the sheet, or pasted. */
import { useEffect } from 'react';
import { type Change, PICTURE_LIMIT, type Picture } from '../../core/chart';
import { colourOfPicture } from '../../core/style';
import { send } from '../shared/api';
import { change, say, selection, useEditor } from './state/store';
import { words } from './words';

export const PICTURE_TYPES = 'image/jpeg,image/png,image/webp,image/gif,image/tiff,image/avif,image/svg+xml';

export const pictured = (ids: readonly string[], picture: Picture | null): Change => ({
  type: 'set-items',
  items: Object.fromEntries(ids.map((id) => [id, { picture }])),
});

/** The first picture among things that were dropped or pasted. */
export const pictureAmong = (data: DataTransfer | null): File | undefined =>
  [...(data?.files ?? [])].find(({ type }) => type.startsWith('image/'));

/** Sends a picture and gives it to items; says why where that can't be. */
export async function bringPicture(file: Blob, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return say(words.pictures.nobody);
  // The server would refuse it, after all of it was sent.
  if (file.size > PICTURE_LIMIT) return say(words.pictures.tooLarge);
  say(words.pictures.sending);
  const answer = await send<Extract<Picture, { file: string }>>('/api/pictures', file);
  if (!answer.ok) return say(answer.detail);
  if (change(pictured(ids, answer.value))) say(words.pictures.taken, true);
}

/** A picture that is pasted goes to what is selected; of what spreadsheets copy, the words count and not their picture. */
export function usePastedPictures(): void {
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const file = pictureAmong(event.clipboardData);
      if (!file || event.clipboardData?.types.includes('text/plain') || document.querySelector('dialog[open]')) return;
      event.preventDefault();
      void bringPicture(file, selection(useEditor.getState()));
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, []);
}

/** Longest side at which a picture is looked at for its colour, in dots. */
const LOOKED_AT = 96;

/** The colour that a picture has most of; undefined where the file holds none. It is only looked at here, not sent. */
export async function colourOfFile(file: Blob): Promise<string | undefined> {
  const address = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const scale = LOOKED_AT / Math.max(1, image.naturalWidth, image.naturalHeight);
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(image.naturalWidth * scale));
    canvas.height = Math.max(1, Math.round(image.naturalHeight * scale));
    const context = canvas.getContext('2d')!;
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return colourOfPicture(context.getImageData(0, 0, canvas.width, canvas.height).data);
  } catch {
    return undefined;
  } finally {
    URL.revokeObjectURL(address);
  }
}
