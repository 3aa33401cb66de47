/** Columns that say where a line stands rather than something of the item. A list may have several of the first. */

import type { ListRead } from './types';

export const LEVEL = '@level';
export const NUMBERING = '@numbering';
export const GRADE = '@grade';

/** A column that is not taken in. */
export const LEFT_OUT = '';
export const PLACE_ROLES = [
  { role: LEVEL, label: 'A level of its own', about: 'One column a level, such as site, department, team' },
  { role: NUMBERING, label: 'Numbering', about: 'Numbers such as 1.2.3 say what stands under what' },
  { role: GRADE, label: 'Level or grade', about: 'A line stands under the nearest one above it of a higher grade' },
] as const;

/** Headings of a table that was read; where none was known as one, what its first row would be. None for other lists. */
export const headingsOf = ({ columns, headed, firstRows }: Pick<ListRead, 'columns' | 'headed' | 'firstRows'>) =>
  columns && (headed ? columns.map(({ heading }) => heading) : firstRows?.[0]);
