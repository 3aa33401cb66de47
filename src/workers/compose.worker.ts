/** Composing and reading lists away from the page, so that typing never waits. */
import { expose } from 'comlink';
import type { Chart, Item } from '../core/chart';
import { type Composition, compose } from '../core/compose';
import { faces } from '../core/faces';
import { kindOf } from '../core/kinds';
import type { Problem } from '../core/list';
import { chartOfList, readList } from '../core/read';

import { loadFonts } from './fonts';

const fonts = loadFonts(faces);

/** What the screen needs of a composition; the rest is not worth carrying from the worker to the page. */
export type Shown = Omit<Composition, 'items' | 'links'>;
function shown({ items: _items, links: _links, ...rest }: Composition): Shown {
  return rest;
}

/** What was understood of a text, with a picture of it. */
export interface Understood {
  readonly form: string;
  readonly items: readonly Item[];
  readonly levels: number;
  readonly columns: readonly { readonly heading: string; readonly field: string }[];
  readonly problems: readonly Problem[];
  readonly composition: Shown;
}
export type Understanding =
  | { readonly ok: true; readonly understood: Understood }
  | { readonly ok: false; readonly message: string };

const api = {
  compose: async (chart: Chart): Promise<Shown> => shown(compose(chart, await fonts)),

  async understand(kindId: string, text: string, form: string | undefined, house: string): Promise<Understanding> {
    const kind = kindOf(kindId);
    if (!kind) return { ok: false, message: `There is no kind "${kindId}".` };
    const read = readList(kind, text, form);
    if (!read.ok) return { ok: false, message: read.problem.message };
    const { list } = read;
    const chart = { ...chartOfList(kind, 'Preview', list), house };
    const page = { ...chart.page, size: 'picture' as const, showTitle: false, margin: 8 };
    const composition = compose({ ...chart, page }, await fonts, (id) => list.lines[id]);
    return {
      ok: true,
      understood: {
        form: list.form,
        items: list.items,
        levels: composition.tiers.length,
        columns: list.columns ?? [],
        problems: [...list.problems, ...composition.problems],
        composition: shown(composition),
      },
    };
  },
};
export type ComposeWorker = typeof api;

expose(api);
