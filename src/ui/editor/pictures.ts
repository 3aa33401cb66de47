/** Pictures brought in for items: from a file, dropped on the sheet, or pasted. */
import { useEffect } from 'react';
import type { Change, Picture } from '../../core/chart';
import { send } from '../shared/api';
import { change, say, selection, useEditor } from './state/store';
import { words } from './words';

export const PICTURE_TYPES = 'image/jpeg,image/png,image/webp,image/gif,image/tiff,image/avif,image/svg+xml';
/** As the server has it: larger files are not even sent. */
const MOST_BYTES = 5 * 1024 * 1024;

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
  if (file.size > MOST_BYTES) return say(words.pictures.tooLarge);
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
      if (!file || event.clipboardData?.types.includes('text/plain')) return;
      event.preventDefault();
      void bringPicture(file, selection(useEditor.getState()));
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, []);
}
