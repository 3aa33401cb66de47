import type { KindDrawn } from '../kind';
import { arrange } from './arrange';
import { figures, shownFigures } from './figures';
import { familyInClass } from './in-class';
import { familyOnPage } from './on-page';
import { problems } from './problems';
import { says } from './says';

export const familyDrawn: KindDrawn = {
  ...familyOnPage,
  inClass: familyInClass,
  arrange,
  problems,
  says,
  figures,
  figuresAbout:
    'people, couples, generations, crossings, person (whom ancestors and completeness are about), ancestors {number: name}, completeness [{generation, known, of}]; with between in the request also between {relation, kinship, commonAncestors}',
  shownFigures,
};
