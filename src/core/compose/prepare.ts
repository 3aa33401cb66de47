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
  type SetWords,
  type Size,
  type Structure,
} from '../kinds';
import { type Fit, fitToPage } from '../layout';
import type { Box } from '../scene';
import { between, type House, houseOnPage, itemLook, tierLook } from '../style';
import { type Fonts, inLanguage } from '../text';
import { linesByHand } from './by-hand';
import { type Caption, captionsOf, type Insets, roomFor, roomOf, withInsets, withoutRoom, withRoom } from './captions';
import { type DrawnEnclosure, enclosures } from './enclose';
import { enclosedOf } from './enclosed';
import { shownFace } from './face';
import { containerLook, filled, heldOf, holding, type Inside, withHeld } from './held';
import { measure, setWordsIn, type Worded } from './measure';
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
}

/** Parts of a look that a box is sized by. An item with one of its own is measured by itself. */
const SIZED: readonly (keyof Look)[] = ['shape', 'size', 'font', 'weight', 'slant', 'inner', 'picture', 'pictureSize'];

/** A chart of a kind that is not known here is taken as the first kind; callers that must not check `kindOf` first. */
export function prepare(chart: Chart, anyFonts: Fonts): Prepared {
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
  const { set, sizes: own, cut } = measure(worded, lookOf, fonts);
  const captions = new Map(
    worded.flatMap(({ id, face, look }) => {
      const outside = captionsOf(face.lines, look, own.get(id)!, fonts);
      return outside.length > 0 ? [[id, outside] as const] : [];
    }),
  );
  const room = roomFor(worded, captions, own, !isUpright(kind, chart));
  const { sizes, inside } = held
    ? holding(held, new Map(worded.map(({ id, look }) => [id, look])), set, own, room)
    : { sizes: own, inside: NOTHING };
  const input: ArrangeInput = {
    chart: outer,
    structure: outside,
    sizes: withRoom(sizes, room),
    lookOf,
    enclosed: enclosedOf(chart, structure),
    room: pictureRoom(chart, names, key, fonts),
    setWords: (text, most, style) => setWordsIn(fonts, text, most, style, chart.font),
  };
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
    set,
    sizes,
    captions,
    room,
    inside,
    cut,
    input,
  };
}

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
