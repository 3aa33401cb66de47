/** Composing away from the page, so that typing never waits. */
import { expose } from 'comlink';
import equal from 'fast-deep-equal';
import { apply, type Chart, type ChartChange, chartHearer, treeOf, type View, walk } from '../core/chart';
import { type Composition, compose, composing } from '../core/compose';
import { type FitAsked, type FitResult, fitChart } from '../core/fit';
import { kindDrawn } from '../core/kinds';
import { type Pages, pagesOf } from '../core/pages';
import { type Scene, type SceneChange, sceneTeller } from '../core/scene';
import { loadLanguage } from '../core/text';
import { viewed } from '../core/views';
import { type WalkThrough, walkThroughOf } from '../core/walk-through';
import { type Worksheet, type WorksheetAsked, worksheetOf } from '../core/worksheet';
import { withFonts } from './fonts';
import { MOST_PICTURED, type Shown, shown, wordsOf } from './shown';

/** What fitting found, with a picture of each candidate that is small enough. */
export interface Fitted extends FitResult {
  readonly pictures: readonly (Scene | null)[];
}

/** A composition whose scene is told by what changed since the one before. */
export type ShownChange = Omit<Shown, 'scene'> & { readonly change: SceneChange };
const tell = sceneTeller();
const hear = chartHearer();

/** How the chart that was composed last stands, and what of it that hangs on beside its lines. */
let stands: { readonly settled: Composition['settled']; readonly besides: string } | undefined;
const besidesLines = ({ kind, page, arrangement, tiers, house, brand, font, language }: Chart) =>
  JSON.stringify([kind, page, arrangement, tiers, house, brand, font, language]);

/** Runs that nobody waits for any more. */
const givenUp = new Set<number>();
/** Work goes on for so long, in ms, before it is looked whether it is still wanted. */
const AT_A_STRETCH = 30;

/** What was drawn last of each view. */
const stills = new Map<string, Chart>();
let still: Chart | undefined;

function asView(chart: Chart, view: View | null): Chart {
  const kind = view && kindDrawn(chart.kind);
  return kind ? viewed(kind, chart, view).chart : chart;
}

function linesOf({ items }: Chart): (item: string) => number | undefined {
  const lines = new Map(walk(treeOf(items)).map(({ id }, i) => [id, i + 1]));
  return (id) => lines.get(id);
}

const api = {
  /**
   * Composes a chart that is told by what changed since the one before.
   * @param run by which it can be given up
   * @param asShown keeps to how the chart before it stands, where only lines changed
   * @returns undefined where it was
   */
  async composeNext(
    change: ChartChange,
    run: number,
    asShown = false,
    view: View | null = null,
  ): Promise<ShownChange | undefined> {
    const whole = hear(change);
    const chart = asView(whole, view);
    await loadLanguage(chart.language);
    return withFonts(async (fonts) => {
      const besides = `${besidesLines(chart)} ${view ? JSON.stringify(view) : ''}`;
      const settled = asShown && stands?.besides === besides ? stands.settled : undefined;
      // Problems name the lines of the one list.
      const lineOf = view ? linesOf(whole) : undefined;
      const steps = composing(chart, fonts, { settled, lineOf });
      let since = performance.now();
      for (;;) {
        const step = steps.next();
        if (step.done) {
          givenUp.delete(run);
          stands = { settled: step.value.settled, besides };
          const { scene, ...rest } = shown(step.value);
          return { ...rest, change: tell(scene) };
        }
        if (performance.now() - since < AT_A_STRETCH) continue;
        await new Promise((resolve) => setTimeout(resolve));
        if (givenUp.delete(run)) return undefined;
        since = performance.now();
      }
    }, wordsOf(chart));
  },

  /**
   * A picture of a chart, or of a view of it; null where that is as it was.
   * @param told the chart; null: the one that was told last
   */
  async still(told: Chart | null, view: View | null): Promise<Scene | null> {
    still = told ?? still;
    const chart = still;
    if (!chart) return null;
    const drawn = asView(chart, view);
    const name = view?.id ?? '';
    if (equal(stills.get(name), drawn)) return null;
    await loadLanguage(drawn.language);
    return withFonts((fonts) => {
      const { scene } = compose(drawn, fonts);
      stills.set(name, drawn);
      return scene;
    }, wordsOf(drawn));
  },

  /** Says that it lives. */
  lives: (): true => true,

  giveUp(run: number): void {
    givenUp.add(run);
  },

  /** What fits the page best, with pictures of what there is to choose from; undefined where there is no page. */
  fit: async (
    whole: Chart,
    asked: FitAsked,
    tell: (done: number) => void,
    view: View | null = null,
  ): Promise<Fitted | undefined> => {
    const chart = asView(whole, view);
    await loadLanguage(chart.language);
    return withFonts((fonts) => {
      const found = fitChart(chart, fonts, asked, tell);
      const small = Object.keys(chart.items).length <= MOST_PICTURED;
      const pictures = (found?.candidates ?? []).map(({ change }) => {
        const so = change === null ? undefined : apply(chart, change);
        return small ? compose(so?.ok ? so.chart : chart, fonts).scene : null;
      });
      return found && { ...found, pictures };
    }, wordsOf(chart));
  },

  /** The pages a chart goes over. */
  pages: async (whole: Chart, tell: (done: number) => void, view: View | null = null): Promise<Pages> => {
    const chart = asView(whole, view);
    await loadLanguage(chart.language);
    return withFonts((fonts) => pagesOf(chart, fonts, tell), wordsOf(chart));
  },

  /** The chart with words left blank. */
  worksheet: async (chart: Chart, asked: WorksheetAsked): Promise<Worksheet> =>
    loadLanguage(chart.language).then(() => withFonts((fonts) => worksheetOf(chart, asked, fonts), wordsOf(chart))),

  /** The picture and its questions, to be answered one at a time; undefined where there are none. */
  walkThrough: async (chart: Chart): Promise<{ scene: Scene; walk: WalkThrough } | undefined> => {
    await loadLanguage(chart.language);
    return withFonts((fonts) => {
      const { scene } = compose(chart, fonts);
      const kind = kindDrawn(chart.kind);
      const walk = kind && walkThroughOf(kind, chart, scene);
      return walk && { scene, walk };
    }, wordsOf(chart));
  },

  /** What two items are to each other. */
  pair: (chart: Chart, a: string, b: string) => kindDrawn(chart.kind)?.pairFigure?.of(chart, a, b),
};
export type ComposeWorker = typeof api;

expose(api);
