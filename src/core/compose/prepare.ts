/** The first half of the pipeline: all that an arrangement starts from, and where its picture comes to stand. */
import { type Chart, type Look, setsOf } from '../chart';
import { definedOf } from '../defined';
import {
  type ArrangeInput,
  chosen,
  type Kind,
  kindOf,
  kinds,
  type SetWords,
  type Size,
  type Structure,
} from '../kinds';
import { largestScale, wantedSize } from '../layout';
import { rememberedText } from '../remember';
import { between, type House, houseOnPage, isClear, itemLook } from '../style';
import { type Fonts, inLanguage } from '../text';
import { type Caption, captionsOf, type Insets, roomFor, withRoom } from './captions';
import { enclosedOf } from './enclosed';
import { shownFace } from './face';
import { containerLook, heldOf, holding, type Inside, withHeld } from './held';
import { measure, setWordsIn, type Worded } from './measure';
import { type KeyEntry, pictureRoom } from './page';
import { pictureOf } from './picture';
import { smallestSet } from './place';
import { patchesBy, ruleEntries, tierLooks } from './ruled';
import { keptTo, type Settled, settledByTrying } from './settle';
import { alike, FULL, narrowing, WIDTHS, type Widths } from './widths';

/** What the key of a chart explains: its tiers and sets, what rules say, and the lines that are not those of the tree. */
function keyOf(
  kind: Kind,
  chart: Chart,
  structure: Structure,
  names: readonly string[],
  lookOf: (tier: number) => Look,
  house: House,
): KeyEntry[] {
  const [, ...roles] = kind.draws.roles;
  const second = roles.filter((role) => Object.values(chart.links).some((link) => link.role === role));
  return [
    ...names
      .map((name, i) => ({ name, box: lookOf(i + 1) }))
      // Of plain words there is nothing to explain.
      .filter(({ box }) => !isClear(box) || box.edgeWidth > 0),
    ...(kind.draws.sets ? setsOf(chart) : []).map(({ id, name }, i) => {
      const { fill, opacity, ...edge } = house.area(i + 1);
      return { name, set: id, box: { ...edge, fill: between(house.sheet, fill, opacity), shape: 'ellipse' as const } };
    }),
    ...ruleEntries(kind, chart, structure).map(({ name, look }) => ({
      name,
      box: itemLook(lookOf(names.length), undefined, [look], {}),
    })),
    ...second.map((role) => ({
      name: role.replaceAll('-', ' '),
      line: { ...lookOf(1), lineDash: 'dashed' as const, ...definedOf(chart.roles?.[role] ?? {}) },
    })),
  ];
}

function tierNames(kind: Kind, chart: Chart, structure: Structure): string[] {
  return Array.from(
    { length: structure.tiers },
    (_, i) => chart.tiers[String(i + 1)]?.name || kind.tierName(chart, structure, i + 1),
  );
}

export interface Prepared {
  /** The whole chart; that of `input` is without what containers hold. */
  readonly chart: Chart;
  readonly kind: Kind;
  readonly house: House;
  readonly structure: Structure;
  readonly names: readonly string[];
  readonly looks: readonly Look[];
  readonly lookOf: (tier: number) => Look;
  readonly worded: readonly Worded[];
  readonly key: readonly KeyEntry[];
  readonly set: ReadonlyMap<string, SetWords>;
  readonly sizes: ReadonlyMap<string, Size>;
  /** Words of items that stand outside their shapes, and the room these take. */
  readonly captions: ReadonlyMap<string, readonly Caption[]>;
  readonly room: ReadonlyMap<string, Insets>;
  /** Where items stand that containers hold. */
  readonly inside: ReadonlyMap<string, Inside>;
  /** Items whose words could not be shown whole. */
  readonly cut: ReadonlySet<string>;
  readonly input: ArrangeInput;
  /** What was found for what the chart leaves to itself; undefined where there is nothing to find. */
  readonly settled: Settled | undefined;
}

/** Letters of a text, rather than of a name. */
const LONG = 400;
const isLong = ({ face }: Worded) => face.lines.some(({ text }) => text.length > LONG);

/** Parts of a look that a box is sized by. An item with one of its own is measured by itself. */
const SIZED: readonly (keyof Look)[] = ['shape', 'size', 'font', 'weight', 'slant', 'inner', 'picture', 'pictureSize'];

/** Words of all items with all sizes that follow from them, in boxes of a part of the widths that looks allow. */
function sized(parts: Worded[], lookOf: (tier: number) => Look, fonts: Fonts, sideways: boolean, held: Held) {
  const { set, sizes: own, cut } = measure(parts, lookOf, fonts);
  const captions = new Map(
    parts.flatMap(({ id, face, look }) => {
      const outside = captionsOf(face.lines, look, own.get(id)!, fonts);
      return outside.length > 0 ? [[id, outside] as const] : [];
    }),
  );
  const room = roomFor(parts, captions, own, sideways);
  const { sizes, inside } = held
    ? holding(held, new Map(parts.map(({ id, look }) => [id, look])), set, own, room)
    : { sizes: own, inside: NOTHING };
  return { set, cut, captions, room, sizes, inside };
}
type Held = ReturnType<typeof heldOf>;
type Sized = Pick<Prepared, 'set' | 'cut' | 'captions' | 'room' | 'sizes' | 'inside'>;

export interface PrepareOptions {
  /** Not settled: widths, gaps and branches as they are set. For who searches by itself. */
  readonly asIs?: boolean;
  /** Not searched for, but kept to; new lines are set as others of their tier are. */
  readonly settled?: Settled | undefined;
}

/** A chart of a kind that is not known here is taken as the first kind; callers that must not check `kindOf` first. */
export function prepare(chart: Chart, anyFonts: Fonts, { asIs = false, settled: kept }: PrepareOptions = {}): Prepared {
  const fonts = inLanguage(anyFonts, chart.language);
  const kind = kindOf(chart.kind) ?? kinds[0]!;
  const house = houseOnPage(chart);
  const held = heldOf(chart, kind);
  const outer = held?.outer ?? chart;
  const outside = kind.structure(outer);
  const structure = held ? withHeld(outside, held, chart) : outside;
  const names = tierNames(kind, chart, structure);
  const ownLook = tierLooks(kind, chart, house);
  const looks = names.map((_, i) => ownLook(i + 1));
  const lookOf = (tier: number): Look => looks[tier - 1]!;
  const anyLook = (tier: number) => looks[tier - 1] ?? ownLook(tier);
  const patches = patchesBy(kind, chart, structure);
  const worded = structure.order.map((id): Worded => {
    const item = chart.items[id]!;
    const tier = structure.tierOf.get(id)!;
    const face = shownFace(chart, kind, structure, id);
    const own = itemLook(lookOf(tier), face.look, patches(item), item, anyLook);
    const look = held?.within.has(id) ? containerLook(own, item.tone ? own.fill : item.style?.fill, house) : own;
    const alone = item.face !== undefined || (item.style !== undefined && SIZED.some((part) => part in item.style!));
    return { id, tier, face, look, picture: pictureOf(chart, item, look, face.empty), ...(alone && { alone }) };
  });
  const key = chart.page.key ? keyOf(kind, chart, structure, names, lookOf, house) : [];
  const sideways = !isUpright(kind, chart);
  const full = sized(worded, lookOf, fonts, sideways, held);
  const enclosed = enclosedOf(chart, structure);
  const pageRoom = pictureRoom(chart, names, key, fonts);
  const inputWith = ({ sizes, room }: Pick<Sized, 'sizes' | 'room'>): ArrangeInput => ({
    chart: outer,
    structure: outside,
    sizes: withRoom(sizes, room),
    lookOf,
    enclosed,
    room: pageRoom,
    setWords: (text, most, style) => setWordsIn(fonts, text, most, style, chart.font),
  });
  // What containers and captions are made of has widths of its own; boxes that hold whole texts stay as wide as they are.
  const isFixed = held !== undefined || full.captions.size > 0 || worded.some(isLong);
  const narrow = narrowing(chart, worded, lookOf, full, fonts);
  const at = rememberedText((key): Sized | undefined => {
    const own = narrow(JSON.parse(key) as Widths);
    return own && { ...full, ...own, room: roomFor(worded, full.captions, own.sizes, sideways) };
  });
  const sizedAt = (by: Widths): Sized | undefined =>
    isFixed || by.every((part) => part === 1) ? full : at(JSON.stringify(by));
  const preparedAs = (settled: Settled | undefined): Prepared => {
    const own = (settled && sizedAt(settled.by)) ?? full;
    const input = inputWith(own);
    const arrangement = { ...settled?.lengths, ...outer.arrangement, ...settled?.choices };
    return {
      chart,
      kind,
      house,
      structure,
      names,
      looks,
      lookOf,
      worded,
      key,
      ...own,
      input: settled ? { ...input, chart: { ...outer, arrangement }, settled: settled.tree } : input,
      settled,
    };
  };
  if (kept && kept.order.length > 0) return preparedAs(keptTo(kept, outside));
  const plain = preparedAs(undefined);
  if (asIs || !pageRoom) return plain;
  const widths = isFixed ? [1] : WIDTHS;
  const smallest = smallestSet(full);
  if (!kind.settle)
    return preparedAs(
      settledByTrying(
        plain,
        widths.map((part) => (part === 1 ? FULL : alike(part, outside.tiers))),
        (tried) => sizedAt(tried.by) && preparedAs({ ...tried, order: outside.order }),
        fonts,
      ),
    );
  if (smallest === null) return plain;
  const found = kind.settle({
    widths,
    at: (by) => {
      const own = sizedAt(by);
      return own && { ...inputWith(own), room: pageRoom };
    },
    smallest,
    most: largestScale(chart.page),
    wanted: wantedSize(chart.page),
  });
  return preparedAs(found && { ...found, order: outside.order });
}

/** Whether the tiers of a chart run down or up the page. */
function isUpright(kind: Kind, { arrangement }: Chart): boolean {
  const choice = kind.choices.find(({ key }) => key === 'direction' || key === 'layout');
  return choice !== undefined && UPRIGHT.has(String(chosen(kind.choices, arrangement, choice.key)));
}
const UPRIGHT = new Set(['down', 'up', 'rows']);

const NOTHING: ReadonlyMap<string, Inside> = new Map();
