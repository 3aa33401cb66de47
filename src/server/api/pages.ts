/** The pages of a chart, for files and as the API's JSON. */
import type { z } from 'zod';
import type { Chart } from '../../core/chart';
import { definedOf } from '../../core/defined';
import { ALL_ALLOWED, type FitAsked } from '../../core/fit';
import { pagesOf } from '../../core/pages';
import type { Scene } from '../../core/scene';
import { wrongValue } from '../http';
import { fonts } from '../pictures';
import type { fitRequest, PagesAnswer } from './schemas';

/** The scenes of a file: all pages of a chart that goes over several, or the whole of it. */
export const scenesOf = (chart: Chart, all: boolean, whole: () => Scene): readonly Scene[] =>
  all && chart.page.over !== undefined && chart.page.over !== 'one' ? pagesOf(chart, fonts()).scenes : [whole()];

/** One page, or all where none is asked for. @throws 422 where there is no such page */
export function pageAsked(scenes: readonly Scene[], page: string | null): readonly Scene[] {
  if (page === null) return scenes;
  const scene = scenes[Number(page) - 1];
  if (scene) return [scene];
  const message = `The chart has ${scenes.length} ${scenes.length === 1 ? 'page' : 'pages'}; page is a number from 1.`;
  throw wrongValue('page', message);
}

export function pagesAnswerOf(chart: Chart): PagesAnswer {
  const { scenes, booklet } = pagesOf(chart, fonts());
  const other = chart.page.over === 'wall' ? ('sheet' as const) : ('part' as const);
  return {
    pages: scenes.map(({ width, height, items }, i) => {
      const own = booklet?.pages[i];
      return {
        page: i + 1,
        kind: own?.kind ?? other,
        width,
        height,
        heads: [...(own?.heads ?? [])],
        items: [...(own?.items ?? items.map(({ id }) => id))],
        smallestText: own?.smallest ?? null,
      };
    }),
    parts: booklet?.parts ?? null,
    bound: booklet?.bound ?? null,
  };
}

/** What fitting may change: what a request does not say is as in the editor. */
export const fitAsked = (asked: z.infer<typeof fitRequest>): FitAsked => ({ ...ALL_ALLOWED, ...definedOf(asked) });
