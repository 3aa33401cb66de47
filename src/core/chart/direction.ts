/** What follows from the language of a chart, where nothing else is chosen. */
import { isLeftward, LEFTWARD_BLOCKS, type NameOrder, nameOrderIn } from '../languages';
import { remembered } from '../remember';
import type { Chart } from './model';

const LEFTWARD = new RegExp(`[${LEFTWARD_BLOCKS}]`, 'u');
const LETTER = /\p{L}/u;

/** Whether words begin at the right: by their first letter (UAX #9, P2 and P3). */
const beginsRight = (text: string): boolean => LEFTWARD.test(text) && LEFTWARD.test(LETTER.exec(text)?.[0] ?? '');

/** Whether most names begin at the right. */
const byNames = remembered((items: Chart['items']): boolean => {
  let balance = 0;
  for (const id in items) {
    const name = items[id]!.fields['name'] ?? '';
    if (name !== '') balance += beginsRight(name) ? 1 : -1;
  }
  return balance > 0;
});

/** Whether a chart begins at the right: by its language, else by its list. */
export const isLeftwardChart = ({ language, items }: Pick<Chart, 'language' | 'items'>): boolean =>
  language === undefined ? byNames(items) : isLeftward(language);

/** Where the family name stands in the names of a chart. */
export const nameOrderOf = ({ language, nameOrder }: Pick<Chart, 'language' | 'nameOrder'>): NameOrder =>
  nameOrder ?? nameOrderIn(language);
