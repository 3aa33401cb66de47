/** Lines of sets, as they are written. */
import { type Chart, treeOf, walk } from '../../chart';
import { oneLine, tidy } from '../../list';
import { isTotal } from './counts';
import { isNotation } from './notation';
import { membershipOf, setNames } from './sets';

const EQUALS = /= *(?:\?|[\d.,]+ ?%?)$/;

/** `what: rest`, at the last colon that is not of an address (`https://`); undefined where there is none. */
export function parted(text: string): [string, string] | undefined {
  let at = text.lastIndexOf(':');
  while (at > 0 && text.startsWith('//', at + 1)) at = text.lastIndexOf(':', at - 1);
  // As in a textbook: n(A ∩ B) = 12.
  if (at < 0 && EQUALS.test(text.trim().slice(-30))) {
    const equals = text.lastIndexOf('=');
    const left = tidy(text.slice(0, equals));
    if (isNotation(left) || isTotal(left) || /^\p{Lu}$/u.test(left)) at = equals;
  }
  return at < 0 ? undefined : [tidy(text.slice(0, at)), tidy(text.slice(at + 1))];
}

export const outlineText = (chart: Chart): string => {
  const { counted } = membershipOf(chart);
  const names = setNames(chart.sets);
  return walk(treeOf(chart.items))
    .map(({ id }) => {
      const { name = '', count = '' } = chart.items[id]!.fields;
      const rest = counted ? count : (names.get(id) ?? []).join(', ');
      // An item of no set whose name has a colon would be read as one of sets.
      return `${oneLine(name) || '?'}${rest || name.includes(':') ? `: ${rest}` : ''}\n`;
    })
    .join('');
};
export const namesOf = (text: string): string[] => text.split(/[,;]/).map(tidy).filter(Boolean);
