/** Reading lists away from the page, so that typing never waits. */
import { expose } from 'comlink';
import { nanoid } from 'nanoid';
import { answered } from '../core/answers';
import type { Chart } from '../core/chart';
import { compose, listProblems, unsettled } from '../core/compose';
import { type Source, textOfHtml } from '../core/formats';
import { formsOf } from '../core/forms';
import { type Kind, kindOf } from '../core/kinds';
import { leftOut } from '../core/left-out';
import type { ListRead, Problem } from '../core/list';
import { listFormats } from '../core/list-formats';
import { offersFor } from '../core/offers';
import { chartOfList, type ReadOptions, type ReadResult, readList } from '../core/read';
import type { Scene } from '../core/scene';
import { opened } from '../core/slide-words';
import type { Fonts } from '../core/text';
import { withFonts } from './fonts';
import { MOST_PICTURED, type Shown, shown, wordsOf } from './shown';

/** What was understood of a text, with a picture of it. */
export interface Understood {
  /** The kind as whose list it was read. */
  readonly kindId: string;
  readonly form: string;
  readonly list: ListRead;
  readonly levels: number;
  /** Names of files that are pictures of items, by item. */
  readonly pictured: ReadonlyMap<string, string>;
  readonly problems: readonly Problem[];
  /** Absent for a list too long for a small picture. */
  readonly composition: Shown | null;
}
export type Understanding =
  | { readonly ok: true; readonly understood: Understood }
  | { readonly ok: false; readonly message: string };

/** What a file holds for the page, which has no need of the chart in it. */
export interface OpenedFile extends Omit<Source, 'packed'> {
  readonly isWhole: boolean;
}

/** A form that a list may come in. */
export interface FormOffer {
  readonly id: string;
  readonly label: string;
  readonly sample?: string;
}

export interface Answered {
  readonly list: ListRead;
  /** Keys of the answers that were given. */
  readonly used: readonly string[];
  /** For lines of the list those of the chart that came from the same record of a file. */
  readonly same: ReadonlyMap<string, string>;
}

/** A kind that a text was held against; the picture is for those it can become. */
export interface KindOffer {
  readonly kindId: string;
  readonly sure: number;
  readonly why: string;
  readonly picture: Scene | null;
  /** It can't be read as the kind at all, whatever is chosen about it. */
  readonly refused: boolean;
}

/** How far reading has come: what is being done now, from 0 to 1. */
export type Telling = (step: 'opening' | 'reading' | 'checking' | 'drawing', done: number) => void;

function understoodAs(kind: Kind, list: ListRead, house: string, fonts: Fonts, tell?: Telling): Understood {
  const chart = { ...chartOfList(kind, 'Preview', list), house };
  const lineOf = (id: string) => list.lines[id];
  const structure = kind.structure(chart);
  const pictured = kind.picturesIn?.(list.carried) ?? new Map<string, string>();
  const common = { kindId: kind.id, form: list.form, list, levels: structure.tiers, pictured };
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

const api = {
  /** Says that it lives. */
  lives: (): true => true,

  /** A file as text. @throws where it can't be read, in words */
  async source(bytes: Uint8Array, tell?: Telling, encoding?: string): Promise<OpenedFile> {
    tell?.('opening', 0.1);
    const { packed, ...source } = await opened(bytes, encoding);
    return { ...source, isWhole: packed !== undefined };
  },

  /** What is a table or a list in a piece of a document or a web page, as text. */
  html: (html: string): string | undefined => textOfHtml(html),

  /** For every form of a list what it would leave out of a chart, in phrases. */
  leftOut(chart: Chart): Readonly<Record<string, readonly string[]>> {
    const kind = kindOf(chart.kind);
    return kind
      ? Object.fromEntries(Object.keys(listFormats(kind)).map((form) => [form, leftOut(kind, chart, form)]))
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

  /** The forms in which a kind's list may come; its own have a list to begin with. */
  forms(kindId: string): readonly FormOffer[] {
    const kind = kindOf(kindId);
    return kind
      ? formsOf(kind).map(({ id, label, sample }) => ({
          id,
          label,
          ...(kind.forms.some((own) => own.id === id) && { sample }),
        }))
      : [];
  },

  /** A list whose items have ids of their own, so that it can be taken into a chart that is there. */
  read(kindId: string, text: string, options: Omit<ReadOptions, 'newId'>): ReadResult | undefined {
    const kind = kindOf(kindId);
    return kind && readList(kind, text, { ...options, newId: () => nanoid(12) });
  },

  /** A newer list with a chart's answers given to it, and which of its lines come from records that the chart has. */
  answered({ kind: kindId, answers, carried }: Pick<Chart, 'kind' | 'answers' | 'carried'>, list: ListRead): Answered {
    const kind = kindOf(kindId);
    if (!kind) return { list, used: [], same: new Map() };
    const given = answered(kind, { answers }, list);
    return { ...given, same: kind.sameRecords?.(carried, given.list.carried) ?? new Map() };
  },

  /** Every kind that a text can become, the surest first, with small pictures; and what the others miss. */
  async offers(text: string, house: string): Promise<KindOffer[]> {
    const offers = offersFor(text).map(({ kind, fitness, list, refused }) => ({
      kind,
      fitness,
      refused: refused !== undefined,
      pictured: list && fitness.sure > 0 && list.items.length <= MOST_PICTURED ? list : undefined,
    }));
    return withFonts(
      (fonts) =>
        offers.map(({ kind, fitness, refused, pictured }) => ({
          kindId: kind.id,
          ...fitness,
          refused,
          picture: pictured ? (understoodAs(kind, pictured, house, fonts).composition?.scene ?? null) : null,
        })),
      () => offers.map(({ pictured }) => (pictured ? wordsOf(pictured)() : '')).join(''),
    );
  },
};
export type ReadWorker = typeof api;

expose(api);
