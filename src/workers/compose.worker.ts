/** Composing and reading lists away from the page, so that typing never waits. */
import { expose } from 'comlink';
import { apply, type Chart, type ChartChange, chartHearer } from '../core/chart';
import { type Composition, compose, composing, listProblems, unsettled } from '../core/compose';
import { type FitAsked, type FitResult, fitChart } from '../core/fit';
import { type Source, sourceOf, textOfHtml } from '../core/formats';
import { type Kind, kindOf } from '../core/kinds';
import { leftOut } from '../core/left-out';
import type { ListRead, Problem } from '../core/list';
import { offersFor } from '../core/offers';
import { type Pages, pagesOf } from '../core/pages';
import { chartOfList, type ReadOptions, readList } from '../core/read';
import { type Scene, type SceneChange, sceneTeller } from '../core/scene';
import { type Fonts, loadLanguage } from '../core/text';
import { listFormats } from '../core/write';

import { withFonts } from './fonts';

/** What the screen needs of a composition; the rest is not worth carrying from the worker to the page. */
export type Shown = Omit<Composition, 'items' | 'links' | 'enclosures' | 'settled'>;
function shown({
  items: _items,
  links: _links,
  enclosures: _enclosures,
  settled: _settled,
  ...rest
}: Composition): Shown {
  return rest;
}

/** What was understood of a text, with a picture of it. */
export interface Understood {
  /** The kind as whose list it was read. */
  readonly kindId: string;
  readonly form: string;
  readonly list: ListRead;
  readonly levels: number;
  readonly problems: readonly Problem[];
  /** Absent for a list too long for a small picture. */
  readonly composition: Shown | null;
}
export type Understanding =
  | { readonly ok: true; readonly understood: Understood }
  | { readonly ok: false; readonly message: string };

/** A kind that a text was held against; the picture is for those it can become. */
export interface KindOffer {
  readonly kindId: string;
  readonly sure: number;
  readonly why: string;
  readonly picture: Scene | null;
}

/** What fitting found, with a picture of each candidate that is small enough. */
export interface Fitted extends FitResult {
  readonly pictures: readonly (Scene | null)[];
}

/** Pictures of every kind are drawn only while that is a matter of moments. */
const MOST_PICTURED = 1_500;

/** How far reading has come: what is being done now, from 0 to 1. */
export type Telling = (step: 'opening' | 'reading' | 'checking' | 'drawing', done: number) => void;

function understoodAs(kind: Kind, list: ListRead, house: string, fonts: Fonts, tell?: Telling): Understood {
  const chart = { ...chartOfList(kind, 'Preview', list), house };
  const lineOf = (id: string) => list.lines[id];
  const structure = kind.structure(chart);
  const common = { kindId: kind.id, form: list.form, list, levels: structure.tiers };
  if (list.items.length > MOST_PICTURED) {
    tell?.('checking', 0.7);
    const problems = unsettled(chart, listProblems(kind, chart, lineOf));
    return { ...common, problems: [...list.problems, ...problems], composition: null };
  }
  tell?.('drawing', 0.7);
  // As it will stand on its page, with no more round it than a small picture needs.
  const page = { ...chart.page, showTitle: false, margin: 8 };
  const composition = compose({ ...chart, page }, fonts, { lineOf });
  return {
    ...common,
    levels: composition.tiers.length,
    problems: [...list.problems, ...composition.problems],
    composition: shown(composition),
  };
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

/** All words that a chart or list may show, and more. */
const wordsOf =
  ({ items, links, sets, ...rest }: Pick<Chart, 'items' | 'links' | 'sets'> | ListRead) =>
  () =>
    JSON.stringify([items, links, sets, 'title' in rest && [rest.title, (rest as Chart).page]]);

const api = {
  /**
   * Composes a chart that is told by what changed since the one before.
   * @param run by which it can be given up
   * @param asShown keeps to how the chart before it stands, where only lines changed
   * @returns undefined where it was
   */
  async composeNext(change: ChartChange, run: number, asShown = false): Promise<ShownChange | undefined> {
    const chart = hear(change);
    await loadLanguage(chart.language);
    return withFonts(async (fonts) => {
      const besides = besidesLines(chart);
      const settled = asShown && stands?.besides === besides ? stands.settled : undefined;
      const steps = composing(chart, fonts, { settled });
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

  /** Says that it lives. */
  lives: (): true => true,

  giveUp(run: number): void {
    givenUp.add(run);
  },

  /** A file as text. @throws where it can't be read, in words */
  async source(bytes: Uint8Array, tell?: Telling): Promise<Source> {
    tell?.('opening', 0.1);
    return sourceOf(bytes);
  },

  /** What is a table or a list in a piece of a document or a web page, as text. */
  html: (html: string): string | undefined => textOfHtml(html),

  /** For every form of a list what it would leave out of a chart, in phrases. */
  leftOut(chart: Chart): Readonly<Record<string, readonly string[]>> {
    const kind = kindOf(chart.kind);
    return kind
      ? Object.fromEntries(
          Object.entries(listFormats(kind)).map(([form, format]) => [form, leftOut(kind, chart, format)]),
        )
      : {};
  },

  async understand(
    kindId: string,
    text: string,
    options: Omit<ReadOptions, 'newId'>,
    house: string,
    tell?: Telling,
  ): Promise<Understanding> {
    const kind = kindOf(kindId);
    if (!kind) return { ok: false, message: `There is no kind "${kindId}".` };
    tell?.('reading', 0.3);
    const read = readList(kind, text, options);
    if (!read.ok) return { ok: false, message: read.problem.message };
    const { list } = read;
    return withFonts(
      (fonts) => ({ ok: true, understood: understoodAs(kind, list, house, fonts, tell) }),
      wordsOf(list),
    );
  },

  /** Every kind that a text can become, the surest first, with small pictures; and what the others miss. */
  async offers(text: string, house: string): Promise<KindOffer[]> {
    return withFonts((fonts) =>
      offersFor(text).map(({ kind, fitness, list }) => ({
        kindId: kind.id,
        ...fitness,
        picture:
          list && fitness.sure > 0 && list.items.length <= MOST_PICTURED
            ? (understoodAs(kind, list, house, fonts).composition?.scene ?? null)
            : null,
      })),
    );
  },

  /** What fits the page best, with pictures of what there is to choose from; undefined where there is no page. */
  fit: async (chart: Chart, asked: FitAsked, tell: (done: number) => void): Promise<Fitted | undefined> => {
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
  pages: async (chart: Chart, tell: (done: number) => void): Promise<Pages> =>
    loadLanguage(chart.language).then(() => withFonts((fonts) => pagesOf(chart, fonts, tell), wordsOf(chart))),

  /** What two items are to each other. */
  pair: (chart: Chart, a: string, b: string) => kindOf(chart.kind)?.pairFigure?.of(chart, a, b),
};
export type ComposeWorker = typeof api;

expose(api);
