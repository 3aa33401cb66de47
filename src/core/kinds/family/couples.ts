/**
 * Facts of a couple: when and where they married, when they parted. They are data of the two together, on a link between them,
 * and are written behind the partner: ", married 1970 in York, divorced 1999".
 */
import type { Chart, Link } from '../../chart';
import { dateIn, tidy } from '../../list';
import { COUPLE_FACTS, type CoupleFacts } from './couple-facts';
import { familyOf, statusOf } from './family';

const MARRIED = /^(?:married|marriage|wed|m\.|m(?=\s*\d)|∞|⚭|oo|verheiratet|mariée?s?)\s*(.*)$/iu;
const DIVORCED = /^(?:divorced|div\.?|separated|parted|sep\.?|⚮|o\/o|geschieden|divorcée?s?)\s*(.*)$/iu;
/** Words that say how two belong together and are kept as they are written. */
const WORDS = /^(?:engaged|widowed|widow|widower)$/i;
const PLACE = /^(.*?)(?:^|[\s,]+)(?:in|at)\s+(.+)$/i;

/** Letters of a note at the most. */
const LONGEST = 200;

/** What one note behind a partner says of the two; undefined where it says something else. */
export function coupleNote(note: string): Record<string, string> | undefined {
  const text = tidy(note);
  if (text.length > LONGEST) return undefined;
  if (WORDS.test(text)) return { relation: text.toLowerCase() };
  for (const [pattern, field, relation] of [
    [MARRIED, 'married', 'married'],
    [DIVORCED, 'divorced', 'parted'],
  ] as const) {
    const rest = pattern.exec(text)?.[1];
    if (rest === undefined) continue;
    const [, day = rest, place] = PLACE.exec(rest) ?? [];
    const date = tidy(day);
    if (date !== '' && !dateIn(date) && !/^\d{3,4}$/.test(date)) continue;
    return { relation, ...(date && { [field]: date }), ...(place && field === 'married' && { place: tidy(place) }) };
  }
  return undefined;
}

/** Facts among the fields of a partner's line, and what is left of these. */
export function takeFacts(fields: Readonly<Record<string, string>>): {
  readonly facts: CoupleFacts;
  readonly rest: Record<string, string>;
} {
  const facts: Record<string, string> = {};
  const rest = { ...fields };
  for (const fact of COUPLE_FACTS)
    if (rest[fact] !== undefined) {
      facts[fact] = rest[fact]!;
      delete rest[fact];
    }
  return { facts, rest };
}

/** The link that holds what is said of a couple whose partner stands under the other. */
export const factLink = (id: string, from: string, to: string, relation: string, facts: CoupleFacts): Link => ({
  id,
  from,
  to,
  role: 'partner',
  fields: { status: relation, ...facts },
});

/** Facts as they are written behind a partner; a marriage is said where there is nothing else to say. */
export function writtenFacts({ status = '', married, divorced, place }: CoupleFacts): string {
  const parted = statusOf(status) === 'parted';
  return [
    (married || place) && ['married', married, place && `in ${place}`].filter(Boolean).join(' '),
    divorced ? `divorced ${divorced}` : parted && status,
    !parted && statusOf(status) !== undefined && status !== 'married' && status,
  ]
    .filter(Boolean)
    .join(', ');
}

/** As it is read on a picture: "m. 1970, York; div. 1999". */
const shownFacts = ({ married, divorced, place }: CoupleFacts): string =>
  [(married || place) && `m. ${[married, place].filter(Boolean).join(', ')}`, divorced && `div. ${divorced}`]
    .filter(Boolean)
    .join('; ');

/** Facts of couples that are read in somebody's box: of the two the one with fewer partners, else the second. */
export function factsShownIn(chart: Chart, id: string): string {
  const { couplesOf } = familyOf(chart);
  return couplesOf
    .get(id)!
    .filter(({ partners: [a, b] }) => {
      if (b === undefined) return false;
      const [first, second] = [couplesOf.get(a!)!.length, couplesOf.get(b)!.length];
      return id === (first < second ? a : b);
    })
    .map(({ facts }) => shownFacts(facts))
    .filter(Boolean)
    .join('; ');
}
