/** The first half of the pipeline: all that an arrangement starts from, and where its picture comes to stand. */
import { type Chart, type Look, setsOf } from '../chart';
import { definedOf } from '../defined';
import {
  type ArrangeInput,
  type Arrangement,
  chosen,
  type Kind,
  kindOf,
  kinds,
  type SettledTree,
  type SetWords,
  type Size,
  type Structure,
} from '../kinds';
import { type Fit, fitToPage, largestScale, type Setting, wantedSize } from '../layout';
import type { Box } from '../scene';
import { between, type House, houseOnPage, itemLook, tierLook } from '../style';
import { type Fonts, inLanguage } from '../text';
import { linesByHand } from './by-hand';
import { type Caption, captionsOf, type Insets, roomFor, roomOf, withInsets, withoutRoom, withRoom } from './captions';
import { type DrawnEnclosure, enclosures } from './enclose';
import { enclosedOf } from './enclosed';
import { shownFace } from './face';
import { containerLook, filled, heldOf, holding, type Inside, withHeld } from './held';
import { measure, narrowestBox, setWordsIn, type Worded } from './measure';
import { frameOf, headingRoom, type KeyEntry, pictureRoom } from './page';
import { pictureOf } from './picture';
import { patchesBy, ruleEntries } from './ruled';

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
    ...names.map((name, i) => ({ name, box: lookOf(i + 1) })),
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

/** Parts of a look that a box is sized by. An item with one of its own is measured by itself. */
const SIZED: readonly (keyof Look)[] = ['shape', 'size', 'font', 'weight', 'slant', 'inner', 'picture', 'pictureSize'];

/** Widths of boxes that are tried, as parts of those that the looks allow. */
const WIDTHS = [1, 0.82, 0.68, 0.56];
/** Lines that a name, or another part of a box's words, may take in a narrower box. */
const MOST_LINES = 3;

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

/** Looks with boxes of a part of their width, none narrower than its longest word; undefined where no tier can be. */
function narrower(chart: Chart, worded: readonly Worded[], lookOf: (tier: number) => Look, by: number, fonts: Fonts) {
  const words = new Map<number, number>();
  for (const item of worded) words.set(item.tier, Math.max(words.get(item.tier) ?? 0, narrowestBox(fonts, item)));
  const looks = new Map<number, Look>();
  for (const [tier, longest] of words) {
    const look = lookOf(tier);
    const free = look.sizeRule !== 'fixed' && chart.tiers[String(tier)]?.look?.width === undefined;
    const width = Math.max(look.width * by, longest);
    if (free && width < look.width) looks.set(tier, { ...look, width });
  }
  return looks.size === 0 ? undefined : (tier: number) => looks.get(tier) ?? lookOf(tier);
}

/** How a chart was settled: to be kept to while its words are being typed. */
export interface Settled {
  readonly by: number;
  readonly tree: SettledTree;
  /** Items, as the settings of the tree number them. */
  readonly order: readonly string[];
}

export interface PrepareOptions {
  /** Not settled: widths, gaps and branches as they are set. For who searches by itself. */
  readonly asIs?: boolean;
  /** Not searched for, but kept to; new lines are set as others of their tier are. */
  readonly settled?: Settled | undefined;
}

/** What was settled for other lines, for those of a structure. */
function keptTo({ by, tree, order: before }: Settled, { order, tierOf, tiers }: Structure): Settled {
  const known = new Map(before.map((id, i) => [id, tree.settings[i]!]));
  const ofTier = new Map<number, Setting>();
  for (const id of order) {
    const own = known.get(id);
    if (own && !ofTier.has(tierOf.get(id)!)) ofTier.set(tierOf.get(id)!, own);
  }
  const settings = order.map((id) => known.get(id) ?? ofTier.get(tierOf.get(id)!) ?? tree.settings[0]!);
  const gaps = Array.from({ length: tiers }, (_, i) => tree.gaps.tiers[Math.min(i, tree.gaps.tiers.length - 1)]!);
  return { by, order, tree: { ...tree, settings, gaps: { ...tree.gaps, tiers: gaps } } };
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
  const looks = names.map((_, i) => tierLook(chart, house, i + 1, kind.look));
  const lookOf = (tier: number): Look => looks[tier - 1]!;
  const anyLook = (tier: number) => looks[tier - 1] ?? tierLook(chart, house, tier, kind.look);
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
  const inputWith = ({ sizes, room }: Pick<typeof full, 'sizes' | 'room'>): ArrangeInput => ({
    chart: outer,
    structure: outside,
    sizes: withRoom(sizes, room),
    lookOf,
    enclosed,
    room: pageRoom,
    setWords: (text, most, style) => setWordsIn(fonts, text, most, style, chart.font),
  });
  const byWidth = new Map([[1, full as typeof full | undefined]]);
  const at = (by: number) => {
    if (!byWidth.has(by)) {
      const narrow = narrower(chart, worded, lookOf, by, fonts);
      const own = narrow && sized(worded, narrow, fonts, sideways, held);
      byWidth.set(by, own && isWhole(worded, own, full) ? own : undefined);
    }
    return byWidth.get(by);
  };
  const smallest = smallestSet(full);
  const search = () =>
    asIs || !pageRoom || smallest === null
      ? undefined
      : kind.settle?.({
          // What containers and captions are made of has widths of its own.
          widths: held || full.captions.size > 0 ? [1] : WIDTHS,
          at: (by) => {
            const own = at(by);
            return own && { ...inputWith(own), room: pageRoom };
          },
          smallest,
          most: largestScale(chart.page),
          wanted: wantedSize(chart.page),
        });
  const found = kept && kept.order.length > 0 ? keptTo(kept, outside) : search();
  const settled = found && { ...found, order: outside.order };
  const own = (settled && at(settled.by)) ?? full;
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
    input: settled ? { ...inputWith(own), settled: settled.tree } : inputWith(own),
    settled,
  };
}

/** Whether narrower boxes show all words as wider ones do, in few lines. */
const isWhole = (
  worded: readonly Worded[],
  { set, cut }: Pick<Prepared, 'set' | 'cut'>,
  full: Pick<Prepared, 'set' | 'cut'>,
): boolean =>
  cut.size <= full.cut.size &&
  worded.every(({ id, face }) => {
    const lines = set.get(id)!.lines.length;
    return lines <= full.set.get(id)!.lines.length || lines <= MOST_LINES * Math.max(1, face.lines.length - 1) + 1;
  });

/** Whether the tiers of a chart run down or up the page. */
function isUpright(kind: Kind, { arrangement }: Chart): boolean {
  const choice = kind.choices.find(({ key }) => key === 'direction' || key === 'layout');
  return choice !== undefined && UPRIGHT.has(String(chosen(kind.choices, arrangement, choice.key)));
}
const UPRIGHT = new Set(['down', 'up', 'rows']);

const NOTHING: ReadonlyMap<string, Inside> = new Map();

/** The arrangement of what was prepared. */
export const arranged = ({ chart, kind, input, inside, structure, sizes, room }: Prepared): Arrangement =>
  linesByHand(filled(withoutRoom(kind.arrange(input), room), inside, structure, sizes), chart, sizes);

/** Where an arrangement's picture comes to stand on the page. */
export function onto(prepared: Prepared, arrangement: Arrangement, fonts: Fonts): Onto {
  const { chart, names, key, input } = prepared;
  const headings = headingRoom(chart, arrangement, names, fonts);
  // Of thousands of boxes none is looked at where nothing is drawn round any.
  const drawn =
    input.enclosed.length > 0 ? enclosures(input.enclosed, boxesOf(prepared, arrangement), arrangement) : [];
  // Shapes round what stands at the edge reach beyond it.
  const out = { left: 0, top: 0, right: arrangement.width, bottom: arrangement.height, ...arrangement.reach };
  for (const { extent, name } of drawn) {
    out.left = Math.min(out.left, extent.x - EDGE);
    out.top = Math.min(out.top, extent.y - EDGE, name[1]);
    out.right = Math.max(out.right, extent.x + extent.width + EDGE);
    out.bottom = Math.max(out.bottom, extent.y + extent.height + EDGE);
  }
  const shift = { x: headings.x - out.left, y: headings.y - out.top };
  const picture = { width: out.right + shift.x, height: out.bottom + shift.y };
  const place = fitToPage(picture, frameOf(chart, picture.width, key, fonts), chart.page);
  return { shift, picture, place, enclosures: drawn };
}

/** Boxes of all items with their captions, in the picture's own units. */
function boxesOf({ sizes, room }: Prepared, { boxes, boxScale = 1 }: Arrangement): Map<string, Box> {
  return new Map(
    [...boxes].map(([id, [x, y]]) => {
      const own = roomOf(room, id);
      const { width, height } = withInsets(sizes.get(id)!, own);
      const box = {
        x: x - own.x * boxScale,
        y: y - own.top * boxScale,
        width: width * boxScale,
        height: height * boxScale,
      };
      return [id, box];
    }),
  );
}

/** Half the width of an edge, about. */
const EDGE = 1;

export interface Onto {
  /** From the arrangement's own corner to the picture's. */
  readonly shift: { readonly x: number; readonly y: number };
  readonly picture: Size;
  readonly place: Fit;
  readonly enclosures: readonly DrawnEnclosure[];
}

/** Size of the smallest words of items, in the picture's own units; null where there are none. */
export function smallestSet({ set, captions }: Pick<Prepared, 'set' | 'captions'>): number | null {
  let least = Number.POSITIVE_INFINITY;
  for (const own of captions.values())
    for (const { words } of own) for (const { size } of words.lines) least = Math.min(least, size);
  for (const { lines } of set.values()) for (const { size } of lines) least = Math.min(least, size);
  return Number.isFinite(least) ? least : null;
}

/** Size of the smallest words of a picture, in its own units; null where it has none. */
export function smallestOf(own: Pick<Prepared, 'set' | 'captions'>, arrangement: Arrangement): number | null {
  const outside = [...arrangement.links.flatMap(({ words }) => words ?? []), ...(arrangement.captions ?? [])];
  let least = (smallestSet(own) ?? Number.POSITIVE_INFINITY) * (arrangement.boxScale ?? 1);
  for (const { words } of outside) for (const { size } of words.lines) least = Math.min(least, size);
  return Number.isFinite(least) ? least : null;
}
