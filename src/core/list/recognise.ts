import type { Column, ListForm } from './types';

/** The form that a text is most surely written in; the first of equals. */
export function recognise(text: string, forms: readonly ListForm[], columns: readonly Column[]): ListForm {
  let best = forms[0]!;
  let most = -1;
  for (const form of forms) {
    const sure = form.suits(text, columns);
    if (sure > most) [best, most] = [form, sure];
  }
  return best;
}
