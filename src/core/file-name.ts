/** Names of files from titles. */
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import { drawnOf } from './text/drawn';

const MOST_LETTERS = 80;

/** A file name from a title: words kept, what file systems refuse left out. */
export function fileName(title: string, ending: string): string {
  const words = drawnOf(title.replace(/\p{Surrogate}/gu, '\ufffd'))
    .replace(/[\\/:*?"<>|\p{Cc}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return `${[...splitGraphemes(words)].slice(0, MOST_LETTERS).join('').trim() || 'chart'}.${ending}`;
}
