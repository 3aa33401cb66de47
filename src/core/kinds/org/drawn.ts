import type { KindDrawn } from '../kind';
import { arrange } from './arrange';
import { figures, shownFigures } from './figures';
import { fit } from './fit';
import { orgInClass } from './in-class';
import { orgOnPage } from './on-page';
import { problems } from './problems';
import { says } from './says';
import { secondProblems } from './second';
import { settle } from './settle';

export const orgDrawn: KindDrawn = {
  ...orgOnPage,
  inClass: orgInClass,
  arrange,
  platesItself: true,
  fit,
  settle,
  problems: (chart, lineOf) => [...problems(chart, lineOf), ...secondProblems(chart, lineOf)],
  says,
  figures,
  figuresAbout: 'people, posts, vacant, tiers, span {mean, most}',
  shownFigures,
};
