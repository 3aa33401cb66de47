import type { KindDrawn } from '../kind';
import { arrange } from './arrange';
import { figures, shownFigures } from './figures';
import { conceptInClass } from './in-class';
import { conceptOnPage } from './on-page';
import { problems } from './problems';
import { says } from './says';

export const conceptDrawn: KindDrawn = {
  ...conceptOnPage,
  inClass: conceptInClass,
  arrange,
  problems,
  says,
  figures,
  figuresAbout:
    'concepts, propositions, tiers, crossLinks, crossings, score {propositions, levels, crossLinks, examples, total}: the points each brings',
  shownFigures,
};
