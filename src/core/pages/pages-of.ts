/** The pages that a chart is printed on: one, the sheets of a wall, or a booklet. */
import type { Chart } from '../chart';
import { paint, prepare } from '../compose';
import type { Scene } from '../scene';
import type { Fonts } from '../text';
import { type Booklet, booklet } from './booklet';
import { wallPages } from './wall';

export interface Pages {
  readonly scenes: readonly Scene[];
  /** Where it is a booklet: what is known of it and of each page. */
  readonly booklet?: Booklet;
}

/** @param tell how far it has come, from 0 to 1 */
export function pagesOf(chart: Chart, fonts: Fonts, tell?: (done: number) => void): Pages {
  if (chart.page.over === 'booklet') {
    const made = booklet(chart, fonts, tell);
    if (made) return { scenes: made.pages.map(({ scene }) => scene), booklet: made };
  }
  const { scene } = paint(prepare(chart, fonts), fonts);
  const sheets = wallPages(chart, scene, fonts);
  return { scenes: sheets.length > 0 ? sheets : [scene] };
}
