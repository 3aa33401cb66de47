/** Marks of items and links, in the picture's own units. */
import type { Look } from '../chart';
import { type FaceId, type FontId, inFont } from '../faces';
import type { Area, PlacedWords, SetWords, Size } from '../kinds';
import type { Point } from '../layout';
import { rememberedPair } from '../remember';
import {
  type Box,
  dashOf,
  grown,
  type Mark,
  outlines,
  padding,
  pathThrough,
  type SceneItem,
  wordsArea,
} from '../scene';
import type { House } from '../style';
import { type Fonts, plainOf, type Reach, type Run, type SetRun } from '../text';
import { LINE_HEIGHT, lineHeight, type Worded } from './measure';
import { pictureMarks, shareOut, withPicture } from './picture';

export interface PlacedItem extends Worded {
  readonly name: string;
  readonly fields: Readonly<Record<string, string>>;
  readonly parent: string | null;
  /** On the page. */
  readonly box: Box;
  /** In the picture's own units. */
  readonly size: Size;
  readonly set: SetWords;
}

/** One line of words as text marks, a mark for each typeface it needs. */
export function textMarks(
  fonts: Fonts,
  text: string,
  face: FaceId,
  size: number,
  x: number,
  y: number,
  fill: string,
  rtl?: boolean,
): Mark[] {
  return fonts.runs(text, face, rtl).map((run): Mark => textMark(run, size, x, y, fill));
}

/** Field by field: for many thousands of marks spreading takes longer than all else here. */
function textMark(
  { text, face, dx, rtl, shaped }: Run,
  size: number,
  x: number,
  y: number,
  fill: string,
  anchor?: 0.5 | 1,
): Mark {
  const plain = { type: 'text', x: x + dx * size, y, text, face, size, fill } as const;
  const mark = anchor === undefined ? plain : { ...plain, anchor };
  return rtl || shaped ? { ...mark, ...(rtl && { rtl }), ...(shaped && { shaped }) } : mark;
}

/** Baseline of a line of text whose line box starts at `top`. @param reach of a line that has another than its face */
export function baseline(fonts: Fonts, face: FaceId, size: number, top: number, reach?: Reach): number {
  if (reach) return top + (lineHeight({ size, reach }) - size * (reach.above + reach.below)) / 2 + size * reach.above;
  const { ascent, descent } = fonts.metrics(face);
  return top + (size * LINE_HEIGHT - size * (ascent + descent)) / 2 + size * ascent;
}

/** A line under words that lead somewhere: so far under the baseline, and so thick, as parts of the text size. */
const UNDER = { down: 0.12, thick: 0.06 };

/** A part of a line that stands out. */
function runMarks(
  fonts: Fonts,
  { text, face, dx, width, href }: SetRun,
  size: number,
  x: number,
  y: number,
  fill: string,
): Mark[] {
  const marks = textMarks(fonts, text, face, size, x + dx, y, fill);
  if (href === undefined) return marks;
  const under = y + UNDER.down * size;
  const d = pathThrough(
    [
      [x + dx, under],
      [x + dx + width, under],
    ],
    false,
  );
  return [...marks.map((mark) => ({ ...mark, href })), { type: 'path', d, stroke: fill, width: UNDER.thick * size }];
}

/** Lines of words from a top edge down, each placed by `alignment` within a width. */
export function wordMarks(
  fonts: Fonts,
  words: SetWords,
  left: number,
  top: number,
  width: number,
  align: PlacedWords['align'],
  fill: string,
): Mark[] {
  const marks: Mark[] = [];
  const part = PARTS[align ?? 'left'];
  const anchored = (mark: Mark): Mark => (part === 0 || mark.type !== 'text' ? mark : { ...mark, anchor: part });
  let y = top;
  for (const line of words.lines) {
    const { text, face, size, width: own, runs, reach, rtl } = line;
    const x = left + (width - own) * part;
    const base = baseline(fonts, face, size, y, reach);
    if (runs) marks.push(...runs.flatMap((run) => runMarks(fonts, run, size, x, base, fill).map(anchored)));
    else
      for (const run of fonts.runs(text, face, rtl))
        marks.push(textMark(run, size, x, base, fill, part === 0 ? undefined : part));
    y += lineHeight(line);
  }
  return marks;
}
const PARTS = { left: 0, middle: 0.5, right: 1 } as const;
const RISE_PARTS = { top: 0, middle: 0.5, bottom: 1 } as const;

/** From the first edge to the second one inside it, in points. */
const DOUBLE_GAP = 2.5;
/** A plain darker shape behind the box: prints and copies as it is seen. */
const SHADOW = { aside: 1.6, down: 2.2, fill: '#000000', opacity: 0.22 } as const;

/** The outline of a box from its own near corner; boxes of one size and look share it, as those of a tier mostly do. */
const frameOf = rememberedPair((own: Size, look: Look): readonly Mark[] => {
  const dash = dashOf(look.edgeDash, look.edgeWidth);
  const edge = look.edgeWidth > 0 ? { stroke: look.edge, width: look.edgeWidth, ...(dash && { dash }) } : {};
  const box = { x: 0, y: 0, ...own };
  const [outer, ...inner] = outlines(look.shape, box);
  const within = look.edgeDouble ? outlines(look.shape, grown(box, -DOUBLE_GAP - look.edgeWidth / 2)).slice(0, 1) : [];
  const [under] = look.shadow ? outlines(look.shape, { ...box, x: SHADOW.aside, y: SHADOW.down }) : [];
  return [
    ...(under ? [{ type: 'path', d: under, fill: SHADOW.fill, opacity: SHADOW.opacity } as const] : []),
    { type: 'path', d: outer!, fill: look.fill, ...(look.opacity < 1 && { opacity: look.opacity }), ...edge },
    ...[...inner, ...within].map((d): Mark => ({ type: 'path', d, ...edge })),
  ];
});

/** A box with its words, from its own near corner. */
function boxMarks(
  { size: own, look, set, picture }: Pick<PlacedItem, 'size' | 'look' | 'set' | 'picture'>,
  fonts: Fonts,
): Mark[] {
  const pad = padding(look.inner);
  const content = withPicture(set, picture, look);
  const whole = wordsArea(look.shape, { x: 0, y: 0, ...own }, content.height + 2 * pad.y);
  // Where a box is smaller than its inner margin asks for, words stand in its middle.
  const air = Math.min(pad.y, (whole.height - content.height) / 2);
  const side = look.align === 'middle' && !picture ? 0 : Math.min(pad.x, (whole.width - content.width) / 2);
  const inside = {
    x: whole.x + side,
    y: whole.y + air,
    width: whole.width - 2 * side,
    height: whole.height - 2 * air,
  };
  const { words, picture: at } = shareOut(inside, set, picture, look);
  const top = words.y + (words.height - set.height) * RISE_PARTS[look.rise];
  return [
    ...frameOf(own, look),
    ...(picture && at ? pictureMarks(picture, at, look, fonts) : []),
    ...wordMarks(fonts, set, words.x, top, words.width, look.align, look.ink),
  ];
}

const TAG = { face: 'text-600', size: 10, height: 15 } as const;

/** A small plate with a few letters, about its middle. */
function tagMarks(
  { text, at }: { text: string; at: { x: number; y: number } },
  house: House,
  fonts: Fonts,
  font: FontId,
): Mark[] {
  const face = inFont(TAG.face, font);
  const width = fonts.width(text, face, TAG.size);
  const plate = { x: at.x - width / 2 - 5, y: at.y - TAG.height / 2, width: width + 10, height: TAG.height };
  const y = baseline(fonts, face, TAG.size, at.y - (TAG.size * LINE_HEIGHT) / 2);
  return [
    ...outlines('pill', plate).map(
      (d): Mark => ({ type: 'path', d, fill: house.sheet, stroke: house.quietInk, width: 0.75 }),
    ),
    ...textMarks(fonts, text, face, TAG.size, at.x - width / 2, y, house.ink),
  ];
}

export const drawItem = (
  item: PlacedItem,
  fonts: Fonts,
  house: House,
  tag?: { text: string; at: { x: number; y: number } },
  outside: readonly Mark[] = [],
): SceneItem => ({
  id: item.id,
  label: item.face.lines.map((line) => plainOf(line.text)).join(', '),
  tier: item.tier,
  parent: item.parent,
  box: item.box,
  outline: item.look.shadow ? 1 : 0,
  marks:
    tag || outside.length > 0
      ? [...boxMarks(item, fonts), ...outside, ...(tag ? tagMarks(tag, house, fonts, item.look.font) : [])]
      : boxMarks(item, fonts),
});

/** An item drawn once more: its words in a thin dashed frame, so that it is seen to be a reference. */
export function drawRepeat(item: PlacedItem, [x, y]: Point, house: House, fonts: Fonts): Mark[] {
  const [outline] = outlines('soft', { x, y, ...item.size });
  return [
    { type: 'path', d: outline!, fill: house.sheet, stroke: house.quietInk, width: 0.75, dash: [2, 2] },
    ...wordMarks(
      fonts,
      item.set,
      x,
      y + (item.size.height - item.set.height) / 2,
      item.size.width,
      'middle',
      house.ink,
    ),
  ];
}

export const drawWords = ({ words, x, y, align, quiet }: PlacedWords, house: House, fonts: Fonts): Mark[] =>
  wordMarks(fonts, words, x, y, words.width, align, quiet ? house.quietInk : house.ink);

/** Path data of an area's outline. */
export const areaPath = ({ outline, curved }: Pick<Area, 'outline' | 'curved'>): string =>
  `${pathThrough(outline, curved)}Z`;

export const drawArea = (area: Area, house: House): Mark => {
  const d = areaPath(area);
  if (area.as === 'frame') return { type: 'path', d, stroke: house.quietInk, width: 1 };
  if (area.as === 'empty') return { type: 'path', d, fill: house.quietInk, opacity: 0.45 };
  const { fill, opacity, edge, edgeWidth, edgeDash } = house.area(area.place);
  const dash = dashOf(edgeDash, edgeWidth);
  return { type: 'path', d, fill, opacity, stroke: edge, width: edgeWidth, ...(dash && { dash }) };
};
