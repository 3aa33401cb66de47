import { dateIn } from '../../list';

/** "1890 – 1960", "born 1890", "died 1960"; empty where neither is known. */
export function yearsOf(born: string | undefined, died: string | undefined): string {
  const [from, to] = [dateIn(born)?.year, dateIn(died)?.year];
  if (from !== undefined && (to !== undefined || died)) return `${from} – ${to ?? '?'}`;
  if (from !== undefined) return `born ${from}`;
  return to === undefined ? '' : `died ${to}`;
}
