/** What the workers tell the page of a composition. */
import type { Chart } from '../core/chart';
import type { Composition } from '../core/compose';
import type { ListRead } from '../core/list';

/** What the screen needs of a composition; the rest is not worth carrying from the worker to the page. */
export type Shown = Omit<Composition, 'items' | 'links' | 'enclosures' | 'settled'>;
export function shown({
  items: _items,
  links: _links,
  enclosures: _enclosures,
  settled: _settled,
  ...rest
}: Composition): Shown {
  return rest;
}

/** Pictures of every kind are drawn only while that is a matter of moments. */
export const MOST_PICTURED = 1_500;

/** All words that a chart or list may show, and more. */
export const wordsOf =
  ({ items, links, sets, ...rest }: Pick<Chart, 'items' | 'links' | 'sets'> | ListRead) =>
  () =>
    JSON.stringify([items, links, sets, 'title' in rest && [rest.title, (rest as Chart).page]]);
