import type { KindDrawn } from '../kind';
import { arrange } from './arrange';
import { figureCharts, figures, shownFigures } from './figures';
import { decisionInClass } from './in-class';
import { decisionOnPage } from './on-page';
import { problems } from './problems';
import { says } from './says';
import { walkThrough } from './walk-through';

export const decisionDrawn: KindDrawn = {
  ...decisionOnPage,
  inClass: decisionInClass,
  arrange,
  problems,
  says,
  figures,
  figuresAbout:
    'questions, chances, outcomes, questionsToOutcome {fewest, mean, most}; with numbers also value (expected value at the start), best (answers to choose from the start on), values (by item), profile [{value, chance}], perfectInformation, perfectInformationOf {event: value}',
  shownFigures,
  figureCharts,
  walkThrough,
};
