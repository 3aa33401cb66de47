/** Pictures in items: what is shown of them, how much room they take, and how they are drawn. */
import { splitGraphemes } from 'unicode-segmenter/grapheme';
import { type Chart, type Item, type Look, nameOrderOf } from '../chart';
import { textFace } from '../faces';
import type { Size } from '../kinds';
import type { NameOrder } from '../languages';
import { nameParts } from '../list';
import { type Mark, outlines } from '../scene';
import { SYMBOL_SIZE, type SymbolId, symbols } from '../symbols';
import type { Fonts } from '../text';

/** A picture to be drawn, with its extents in points. */
export type ShownPicture = Size &
  (
    | { readonly as: 'file'; readonly file: string }
    | { readonly as: 'symbol'; readonly symbol: SymbolId }
    | { readonly as: 'initials'; readonly letters: string }
    | { readonly as: 'silhouette' }
  );

/** Whole pictures wider or higher than this are cut, as a part of their other extent. */
const LONGEST = 2.5;

/** Words of a name that begin large; those that begin small only where there are no others. */
function greatWords(text: string): string[] {
  const words = text
    .replace(/\p{P}/gu, ' ')
    .split(/\s+/)
    .filter((word) => word !== '');
  const great = words.filter((word) => word[0] !== word[0]!.toLocaleLowerCase() || !/\p{Ll}/u.test(word[0]!));
  return great.length > 0 ? great : words;
}

const letterOf = (word = '') => (splitGraphemes(word).next().value ?? '').toLocaleUpperCase();

/**
 * The first letters of the first and the last word of a name; where the family name stands first those of the family name
 * and of the first given name.
 */
export function initialsOf(name: string, order: NameOrder = 'given-first'): string {
  if (order === 'family-first' || name.includes(',')) {
    const { family, given, particles } = nameParts(name, order);
    const [own, last] = [greatWords(given), greatWords(family)];
    if (own.length > 0 && last.length > 0)
      return order === 'family-first' ? letterOf(last[0]) + letterOf(own[0]) : letterOf(own[0]) + letterOf(last.at(-1));
    return letterOf([...last, ...own, ...greatWords(particles)][0]);
  }
  const words = greatWords(name);
  return words.length > 1 ? letterOf(words[0]) + letterOf(words.at(-1)) : letterOf(words[0]);
}

/** What is shown in an item as its picture. */
export function pictureOf(
  { pictures, language, nameOrder }: Pick<Chart, 'pictures' | 'language' | 'nameOrder'>,
  { picture, fields }: Pick<Item, 'picture' | 'fields'>,
  { pictureSize: size, crop }: Pick<Look, 'pictureSize' | 'crop'>,
  nobody = false,
): ShownPicture | undefined {
  if (pictures?.hidden) return undefined;
  if (picture && 'symbol' in picture) return { as: 'symbol', symbol: picture.symbol, width: size, height: size };
  if (picture) {
    const ratio = crop === 'whole' ? picture.width / picture.height : 1;
    const width = size * Math.min(LONGEST, Math.max(1 / LONGEST, ratio));
    return { as: 'file', file: picture.file, width, height: size };
  }
  if (!pictures?.standIn) return undefined;
  const letters =
    pictures.standIn === 'initials' && !nobody
      ? initialsOf(fields['name'] ?? '', nameOrderOf({ language, nameOrder }))
      : '';
  return letters === ''
    ? { as: 'silhouette', width: size, height: size }
    : { as: 'initials', letters, width: size, height: size };
}

export const scaledPicture = (picture: ShownPicture, by: number): ShownPicture => ({
  ...picture,
  width: picture.width * by,
  height: picture.height * by,
});

const isBeside = ({ picture }: Pick<Look, 'picture'>) => picture === 'before' || picture === 'after';

/** Free space between a picture and words, in points. */
const gapOf = ({ inner, size }: Pick<Look, 'inner' | 'size'>) => Math.max(inner, size * 0.5);

/** Width that a picture beside words takes from them. */
export const besideWords = (picture: ShownPicture | undefined, look: Look): number =>
  picture && isBeside(look) ? picture.width + gapOf(look) : 0;

/** Room of words together with the picture of their item. */
export function withPicture(words: Size, picture: ShownPicture | undefined, look: Look): Size {
  if (!picture) return words;
  const gap = words.height > 0 ? gapOf(look) : 0;
  return isBeside(look)
    ? { width: picture.width + gap + words.width, height: Math.max(picture.height, words.height) }
    : { width: Math.max(picture.width, words.width), height: picture.height + gap + words.height };
}

interface Area extends Size {
  readonly x: number;
  readonly y: number;
}

const PARTS = { left: 0, middle: 0.5, right: 1, top: 0, bottom: 1 } as const;

/** Shares an area out to a picture and to the words beside, under or over it. */
export function shareOut(
  area: Area,
  words: Size,
  picture: ShownPicture | undefined,
  look: Look,
): { readonly words: Area; readonly picture?: Area } {
  if (!picture) return { words: area };
  const gap = words.height > 0 ? gapOf(look) : 0;
  const { width, height } = picture;
  const before = look.picture === 'before' || look.picture === 'above';
  if (isBeside(look)) {
    const left = Math.max(0, area.width - width - gap);
    const down = area.y + (area.height - height) * PARTS[look.rise];
    return before
      ? {
          picture: { x: area.x, y: down, width, height },
          words: { ...area, x: area.x + width + gap, width: left },
        }
      : { picture: { x: area.x + area.width - width, y: down, width, height }, words: { ...area, width: left } };
  }
  const whole = height + gap + words.height;
  const top = area.y + (area.height - whole) * PARTS[look.rise];
  const x = area.x + (area.width - width) * PARTS[look.align];
  return before
    ? {
        picture: { x, y: top, width, height },
        words: { ...area, y: top + height + gap, height: words.height },
      }
    : {
        picture: { x, y: top + words.height + gap, width, height },
        words: { ...area, y: top, height: words.height },
      };
}

/** Head and shoulders on a square of 24 by 24, within its circle. */
const SILHOUETTE =
  'M12 4.6a4.3 4.3 0 1 0 0 8.6a4.3 4.3 0 1 0 0 -8.6ZM4.6 20C5.2 16.4 8.2 14.8 12 14.8C15.8 14.8 18.8 16.4 19.4 20C17.4 21.9 14.8 22.9 12 22.9C9.2 22.9 6.6 21.9 4.6 20Z';
/** Of the ink, behind a silhouette. */
const PALE = 0.18;
const LETTERS = 0.42;

export function pictureMarks(picture: ShownPicture, { x, y }: Area, look: Look, fonts: Fonts): Mark[] {
  const { width, height } = picture;
  const at = { x, y, scale: height / SYMBOL_SIZE };
  if (picture.as === 'file')
    return [{ type: 'image', x, y, width, height, file: picture.file, round: look.crop === 'round' }];
  if (picture.as === 'symbol')
    return [{ type: 'path', d: symbols[picture.symbol].d, stroke: look.ink, width: 2, round: true, at }];
  const [plate] = outlines(look.crop === 'round' ? 'circle' : 'soft', { x, y, width, height });
  if (picture.as === 'silhouette')
    return [
      { type: 'path', d: plate!, fill: look.ink, opacity: PALE },
      { type: 'path', d: SILHOUETTE, fill: look.ink, at },
    ];
  const face = textFace(600, false, look.font);
  const size = height * LETTERS;
  const left = x + (width - fonts.width(picture.letters, face, size)) / 2;
  const base = y + (height + fonts.metrics(face).capHeight * size) / 2;
  return [
    { type: 'path', d: plate!, fill: look.ink },
    ...fonts
      .runs(picture.letters, face)
      .map(({ dx, ...run }): Mark => ({ type: 'text', x: left + dx * size, y: base, size, fill: look.fill, ...run })),
  ];
}
