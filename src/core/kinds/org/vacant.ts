import type { Item } from '../../chart';
import { folded } from '../../list';

/** Words that stand where a name would, for a post with nobody in it: English, German, French, Spanish, Italian, Dutch. */
const NOBODY = new Set(
  [
    'vacant, vacancy, unfilled, unassigned, open, tba, tbc, tbd, tbh, to be hired, to be appointed, to be announced',
    'to be confirmed, to be decided, to be determined, to be filled, to be recruited, hiring, recruiting, new hire, nobody',
    'n.n., n. n., nn, unbesetzt, offen, vakant, frei, zu besetzen, in besetzung, nicht besetzt, ausgeschrieben',
    'vacante, a pourvoir, poste vacant, non pourvu, por cubrir, sin cubrir, puesto vacante, scoperto, da assegnare, vacatura',
  ].flatMap((words) => words.split(', ')),
);
const POST = / (?:post|position|role|job|seat|stelle)$|^(?:post|position|role|job|stelle|poste) /;
/** Columns that say whether somebody is in a post. */
const OF_POST = /^(?:(?:post|position|job|role) )?(?:status|state|occupancy|besetzung|statut|estado)$/;
const VACANT = /^(?:vacant|vacancy|is vacant|open|unfilled|unbesetzt|vakant|vacante)$/;
const YES = new Set(['yes', 'y', 'x', 'true', '1', '✓', '✔', 'ja', 'oui', 'si', 'vacant', 'open']);

const LONGEST = 120;

/** Whether words say that nobody is there: "Vacant (mat. leave)", "Open position", "TBD - from May". */
function saysNobody(text: string): boolean {
  if (text.length > LONGEST) return false;
  const plain = folded(text)
    .replace(/\([^()]*\)$/, '')
    .split(/ [-–—] |[,:;]/)[0]!
    .trim();
  return NOBODY.has(plain) || (POST.test(plain) && NOBODY.has(plain.replace(POST, '')));
}

/** A post with nobody in it: no name, words that say so in its place, or a column that says so. */
export const isVacant = ({ fields }: Pick<Item, 'fields'>): boolean => {
  const name = (fields['name'] ?? '').trim();
  if (name === '' || saysNobody(name)) return true;
  for (const heading in fields) {
    if (heading.length > 30) continue;
    const key = folded(heading);
    if (OF_POST.test(key) ? saysNobody(fields[heading]!) : VACANT.test(key) && YES.has(folded(fields[heading]!)))
      return true;
  }
  return false;
};
