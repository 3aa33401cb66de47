/**
 * The pipeline: a chart in, a finished picture out. kind -> structure -> tiers -> looks -> words set -> arranged and
 * routed -> fitted to the page -> scene. Pure: the same chart gives the same picture, byte for byte, in a worker and
 * on the server.
 */
import { type Chart, type Look, treeOf, walk } from '../chart';
import {
  type Arrangement,
  type FigureChart,
  type FigureOptions,
  type Kind,
  kindOf,
  kinds,
  type Region,
  type ShownFigure,
  type Structure,
} from '../kinds';
import { type Fit, fitToPage } from '../layout';
import type { Problem } from '../list';
import type { Scene, SceneBand } from '../scene';
import { houseOf, itemLook, tierLook } from '../style';
import type { Fonts } from '../text';
import { listProblems, pictureProblems, unsettled } from './checks';
import { areaPath, drawArea, drawItem, drawLinks, drawRepeat, drawWords, type PlacedItem } from './draw';
import { shownFace } from './face';
import { measure, scaledWords, setWordsIn, type Worded } from './measure';
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
  readonly sets: readonly {
    readonly id: string;
    readonly name: string;
    readonly count: number;
    readonly outline: string;
  }[];
  readonly regions: readonly Region[];
  readonly tiers: readonly SceneBand[];
  /** Tier of every line, those included that only name an item which stands elsewhere. */
  readonly tierOf: Readonly<Record<string, number>>;
  /** Those lines, and the item each names. */
  readonly standsFor: Readonly<Record<string, string>>;
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
  readonly figureCharts: readonly FigureChart[];
}

export interface ComposeOptions {
  /** Source line of an item, where the chart was just read from a text; else lines count in list order. */
  readonly lineOf?: ((item: string) => number | undefined) | undefined;
  readonly figures?: FigureOptions | undefined;
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
    depth: arrangement.axis === 'columns' ? x : y,
  };
}

/** How many items each tier has, and how many of them are exceptions. */
function countsOf(chart: Chart, structure: Structure): { count: number; exceptions: number }[] {
  const counts = Array.from({ length: structure.tiers }, () => ({ count: 0, exceptions: 0 }));
  for (const id of structure.order) {
    const so = counts[structure.tierOf.get(id)! - 1]!;
    so.count++;
    if (chart.items[id]!.style) so.exceptions++;
  }
  return counts;
}

/** Size of the smallest words of a picture, in its own units. */
function smallestOf(items: readonly PlacedItem[], arrangement: Arrangement): number | null {
  const outside = [...arrangement.links.flatMap(({ words }) => words ?? []), ...(arrangement.captions ?? [])];
  let least = Number.POSITIVE_INFINITY;
  for (const { lines } of [...items.map(({ set }) => set), ...outside.map(({ words }) => words)])
    for (const { size } of lines) least = Math.min(least, size);
  return Number.isFinite(least) ? least : null;
}

/** A chart of a kind that is not known here is drawn as the first kind; callers that must not check `kindOf` first. */
export function compose(chart: Chart, fonts: Fonts, options: ComposeOptions = {}): Composition {
  const kind = kindOf(chart.kind) ?? kinds[0]!;
  const house = houseOf(chart.house);
  const structure = kind.structure(chart);
  const names = tierNames(kind, chart, structure);
  const looks = names.map((_, i) => tierLook(chart, house, i + 1, kind.look));
  const lookOf = (tier: number): Look => looks[tier - 1]!;

  const worded = structure.order.map((id): Worded => {
    const item = chart.items[id]!;
    const tier = structure.tierOf.get(id)!;
    const face = shownFace(chart, kind, structure, id);
    return { id, tier, face, look: itemLook(lookOf(tier), face.look, item) };
  });
  const { set, sizes } = measure(worded, lookOf, fonts);
  const arrangement = kind.arrange({
    chart,
    structure,
    sizes,
    lookOf,
    setWords: (text, most, style) => setWordsIn(fonts, text, most, style),
  });

  const headings = headingRoom(chart, arrangement, names, fonts);
  const picture = { width: arrangement.width + headings.x, height: arrangement.height + headings.y };
  const header = headerHeight(chart, picture.width, fonts);
  const place = fitToPage(picture, header, chart.page);
  const to = onPage(arrangement, place, headings);

  const boxScale = arrangement.boxScale ?? 1;
  const items = worded.map((item): PlacedItem => {
    const { text } = item.face.lines[0] ?? { text: '' };
    const { parent, fields } = chart.items[item.id]!;
    const own = sizes.get(item.id)!;
    const size = { width: own.width * boxScale, height: own.height * boxScale };
    const [x, y] = arrangement.boxes.get(item.id)!;
    return {
      ...item,
      name: text,
      fields,
      parent,
      box: to.box({ x, y, ...size }),
      size,
      set: boxScale === 1 ? set.get(item.id)! : scaledWords(set.get(item.id)!, boxScale),
    };
  });
  const links = arrangement.links.map((link) => ({ ...link, points: link.points.map(to.point) }));

  const counts = countsOf(chart, structure);
  const bands = names.map((name, i): SceneBand => {
    const { start, end } = arrangement.bands[i] ?? { start: 0, end: 0 };
    const placed = arrangement.axis === 'rows' || arrangement.axis === 'columns';
    return {
      tier: i + 1,
      name,
      ...counts[i]!,
      fill: lookOf(i + 1).fill,
      start: placed ? to.depth(start) : 0,
      end: placed ? to.depth(end) : 0,
    };
  });

  const least = smallestOf(items, arrangement);
  const smallest = least === null ? null : least * place.scale;
  let line = options.lineOf;
  if (!line) {
    const lines = new Map([...walk(treeOf(chart.items))].map(({ id }, i) => [id, i + 1]));
    line = (id) => lines.get(id);
  }
  const areas = arrangement.areas ?? [];
  const sets = areas.filter((area) => area.as === 'set');
  const under = areas.map((area) => drawArea(area, house));
  const byId = new Map(items.map((item) => [item.id, item]));
  const over = [
    ...(arrangement.captions ?? []).flatMap((words) => drawWords(words, house, fonts)),
    ...(arrangement.repeats ?? []).flatMap(({ of, at }) => drawRepeat(byId.get(of)!, at, house, fonts)),
  ];
  const scene: Scene = {
    width: place.width,
    height: place.height,
    background: house.sheet,
    title: chart.title,
    description: `${kind.words.name}: ${items.length} ${items.length === 1 ? kind.words.item : kind.words.items} in ${structure.tiers} ${structure.tiers === 1 ? 'tier' : 'tiers'}.`,
    picture: { x: place.x, y: place.y, width: picture.width * place.scale, height: picture.height * place.scale },
    margin: chart.page.margin,
    frame: { x: place.x + headings.x * place.scale, y: place.y + headings.y * place.scale, scale: place.scale },
    links: [
      ...(under.length > 0 ? [{ key: 'areas', marks: under }] : []),
      ...drawLinks(arrangement.links, arrangement.joins, lookOf, house, fonts),
      ...(over.length > 0 ? [{ key: 'words', marks: over }] : []),
    ],
    items: items.map((item) => drawItem(item, fonts)),
    page: [
      ...drawPage(chart, house, place, header, fonts),
      ...(chart.page.tierHeadings ? drawHeadings(bands, arrangement.axis, house, place, fonts) : []),
    ],
    areas: sets.map((area) => ({ id: area.id, name: area.name, outline: areaPath(area) })),
    axis: arrangement.axis,
    bands,
  };
  const drawn = arrangement.figures ?? {};
  return {
    kind: kind.id,
    scene,
    items,
    links: links.map(({ from, to, role, label, points }) => ({ from, to, role, label, points })),
    sets: sets.map(({ id, name, count, outline, curved }) => ({
      id,
      name,
      count,
      outline: areaPath({ outline: outline.map(to.point), curved }),
    })),
    regions: (arrangement.regions ?? []).map((region) => ({ ...region, at: to.point(region.at) })),
    tiers: bands,
    tierOf: Object.fromEntries([
      ...structure.tierOf,
      ...[...(structure.standsFor ?? [])].map(([line, of]) => [line, structure.tierOf.get(of)!] as const),
    ]),
    standsFor: Object.fromEntries(structure.standsFor ?? []),
    page: {
      width: place.width,
      height: place.height,
      margin: chart.page.margin,
      scale: place.scale,
      smallestText: smallest,
    },
    problems: unsettled(chart, [
      ...listProblems(kind, chart, line),
      ...(arrangement.problems ?? []),
      ...pictureProblems(chart, items, bands, looks, smallest, fonts, line),
    ]),
    figures: { ...kind.figures(chart, structure, options.figures), ...drawn },
    shownFigures: kind.shownFigures(chart, structure, drawn),
    figureCharts: kind.figureCharts?.(chart, structure) ?? [],
  };
}
