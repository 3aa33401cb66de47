import type { Column, ListForm } from './types';

/** What a text is written in is told by its beginning and its end: so many lines and letters are looked at. */
const LOOKED_AT = { lines: 6_000, first: 400_000, last: 400 };

function lookedAt(text: string): string {
  if (text.length <= LOOKED_AT.first + LOOKED_AT.last) return text;
  let end = -1;
  for (let line = 0; line < LOOKED_AT.lines; line++) {
    const next = text.indexOf('\n', end + 1);
    if (next < 0 || next > LOOKED_AT.first) break;
    end = next;
  }
  // From a whole line on, or without the blank that what is left of one may begin with, as a line that is set in does.
  const last = text.slice(-LOOKED_AT.last).trimEnd();
  return `${text.slice(0, end > 0 ? end : LOOKED_AT.first)}\n${last.slice(last.indexOf('\n') + 1).trimStart()}`;
}

/** The form that a text is most surely written in; the first of equals. */
export function recognise(text: string, forms: readonly ListForm[], columns: readonly Column[]): ListForm {
  const part = lookedAt(text);
  let best = forms[0]!;
  let most = -1;
  for (const form of forms) {
    const sure = form.suits(part, columns);
    if (sure > most) [best, most] = [form, sure];
  }
  return best;
}
