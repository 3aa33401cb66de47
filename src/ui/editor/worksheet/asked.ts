/** What a worksheet is asked to be, as it is chosen in the dialog. */
import type { WorksheetAsked, WriteWhere } from '../../../core/worksheet';

export interface Settings {
  readonly tiers: readonly number[];
  readonly selected: boolean;
  readonly links: boolean;
  readonly sets: boolean;
  /** So many by chance; all where null. */
  readonly count: number | null;
  readonly bank: boolean;
  /** Wrong words, one a line. */
  readonly decoys: string;
  readonly versions: number;
  readonly seed: number;
  readonly write: WriteWhere;
}

/** @param worded lines of the picture have words, which are then what is left blank first */
export const settings0 = ({ worded, tiers, sets }: { worded: boolean; tiers: number; sets: boolean }): Settings => ({
  tiers: worded || sets ? [] : [Math.min(2, tiers)],
  selected: false,
  links: worded,
  sets,
  count: null,
  bank: false,
  decoys: '',
  versions: 1,
  seed: 1,
  write: 'auto',
});

export function askedOf(settings: Settings, selection: readonly string[]): WorksheetAsked {
  const { tiers, selected, links, sets, count, bank, decoys, versions, seed, write } = settings;
  const wrong = decoys
    .split('\n')
    .map((word) => word.trim())
    .filter((word) => word !== '');
  return {
    blank: { tiers, links, sets, ...(selected && { items: selection }), ...(count !== null && { count }) },
    bank,
    ...(bank && wrong.length > 0 && { decoys: wrong }),
    versions,
    seed,
    write,
  };
}
