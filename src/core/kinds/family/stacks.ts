/**
 * Households that stand one under another rather than side by side: couples with the one who comes of the family on top,
 * and brothers and sisters without families of their own beside a line that runs down to all of them.
 */
import type { Family } from './family';
import type { Household } from './households';

export interface Stacking {
  readonly couples: boolean;
  readonly siblings: boolean;
}

/** Brothers and sisters in one stack at the most; more of them stand in several. */
const MOST_STACKED = 6;

/**
 * @param comesOf whether somebody's parents are shown
 * @param isTwin whether somebody's line parts from that of a twin, so that they stay side by side
 */
export function stacked(
  households: readonly Household[],
  { couples, siblings }: Stacking,
  family: Family,
  shown: ReadonlySet<string>,
  comesOf: (id: string) => boolean,
  isTwin: (id: string) => boolean,
): Household[] {
  let all = [...households];
  if (couples) all = all.map((own) => coupleStacked(own, comesOf));
  return siblings ? siblingsStacked(all, family, shown, isTwin) : all;
}

function coupleStacked(own: Household, comesOf: (id: string) => boolean): Household {
  const { places, couples } = own;
  const [a, b] = places;
  if (places.length !== 2 || couples.length !== 1 || a!.again || b!.again) return own;
  if (comesOf(a!.id) && comesOf(b!.id)) return own;
  return { couples, places: comesOf(b!.id) ? [b!, a!] : [a!, b!], stack: 'couple' };
}

function siblingsStacked(
  households: readonly Household[],
  family: Family,
  shown: ReadonlySet<string>,
  isTwin: (id: string) => boolean,
): Household[] {
  const alone = new Map<string, Household>();
  for (const own of households) {
    const [place] = own.places;
    if (own.places.length !== 1 || own.couples.length > 0 || place!.again || isTwin(place!.id)) continue;
    const isFree = family.couplesOf
      .get(place!.id)!
      .every(
        ({ partners, children }) =>
          ![...partners, ...children.map(({ id }) => id)].some((id) => id !== place!.id && shown.has(id)),
      );
    if (isFree && family.originsOf.get(place!.id)!.length === 1) alone.set(place!.id, own);
  }
  const stackOf = new Map<Household, Household>();
  const inner = new Set<Household>();
  for (const { children } of family.couples) {
    let run: Household[] = [];
    const close = () => {
      for (let i = 0; i < run.length; i += MOST_STACKED) {
        const part = run.slice(i, i + MOST_STACKED);
        if (part.length < 2) continue;
        stackOf.set(part[0]!, { places: part.flatMap(({ places }) => places), couples: [], stack: 'siblings' });
        for (const own of part.slice(1)) inner.add(own);
      }
      run = [];
    };
    for (const { id } of children) {
      const own = alone.get(id);
      if (own) run.push(own);
      else if (shown.has(id)) close();
    }
    close();
  }
  return households.flatMap((own) => (inner.has(own) ? [] : [stackOf.get(own) ?? own]));
}
