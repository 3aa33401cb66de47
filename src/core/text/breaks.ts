/**
 * Where lines may end: UAX #14 (its number rules as in example 7), and the words of scripts that set nothing between them
 * by the dictionary of the platform.
 */
import { Example7_13, Example7_25, LB13, LB25, Rules } from '@cto.af/linebreak';
import { once } from '../remember';

const rules = once(() => {
  const made = new Rules();
  // By what they are: asked for by name they are not found in code whose names were shortened.
  made.rules = made.rules.map((rule) => (rule === LB13 ? Example7_13 : rule === LB25 ? Example7_25 : rule));
  return made;
});
const WITHOUT_SPACES = /[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff\ua9e0-\ua9ff\uaa60-\uaa7f]+/g;
const words = once(() => new Intl.Segmenter('th', { granularity: 'word' }));

/** Offsets at which a line may begin by the rules alone, the end not among them. */
export function ruledBreaks(text: string): number[] {
  const found: number[] = [];
  for (const { position } of rules().breaks(text)) if (position < text.length) found.push(position);
  return found;
}

/** Offsets at which a line may begin, the end not among them. */
export function breaksOf(text: string): ReadonlySet<number> {
  const found = new Set(ruledBreaks(text));
  for (const { index, 0: run } of text.matchAll(WITHOUT_SPACES)) {
    for (const { index: at } of words().segment(run)) if (at > 0) found.add(index + at);
  }
  return found;
}
