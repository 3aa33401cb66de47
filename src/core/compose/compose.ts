/**
 * The pipeline: a chart in, a finished picture out. kind -> structure -> tiers -> looks -> words set -> arranged and
 * routed -> fitted to the page -> scene. Pure: the same chart gives the same picture, byte for byte, in a worker and
 * on the server.
 */
import { type Chart, type Stands, treeOf, walk } from '../chart';
import { chosen, type FigureChart, type FigureOptions, type Region, type ShownFigure } from '../kinds';
import type { Problem } from '../list';
import type { Box, Scene, SceneBand } from '../scene';
import { finish, type Steps } from '../steps';
import { tiersBefore } from '../style';
import type { Fonts } from '../text';
import { listProblems, pictureProblems, unsettled } from './checks';
import { areaPath, type PlacedItem } from './draw';
import type { PageNumber } from './page';
import { paint } from './paint';
import { arranged } from './place';
import { type Prepared, preparing } from './prepare';
import type { Settled } from './settle';
import { standsOf } from './stands';

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
    /** What is known of it: facts of a couple, columns of a link. */
    readonly fields?: Readonly<Record<string, string>>;
  }[];
  readonly sets: readonly {
    readonly id: string;
    readonly name: string;
    readonly count: number;
    readonly outline: string;
  }[];
  readonly enclosures: readonly {
    readonly id: string;
    readonly name: string;
    readonly items: readonly string[];
    readonly box: Box;
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
    /** How even the picture looks, from 0 to 1; null where the kind has no measure of it. */
    readonly even: number | null;
    /** The part of the printable area that the picture takes, from 0 to 1; null where the page is the picture. */
    readonly filled: number | null;
  };
  /** Gaps as they are drawn, in points: by the key of their choice, and after each tier. */
  readonly gaps: { readonly lengths: Readonly<Record<string, number>>; readonly tiers: readonly number[] };
  /** How it was settled; undefined where the chart leaves nothing to itself. */
  readonly settled: Settled | undefined;
  /** The same, as it is kept with the chart. */
  readonly stands: Stands | undefined;
  readonly problems: readonly Problem[];
  readonly figures: Record<string, unknown>;
  readonly shownFigures: readonly ShownFigure[];
  readonly figureCharts: readonly FigureChart[];
}

export interface ComposeOptions {
  /** Source line of an item, where the chart was just read from a text; else lines count in list order. */
  readonly lineOf?: ((item: string) => number | undefined) | undefined;
  readonly figures?: FigureOptions | undefined;
  /** How it stands already: kept to rather than searched for again, as while words are being typed. */
  readonly settled?: Settled | undefined;
  /** The page it is, where it is one of several. */
  readonly number?: PageNumber | undefined;
}

/** A chart of a kind that is not known here is drawn as the first kind; callers that must not check `kindOf` first. */
export function compose(chart: Chart, fonts: Fonts, options: ComposeOptions = {}): Composition {
  return finish(composing(chart, fonts, options));
}

/** The same in steps, between which it can be given up. */
export function* composing(chart: Chart, fonts: Fonts, options: ComposeOptions = {}): Steps<Composition> {
  const prepared = yield* preparing(chart, fonts, { settled: options.settled });
  yield;
  const {
    kind,
    structure,
    looks,
    cut,
    input: { room },
  } = prepared;
  const arrangement = arranged(prepared);
  yield;
  const {
    scene: painted,
    items,
    enclosures,
    scale,
    smallest,
    point,
  } = paint(prepared, fonts, options.number, arrangement);
  const off = tiersBefore(chart);
  const scene = off === 0 ? painted : numberedFrom(painted, off);
  yield;
  let line = options.lineOf;
  if (!line) {
    const lines = new Map(walk(treeOf(chart.items)).map(({ id }, i) => [id, i + 1]));
    line = (id) => lines.get(id);
  }
  // Figures count what the list says, however it is drawn.
  const counted = prepared.inside.size > 0 ? kind.structure(chart) : structure;
  const sets = (arrangement.areas ?? []).filter((area) => area.as === 'set');
  const drawn = arrangement.figures ?? {};
  return {
    kind: kind.id,
    scene,
    items: off === 0 ? items : items.map((item) => ({ ...item, tier: item.tier + off })),
    links: arrangement.links.map(({ from, to, role, label, points, said }) => {
      const fields = kind.factsOfLine?.(chart, { from, to, role, said });
      return { from, to, role, label, points: points.map(point), ...(fields && { fields }) };
    }),
    sets: sets.map(({ id, name, count, outline, curved }) => ({
      id,
      name,
      count,
      outline: areaPath({ outline: outline.map(point), curved }),
    })),
    enclosures: enclosures.map(({ enclosure: { id, name }, members, extent }) => {
      const [x, y] = point([extent.x, extent.y]);
      return {
        id,
        name,
        items: [...members],
        box: { x, y, width: extent.width * scale, height: extent.height * scale },
      };
    }),
    regions: (arrangement.regions ?? []).map((region) => ({ ...region, at: point(region.at) })),
    tiers: scene.bands,
    tierOf: {
      ...Object.fromEntries([...structure.tierOf].map(([id, tier]) => [id, tier + off])),
      ...Object.fromEntries(
        [...(structure.standsFor ?? [])].map(([line, of]) => [line, structure.tierOf.get(of)! + off]),
      ),
    },
    standsFor: Object.fromEntries(structure.standsFor ?? []),
    page: {
      width: scene.width,
      height: scene.height,
      margin: chart.page.margin,
      scale,
      smallestText: smallest,
      even: arrangement.even ?? null,
      filled: room
        ? Math.min(1, (arrangement.width * arrangement.height * scale ** 2) / (room.width * room.height))
        : null,
    },
    gaps: gapsOf(prepared),
    settled: prepared.settled,
    stands: prepared.settled && standsOf(prepared.settled, structure, hasUnder(chart)),
    problems: unsettled(chart, [
      ...listProblems(kind, chart, line),
      ...(arrangement.problems ?? []),
      ...pictureProblems(kind, chart, { items, cut }, scene.bands, looks, smallest, fonts, line),
    ]),
    figures: { ...kind.figures(chart, counted, options.figures), ...drawn },
    shownFigures: kind.shownFigures(chart, counted, drawn),
    figureCharts: kind.figureCharts?.(chart, counted) ?? [],
  };
}

/** Tiers of a view by the numbers that they have in the whole chart: what is set on one is set on that. */
const numberedFrom = (scene: Scene, off: number): Scene => ({
  ...scene,
  bands: scene.bands.map((band) => ({ ...band, tier: band.tier + off })),
  items: scene.items.map((item) => ({ ...item, tier: item.tier + off })),
});

/** Whether something stands under an item. */
function hasUnder({ items }: Chart): (id: string) => boolean {
  const { childrenOf } = treeOf(items);
  return (id) => childrenOf(id).length > 0;
}

/** The gaps that a person would read off the picture: those that were set, else those that were found. */
function gapsOf({ kind, chart, input, settled, structure }: Prepared): Composition['gaps'] {
  const lengths = Object.fromEntries(
    kind.choices.flatMap(({ type, key }) =>
      type === 'length' ? [[key, Number(chosen(kind.choices, input.chart.arrangement, key))]] : [],
    ),
  );
  const tiers = Array.from(
    { length: structure.tiers },
    (_, i) => chart.tiers[String(i + 1)]?.gap ?? settled?.tree?.gaps.tiers[i] ?? lengths['tierGap'] ?? 0,
  );
  // By the numbers that tiers have in the whole chart, where it is a view.
  return { lengths, tiers: [...Array.from({ length: tiersBefore(chart) }, () => 0), ...tiers] };
}
