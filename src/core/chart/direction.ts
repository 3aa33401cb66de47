import { isLeftward } from '../languages';
import { remembered } from '../remember';
import type { Chart } from './model';

/** Scripts written from right to left have their letters in these blocks. */
const LEFTWARD = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc\u{10800}-\u{10fff}\u{1e800}-\u{1efff}]/u;
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
