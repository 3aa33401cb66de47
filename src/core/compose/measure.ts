/** Words of items set in lines, and from them the size of every box. */
import type { Look } from '../chart';
import { type FontId, textFace } from '../faces';
import type { FaceLine, ItemFace, SetWords, Size } from '../kinds';
import { boxAround, isEven, isPlain, padding, wordsWidth } from '../scene';
import { type Fonts, plainOf, type Reach, richOf, shortened, wrap, wrapRich } from '../text';
import { besideWords, type ShownPicture, withPicture } from './picture';

export interface Worded {
  readonly id: string;
  readonly tier: number;
  readonly face: ItemFace;
  readonly look: Look;
  readonly picture?: ShownPicture | undefined;
  /** An exception: its size is not that of its tier, nor the tier's that of it. */
  readonly alone?: boolean;
}

/** Weight of parts that are strong. */
const BOLD = 700;
/** Height of a line as a multiple of its text size. */
export const LINE_HEIGHT = 1.22;
/** Between the ink of a tall line and the next, as a part of the text size. */
const TALL_GAP = 0.08;

/** Height of a line in points. */
export const lineHeight = ({ size, reach }: { readonly size: number; readonly reach?: Reach | undefined }): number =>
  size * (reach ? Math.max(LINE_HEIGHT, reach.above + reach.below + TALL_GAP) : LINE_HEIGHT);
/** Narrowest box, so that a short name still makes a box that can be grasped. */
const NARROWEST = 44;

/** @param by factor on its text size */
const setIn = (fonts: Fonts, { face, look }: Worded, most: number, by = 1): SetWords =>
  setLines(fonts, face.lines, look, most, by, true);

/** @param inside only those that stand in the shape */
export function setLines(
  fonts: Fonts,
  asked: readonly FaceLine[],
  look: Look,
  most: number,
  by = 1,
  inside = false,
): SetWords {
  const lines: SetWords['lines'][number][] = [];
  let width = 0;
  let height = 0;
  for (const line of asked) {
    if (inside && line.out) continue;
    const size = look.size * line.size * by;
    const font = textFace(line.strong ? look.weight : 400, look.slant, look.font);
    const rich = richOf(line.text);
    if (rich) {
      const faceOf = ({ strong = false, slant = false }) =>
        textFace(strong ? BOLD : line.strong ? look.weight : 400, slant || look.slant, look.font);
      for (const own of wrapRich(fonts, rich, faceOf, size, most)) {
        const set = { ...own, face: font, size };
        lines.push(set);
        width = Math.max(width, own.width);
        height += lineHeight(set);
      }
      continue;
    }
    // Field by field: for many thousands of lines spreading takes longer than all else here.
    for (const { text, width: own, reach, rtl } of wrap(fonts, line.text, font, size, most).lines) {
      const plain = { text, face: font, size, width: own };
      const set: SetWords['lines'][number] =
        reach || rtl ? { ...plain, ...(reach && { reach }), ...(rtl && { rtl }) } : plain;
      lines.push(set);
      width = Math.max(width, own);
      height += lineHeight(set);
    }
  }
  return { lines, width, height };
}

/** Short lines under a name, such as years, read as one word: they are not broken to make a box narrower. */
const AS_ONE = 12;

/** Width of the longest word of an item, in points. @param short lines of how many letters count as a word */
function longestWord(fonts: Fonts, { face, look }: Worded, short = 0): number {
  let most = 0;
  for (const { text, size, strong, out } of face.lines)
    for (const word of out ? [] : !strong && text.length <= short ? [text] : plainOf(text).split(/\s+|(?<=[-/])/))
      most = Math.max(
        most,
        fonts.longest(word, textFace(strong ? look.weight : 400, look.slant, look.font), look.size * size),
      );
  return most;
}

/** Width of the narrowest box in which no word of an item is broken, nor a short line such as years, about. */
export function narrowestBox(fonts: Fonts, item: Worded): number {
  const { look, picture } = item;
  const words = longestWord(fonts, item, AS_ONE) + 1;
  return boxAround(look.shape, { width: words + besideWords(picture, look) + 2 * padding(look.inner).x, height: 0 })
    .width;
}

/**
 * Size of an exception beside those of its tier: no smaller than they are, larger where its words ask for it. A shape that
 * needs room of its own round its words, such as a star, has that and no more.
 */
function sizeAlone({ shape }: Look, own: Size, tier: Size, fixedWidth: boolean, fixedHeight: boolean): Size {
  const width = fixedWidth ? tier.width : own.width;
  const height = fixedHeight ? tier.height : own.height;
  if (isEven(shape)) return { width: Math.max(width, height), height: Math.max(width, height) };
  if (!isPlain(shape)) return { width: Math.max(NARROWEST, width), height };
  return { width: Math.max(tier.width, width), height: Math.max(tier.height, height) };
}

/** A difference that is none, in points. */
const ROUNDING = 0.01;
/** Words shrink by so much at a time, in points. */
const SHRINK_STEP = 0.5;

/** Words without as many of their last lines as are too many, which an ellipsis says. */
function withoutLast(fonts: Fonts, words: SetWords, tooTall: (words: SetWords) => boolean): SetWords {
  let { lines, height } = words;
  while (lines.length > 1 && tooTall({ ...words, lines, height })) {
    height -= lineHeight(lines.at(-1)!);
    lines = lines.slice(0, -1);
  }
  const { text, face, size, reach, rtl } = lines.at(-1)!;
  const dots = lines.length < words.lines.length ? shortened(fonts, `${text} …`, face, size, words.width) : text;
  const last = {
    text: dots,
    face,
    size,
    width: fonts.width(dots, face, size),
    ...(reach && { reach }),
    ...(rtl && { rtl }),
  };
  return { lines: [...lines.slice(0, -1), last], width: words.width, height };
}

/** Sets words that stand outside boxes. Sizes in points. */
export function setWordsIn(
  fonts: Fonts,
  text: string,
  most: number,
  { size = 9.5, strong = false }: { readonly size?: number; readonly strong?: boolean } = {},
  font?: FontId,
): SetWords {
  const face = textFace(strong ? 600 : 400, false, font);
  const wrapped = wrap(fonts, text, face, size, most);
  const lines = wrapped.lines.map((line) => ({ ...line, face, size }));
  return { lines, width: wrapped.width, height: lines.reduce((sum, line) => sum + lineHeight(line), 0) };
}

/** The same words a factor larger or smaller. */
export const scaledWords = ({ lines, width, height }: SetWords, by: number): SetWords => ({
  lines: lines.map(({ runs, ...line }) => ({
    ...line,
    size: line.size * by,
    width: line.width * by,
    ...(runs && { runs: runs.map((run) => ({ ...run, dx: run.dx * by, width: run.width * by })) }),
  })),
  width: width * by,
  height: height * by,
});

/**
 * Sets the words of all items and sizes their boxes by the size rule of their tier: one size for the tier from its
 * longest text, each its own, or a fixed width; and by its height rule. Words are then set again in the width that was
 * found.
 * @returns also whose words could not be shown whole, where their box is fixed
 */
export function measure(
  items: readonly Worded[],
  tierLook: (tier: number) => Look,
  fonts: Fonts,
): { set: Map<string, SetWords>; sizes: Map<string, Size>; cut: Set<string> } {
  const cut = new Set<string>();
  const set = new Map<string, SetWords>();
  const sizes = new Map<string, Size>();
  const byTier = new Map<number, Worded[]>();
  for (const item of items) {
    if (byTier.has(item.tier)) byTier.get(item.tier)!.push(item);
    else byTier.set(item.tier, [item]);
  }
  // A box made round words has room for them, whatever its sums are rounded to.
  const room = ({ look, picture }: Worded, width: number) =>
    Math.max(1, wordsWidth(look.shape, width) - 2 * padding(look.inner).x - besideWords(picture, look) + ROUNDING);
  const box = ({ look, picture }: Worded, words: SetWords): Size => {
    const { x, y } = padding(look.inner);
    // A shape whose words all stand outside keeps room for a line, so that it stays a shape.
    const held = words.lines.length > 0 ? words : { ...words, height: look.size * LINE_HEIGHT };
    const { width, height } = withPicture(held, picture, look);
    return boxAround(look.shape, { width: width + 2 * x, height: height + 2 * y });
  };
  /**
   * Words set so that their box is no wider than asked. Shapes that need more room the higher they are may grow wider
   * rather than cut a word, unless their width is fixed.
   */
  const setFor = (item: Worded, width: number, fixed: boolean): SetWords => {
    let most = room(item, width);
    let words = setIn(fonts, item, most);
    let over = box(item, words).width - width;
    if (over <= 0.01 && isPlain(item.look.shape)) return words;
    const beside = besideWords(item.picture, item.look);
    const whole = fixed ? 1 : Math.min(longestWord(fonts, item), width - 2 * padding(item.look.inner).x - beside);
    if (whole > most) {
      most = whole;
      words = setIn(fonts, item, most);
      over = box(item, words).width - width;
    }
    for (let tries = 0; tries < 4 && over > 0.01 && most > whole; tries++) {
      most = Math.max(1, whole, Math.min(most, words.width) - over / 2);
      words = setIn(fonts, item, most);
      over = box(item, words).width - width;
    }
    return words;
  };
  /** Words of a box of fixed extents: smaller down to the tier's limit where they don't fit, then shortened. */
  const setWithin = (item: Worded, width: number, height: number | undefined) => {
    const { size, leastSize } = item.look;
    const least = Math.min(1, leastSize / size);
    const most = room(item, width);
    const longest = longestWord(fonts, item);
    const tall = (words: SetWords) => height !== undefined && box(item, words).height > height + 0.01;
    for (let by = 1; ; by = Math.max(least, by - SHRINK_STEP / size)) {
      const words = by === 1 ? setFor(item, width, true) : setIn(fonts, item, most, by);
      const fits = longest * by <= most + 0.01 && !tall(words);
      if (!fits && by > least) continue;
      if (!fits) cut.add(item.id);
      set.set(item.id, tall(words) ? withoutLast(fonts, words, tall) : words);
      return;
    }
  };
  for (const [tier, members] of byTier) {
    const { sizeRule, width: widest, heightRule, height: asked } = tierLook(tier);
    const heightFrom = (own: number) => ({ fits: own, least: Math.max(own, asked), fixed: asked })[heightRule];
    // A picture makes its box wider rather than its words narrower.
    const widestOf = (item: Worded) => widest + (sizeRule === 'fixed' ? 0 : besideWords(item.picture, item.look));
    for (const item of members) set.set(item.id, setFor(item, widestOf(item), sizeRule === 'fixed'));
    const own = members.map((item) => box(item, set.get(item.id)!));
    const together = members.some(({ alone }) => !alone) ? members.filter(({ alone }) => !alone) : members;
    const most = (of: (size: Size) => number) =>
      members.reduce((so, item, i) => (!item.alone || together === members ? Math.max(so, of(own[i]!)) : so), 0);
    if (sizeRule === 'each') {
      for (const [i, item] of members.entries()) {
        const width = Math.max(NARROWEST, own[i]!.width);
        if (heightRule === 'fixed') setWithin(item, width, asked);
        const tall = heightFrom(own[i]!.height);
        const height = isEven(item.look.shape) ? Math.max(width, tall) : tall;
        sizes.set(item.id, { width, height });
      }
      continue;
    }
    const width =
      sizeRule === 'fixed'
        ? widest
        : Math.max(
            NARROWEST,
            most((size) => size.width),
          );
    for (const item of together) {
      // Only words that were broken can gain from the width that the longest text brought.
      if (set.get(item.id)!.lines.length > item.face.lines.length)
        set.set(item.id, setFor(item, width, sizeRule === 'fixed'));
    }
    if (sizeRule === 'fixed' || heightRule === 'fixed')
      for (const item of members) setWithin(item, width, heightRule === 'fixed' ? asked : undefined);
    const height = heightFrom(together.reduce((so, item) => Math.max(so, box(item, set.get(item.id)!).height), 0));
    const even = Math.max(width, height);
    const size = together.some(({ look }) => isEven(look.shape)) ? { width: even, height: even } : { width, height };
    for (const item of together) sizes.set(item.id, size);
    for (const [i, item] of members.entries())
      if (!sizes.has(item.id))
        sizes.set(item.id, sizeAlone(item.look, own[i]!, size, sizeRule === 'fixed', heightRule === 'fixed'));
  }
  return { set, sizes, cut };
}
