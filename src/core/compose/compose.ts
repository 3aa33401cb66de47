/**
 * The pipeline: a chart in, a finished picture out. kind -> structure -> tiers -> looks -> words set -> arranged and
 * routed -> fitted to the page -> scene. Pure: the same chart gives the same picture, byte for byte, in a worker and
 * on the server.
 */
import type { Chart, Look } from '../chart';
import { type Arrangement, type Kind, kindOf, kinds, type ShownFigure, type Structure } from '../kinds';
import { type Fit, fitToPage } from '../layout';
import type { Problem } from '../list';
import type { Scene, SceneBand } from '../scene';
import { houseOf, itemLook, tierLook } from '../style';
import type { Fonts } from '../text';
import { pictureProblems } from './checks';
import { drawItem, drawLinks, type PlacedItem } from './draw';
import { measure, type Worded } from './measure';
import { drawHeadings, drawPage, headerHeight, headingRoom } from './page';

export interface Composition {
  readonly kind: string;
  readonly scene: Scene;
  readonly items: readonly PlacedItem[];
  readonly links: readonly {
    readonly from: string;
    readonly to: string;
    readonly role: string;
    readonly label: string;
    readonly points: readonly (readonly [number, number])[];
  }[];
  readonly tiers: readonly SceneBand[];
  readonly page: {
    readonly width: number;
    readonly height: number;
    readonly margin: number;
    readonly scale: number;
    readonly smallestText: number | null;
  };
  readonly problems: readonly Problem[];
  readonly figures: Record<string, unknown>;
  readonly shownFigures: readonly ShownFigure[];
}

function tierNames(kind: Kind, chart: Chart, structure: Structure): string[] {
  return Array.from(
    { length: structure.tiers },
    (_, i) => chart.tiers[String(i + 1)]?.name || kind.tierName(chart, structure, i + 1),
  );
}

/** Places an arrangement on the page: every length times the scale, every corner moved. */
function onPage(arrangement: Arrangement, place: Fit, shift: { x: number; y: number }) {
  const x = (value: number) => place.x + (value + shift.x) * place.scale;
  const y = (value: number) => place.y + (value + shift.y) * place.scale;
  return {
    point: ([px, py]: readonly [number, number]): readonly [number, number] => [x(px), y(py)],
    box: (box: { x: number; y: number; width: number; height: number }) => ({
      x: x(box.x),
      y: y(box.y),
      width: box.width * place.scale,
      height: box.height * place.scale,
    }),
    depth: arrangement.axis === 'rows' ? y : x,
  };
}

/**
 * @param lineOf source line of an item, where the chart was just read from a text; else lines count in list order
 * A chart of a kind that is not known here is drawn as the first kind; callers that must not check `kindOf` first.
 */
export function compose(chart: Chart, fonts: Fonts, lineOf?: (item: string) => number | undefined): Composition {
  const kind = kindOf(chart.kind) ?? kinds[0]!;
  const house = houseOf(chart.house);
  const structure = kind.structure(chart);
  const names = tierNames(kind, chart, structure);
  const looks = names.map((_, i) => tierLook(chart, house, i + 1));
  const lookOf = (tier: number): Look => looks[tier - 1]!;

  const worded = structure.order.map((id): Worded => {
    const item = chart.items[id]!;
    const tier = structure.tierOf.get(id)!;
    const face = kind.face(item);
    return { id, tier, face, look: itemLook(lookOf(tier), face.look, item) };
  });
  const { set, sizes } = measure(worded, lookOf, fonts);
  const arrangement = kind.arrange({ chart, structure, sizes, lookOf });

  const headings = headingRoom(chart, arrangement, names, fonts);
  const picture = { width: arrangement.width + headings.x, height: arrangement.height + headings.y };
  const header = headerHeight(chart, picture.width, fonts);
  const place = fitToPage(picture, header, chart.page);
  const to = onPage(arrangement, place, headings);

  const items = worded.map((item): PlacedItem => {
    const { text } = item.face.lines[0] ?? { text: '' };
    const { parent, fields } = chart.items[item.id]!;
    return {
      ...item,
      name: text,
      fields,
      parent,
      box: to.box(arrangement.boxes.get(item.id)!),
      size: sizes.get(item.id)!,
      set: set.get(item.id)!,
    };
  });
  const links = arrangement.links.map((link) => ({ ...link, points: link.points.map(to.point) }));

  const counts = new Map<number, { count: number; exceptions: number }>();
  for (const { id, tier } of worded) {
    const so = counts.get(tier) ?? { count: 0, exceptions: 0 };
    counts.set(tier, { count: so.count + 1, exceptions: so.exceptions + (chart.items[id]!.style ? 1 : 0) });
  }
  const bands = arrangement.bands.map(
    (band, i): SceneBand => ({
      tier: i + 1,
      name: names[i]!,
      ...counts.get(i + 1)!,
      fill: lookOf(i + 1).fill,
      start: to.depth(band.start),
      end: to.depth(band.end),
    }),
  );

  const sizesUsed = items.flatMap((item) => item.set.lines.map((line) => line.size));
  const smallest =
    sizesUsed.length > 0
      ? sizesUsed.reduce((least, size) => Math.min(least, size), Number.POSITIVE_INFINITY) * place.scale
      : null;
  const lines = new Map(structure.order.map((id, i) => [id, i + 1]));
  const line = lineOf ?? ((id: string) => lines.get(id));
  const scene: Scene = {
    width: place.width,
    height: place.height,
    background: house.sheet,
    title: chart.title,
    description: `${kind.words.name}: ${items.length} ${items.length === 1 ? kind.words.item : kind.words.items} in ${structure.tiers} tiers.`,
    picture: { x: place.x, y: place.y, width: picture.width * place.scale, height: picture.height * place.scale },
    margin: chart.page.margin,
    frame: { x: place.x + headings.x * place.scale, y: place.y + headings.y * place.scale, scale: place.scale },
    links: drawLinks(arrangement.links, arrangement.joins, lookOf),
    items: items.map((item) => drawItem(item, fonts)),
    page: [
      ...drawPage(chart, house, place, header, fonts),
      ...(chart.page.tierHeadings ? drawHeadings(bands, arrangement.axis, house, place, fonts) : []),
    ],
    axis: arrangement.axis,
    bands,
  };
  return {
    kind: kind.id,
    scene,
    items,
    links: links.map(({ from, to, role, label, points }) => ({ from, to, role, label, points })),
    tiers: bands,
    page: {
      width: place.width,
      height: place.height,
      margin: chart.page.margin,
      scale: place.scale,
      smallestText: smallest,
    },
    problems: [...kind.problems(chart, line), ...pictureProblems(chart, items, bands, looks, smallest, fonts, line)],
    figures: kind.figures(chart, structure),
    shownFigures: kind.shownFigures(chart, structure),
  };
}
