/** Items in their looks: words of all of them set, in boxes of the sizes that follow. */
import type { Chart, Look } from '../chart';
import type { KindDrawn, SetWords, Size, Structure } from '../kinds';
import { rememberedText } from '../remember';
import { type House, itemLook } from '../style';
import type { Fonts } from '../text';
import { type Caption, captionsOf, type Insets, roomFor } from './captions';
import { shownFace } from './face';
import { containerLook, type heldOf, holding, type Inside } from './held';
import { measure, type Worded } from './measure';
import { pictureOf } from './picture';
import { patchesBy, tierLooks } from './ruled';
import { narrowing, WIDTHS, type Widths } from './widths';

export interface Sized {
  readonly set: ReadonlyMap<string, SetWords>;
  readonly sizes: ReadonlyMap<string, Size>;
  /** Words of items that stand outside their shapes, and the room these take. */
  readonly captions: ReadonlyMap<string, readonly Caption[]>;
  readonly room: ReadonlyMap<string, Insets>;
  /** Where items stand that containers hold. */
  readonly inside: ReadonlyMap<string, Inside>;
  /** Items whose words could not be shown whole. */
  readonly cut: ReadonlySet<string>;
}

export interface Dressed {
  readonly looks: readonly Look[];
  readonly lookOf: (tier: number) => Look;
  readonly worded: readonly Worded[];
  /** With boxes as wide as looks allow. */
  readonly full: Sized;
  /** Its boxes have sizes of their own: none is made smaller for the page. */
  readonly isFixed: boolean;
  /** Parts of the widths of its boxes that can be tried. */
  readonly widths: readonly number[];
  /** @returns undefined where words would be cut or take too many lines */
  sizedAt(by: Widths): Sized | undefined;
}

export interface Undressed {
  readonly chart: Chart;
  readonly kind: KindDrawn;
  readonly house: House;
  readonly structure: Structure;
  /** Whether captions stand beside items rather than among the tiers. */
  readonly sideways: boolean;
  readonly held: ReturnType<typeof heldOf>;
}

/** Where words stand closer to the edges of their boxes, of the free space round them so much is left ... */
const SNUG = 0.57;
/** ... and no less than this, in points. */
const LEAST_INNER = 3;

/** Letters of a text, rather than of a name. */
const LONG = 400;
const isLong = ({ face }: Worded) => face.lines.some(({ text }) => text.length > LONG);

/** Parts of a look that a box is sized by. An item with one of its own is measured by itself. */
const SIZED: readonly (keyof Look)[] = ['shape', 'size', 'font', 'weight', 'slant', 'inner', 'picture', 'pictureSize'];
const NOTHING: ReadonlyMap<string, Inside> = new Map();

/** @param snug words closer to the edges of their boxes, where nobody set how close, nor how wide they are */
export function dressed(
  { chart, kind, house, structure, sideways, held }: Undressed,
  fonts: Fonts,
  snug: boolean,
): Dressed {
  const ownLook = tierLooks(kind, chart, house);
  const anyLook = (tier: number): Look => {
    const look = ownLook(tier);
    const set = chart.tiers[String(tier)]?.look;
    if (!snug || look.inner <= LEAST_INNER || set?.inner !== undefined || set?.width !== undefined) return look;
    return { ...look, inner: Math.max(LEAST_INNER, look.inner * SNUG) };
  };
  const looks = Array.from({ length: structure.tiers }, (_, i) => anyLook(i + 1));
  const lookOf = (tier: number): Look => looks[tier - 1]!;
  const patches = patchesBy(kind, chart, structure);
  const worded = structure.order.map((id): Worded => {
    const item = chart.items[id]!;
    const tier = structure.tierOf.get(id)!;
    const face = shownFace(chart, kind, structure, id);
    const own = itemLook(lookOf(tier), face.look, patches(item), item, (tier) => looks[tier - 1] ?? anyLook(tier));
    const look = held?.within.has(id) ? containerLook(own, item.tone ? own.fill : item.style?.fill, house) : own;
    const alone = item.face !== undefined || (item.style !== undefined && SIZED.some((part) => part in item.style!));
    return { id, tier, face, look, picture: pictureOf(chart, item, look, face.empty), ...(alone && { alone }) };
  });
  const { set, sizes: own, cut } = measure(worded, lookOf, fonts);
  const captions = new Map(
    worded.flatMap(({ id, face, look }) => {
      const outside = captionsOf(face.lines, look, own.get(id)!, fonts);
      return outside.length > 0 ? [[id, outside] as const] : [];
    }),
  );
  const room = roomFor(worded, captions, own, sideways);
  const { sizes, inside } = held
    ? holding(held, new Map(worded.map(({ id, look }) => [id, look])), set, own, room)
    : { sizes: own, inside: NOTHING };
  const full: Sized = { set, cut, captions, room, sizes, inside };
  // What containers and captions are made of has widths of its own; boxes that hold whole texts stay as wide as they are.
  const isFixed = held !== undefined || captions.size > 0 || worded.some(isLong);
  const narrow = narrowing(chart, worded, lookOf, full, fonts);
  const at = rememberedText((key): Sized | undefined => {
    const own = narrow(JSON.parse(key) as Widths);
    return own && { ...full, ...own, room: roomFor(worded, captions, own.sizes, sideways) };
  });
  return {
    looks,
    lookOf,
    worded,
    full,
    isFixed,
    widths: isFixed ? [1] : WIDTHS,
    sizedAt: (by) => (isFixed || by.every((part) => part === 1) ? full : at(JSON.stringify(by))),
  };
}
