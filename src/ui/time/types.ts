/** What the server answers of moments and trials. */
import type { Compared } from '../../core/history';

export type { History as HistoryAnswer, Told as HistoryEntry } from '../../server/moments/history';
export type { SavePoint } from '../../server/moments/points';
export type { Differences as DifferencesAnswer, NamedClash as ClashCard } from '../../server/trials/adopt';
export type { Trial as TrialCard } from '../../server/trials/trials';

export interface Figure {
  readonly label: string;
  readonly a: string;
  readonly b: string;
}
export interface ComparedAnswer extends Compared {
  readonly summary: string;
  readonly figures: readonly Figure[];
}
