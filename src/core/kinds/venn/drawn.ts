import type { KindDrawn } from '../kind';
import { arrange } from './arrange';
import { figureCharts, figures, shownFigures } from './figures';
import { vennInClass } from './in-class';
import { vennOnPage } from './on-page';
import { problems } from './problems';
import { says } from './says';

export const vennDrawn: KindDrawn = {
  ...vennOnPage,
  inClass: vennInClass,
  arrange,
  problems,
  says,
  figures,
  figuresAbout:
    'items, union, outside, sets {name: count}, regions [{sets, count}], regionsDrawn; for a list of counts also solution {status, regions [{sets, count | least, most}], asked [{line, count | least, most}], clash [line]}',
  shownFigures,
  figureCharts,
};
