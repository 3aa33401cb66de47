import { dateIn, writtenDate } from '../../list';

const ABOUT = /^(?:c\.?|ca\.?|about|circa)\s/i;
const LEADS = { ABT: 'c. ', CAL: 'c. ', EST: 'c. ', BEF: 'before ', TO: 'before ', AFT: 'after ' } as const;

/** The year of a date as it is read out, as far as it is known: "1892", "c. 1892", "before 1892", "1890/1892". */
function yearIn(text: string | undefined): string | undefined {
  const date = dateIn(text);
  if (!date) return undefined;
  const written = writtenDate(text!);
  const said = (year: number) => (year < 0 ? `${-year} BC` : String(year));
  const { modifier, second } = written ?? {};
  // Of two days of one calendar; where years of others begin in the middle of ours, the first is said.
  if (second && second.calendar === 'gregorian' && second.year !== date.year)
    return `${said(date.year)}/${said(second.year)}`;
  const lead = modifier && modifier in LEADS ? LEADS[modifier as keyof typeof LEADS] : undefined;
  const inWords = date.beside === -1 ? 'before ' : date.beside === 1 ? 'after ' : ABOUT.test(text!) ? 'c. ' : '';
  return `${lead ?? inWords}${said(date.year)}`;
}

/** "1890 – 1960", "born c. 1890", "died 1960"; empty where neither is known. */
export function yearsOf(born: string | undefined, died: string | undefined): string {
  const [from, to] = [yearIn(born), yearIn(died)];
  if (from !== undefined && (to !== undefined || died)) return `${from} – ${to ?? '?'}`;
  if (from !== undefined) return `born ${from}`;
  return to === undefined ? '' : `died ${to}`;
}
