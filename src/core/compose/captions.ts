/** Captions: words of an item that stand outside its shape and move with it. Boxes are arranged with the room they take. */
import type { Look } from '../chart';
import type { Arrangement, FaceLine, SetWords, Size } from '../kinds';
import type { Mark } from '../scene';
import type { House } from '../style';
import type { Fonts } from '../text';
import { type PlacedItem, wordMarks } from './draw';
import { scaledWords, setLines } from './measure';

export interface Caption {
  readonly side: NonNullable<FaceLine['out']>;
  readonly words: SetWords;
  /** How far it was moved by hand, in points. */
  readonly dx: number;
  readonly dy: number;
}

/** Room round a shape, in points. */
export interface Insets {
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
}

/** Round a shape without captions. */
const NO_ROOM: Insets = { x: 0, top: 0, bottom: 0 };
export const roomOf = (room: ReadonlyMap<string, Insets>, id: string): Insets => room.get(id) ?? NO_ROOM;

/** A shape with the room round it. */
export const withInsets = ({ width, height }: Size, { x, top, bottom }: Insets): Size => ({
  width: width + 2 * x,
  height: height + top + bottom,
});

/** Between a shape and its caption, in points. */
const GAP = 3;
/** Widest captions: over and under a shape as a part of its width, or at the least; beside it. */
const WIDEST = { part: 1.3, least: 90, beside: 130 };

export function captionsOf(lines: readonly FaceLine[], look: Look, { width }: Size, fonts: Fonts): Caption[] {
  return lines.flatMap((line) => {
    const { out, dx = 0, dy = 0 } = line;
    if (!out) return [];
    const beside = out === 'left' || out === 'right';
    const most = beside ? WIDEST.beside : Math.max(width * WIDEST.part, WIDEST.least);
    return [{ side: out, words: setLines(fonts, [line], look, most), dx, dy }];
  });
}

const highest = (captions: readonly Caption[], side: Caption['side']) =>
  captions.reduce((sum, own) => (own.side === side ? sum + own.words.height + GAP : sum), 0);

/** The room that captions of a shape take round it; as much on either side, so that lines still meet its middle. */
function insetsOf(captions: readonly Caption[], { width, height }: Size): Insets {
  const widest = (...sides: readonly Caption['side'][]) =>
    captions.reduce((most, own) => (sides.includes(own.side) ? Math.max(most, own.words.width) : most), 0);
  const beside = widest('left', 'right');
  const tall = Math.max(highest(captions, 'left'), highest(captions, 'right')) - GAP;
  const over = Math.max(0, (tall - height) / 2);
  return {
    x: Math.max(0, beside > 0 ? beside + GAP : 0, (widest('above', 'below') - width) / 2),
    top: highest(captions, 'above') + over,
    bottom: highest(captions, 'below') + over,
  };
}

/**
 * The same room for all of a tier, so that its boxes stay in line; at the sides an exception has its own.
 * @param even as much under as over, where tiers run across
 */
export function roomFor(
  items: readonly { readonly id: string; readonly tier: number; readonly alone?: boolean }[],
  captions: ReadonlyMap<string, readonly Caption[]>,
  sizes: ReadonlyMap<string, Size>,
  even: boolean,
): ReadonlyMap<string, Insets> {
  if (captions.size === 0) return new Map();
  const byTier = new Map<number, Insets>();
  const across = new Map<string, number>();
  for (const { id, tier, alone } of items) {
    const own = captions.get(id);
    if (!own) continue;
    const room = insetsOf(own, sizes.get(id)!);
    if (alone) across.set(id, room.x);
    const known = byTier.get(tier) ?? NO_ROOM;
    const [top, bottom] = [Math.max(known.top, room.top), Math.max(known.bottom, room.bottom)];
    const both = Math.max(top, bottom);
    byTier.set(tier, {
      x: alone ? known.x : Math.max(known.x, room.x),
      top: even ? both : top,
      bottom: even ? both : bottom,
    });
  }
  return new Map(
    items.flatMap(({ id, tier }) => {
      const room = byTier.get(tier);
      if (!room) return [];
      const own = across.get(id);
      return [[id, own === undefined ? room : { ...room, x: own }] as const];
    }),
  );
}

/** Sizes with the room of captions, as they are arranged. */
export const withRoom = (
  sizes: ReadonlyMap<string, Size>,
  room: ReadonlyMap<string, Insets>,
): ReadonlyMap<string, Size> =>
  room.size === 0 ? sizes : new Map([...sizes].map(([id, size]) => [id, withInsets(size, roomOf(room, id))]));

/** An arrangement of boxes with room as one of the shapes in them. */
export function withoutRoom(arrangement: Arrangement, room: ReadonlyMap<string, Insets>): Arrangement {
  if (room.size === 0) return arrangement;
  const { boxScale = 1, boxes, tags } = arrangement;
  const off = (id: string) => {
    const { x, top } = roomOf(room, id);
    return [x * boxScale, top * boxScale] as const;
  };
  return {
    ...arrangement,
    boxes: new Map([...boxes].map(([id, [x, y]]) => [id, [x + off(id)[0], y + off(id)[1]]])),
    ...(tags && {
      tags: tags.map((tag) => ({ ...tag, at: { x: tag.at.x - off(tag.of)[0], y: tag.at.y - off(tag.of)[1] } })),
    }),
  };
}

/** Captions as marks from the corner of their item's box. */
export function captionMarks(
  captions: readonly Caption[],
  { size: { width, height } }: Pick<PlacedItem, 'size'>,
  boxScale: number,
  house: House,
  fonts: Fonts,
): Mark[] {
  const next = {
    above: -highest(captions, 'above') * boxScale,
    below: height + GAP * boxScale,
    left: (height - (highest(captions, 'left') - GAP) * boxScale) / 2,
    right: (height - (highest(captions, 'right') - GAP) * boxScale) / 2,
  };
  return captions.flatMap(({ side, words, dx, dy }) => {
    const own = scaledWords(words, boxScale);
    const y = next[side] + dy * boxScale;
    next[side] += (words.height + GAP) * boxScale;
    const x = {
      above: (width - own.width) / 2,
      below: (width - own.width) / 2,
      left: -own.width - GAP * boxScale,
      right: width + GAP * boxScale,
    }[side];
    const align = { above: 'middle', below: 'middle', left: 'right', right: 'left' } as const;
    return wordMarks(fonts, own, x + dx * boxScale, y, own.width, align[side], house.ink);
  });
}
