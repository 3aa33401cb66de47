/**
 * A chart in words, for those who do not see it: what it is and how large, tier by tier, its main branches, what stands out.
 * It is the alternative text of its pictures (WCAG 2.2, 1.1.1) wherever nobody wrote one.
 */
import type { Chart } from './chart';
import { type KindDrawn, matterOf, type Structure, seenOf } from './kinds';

/** Of more tiers only the first are counted one by one. */
const MOST_TIERS = 12;
/** As long as an alternative text is still listened to; what is beyond is in the list. */
const MOST_LETTERS = 1_500;

export function describe(kind: KindDrawn, chart: Chart, structure: Structure): string {
  const { item, items } = matterOf(kind, chart);
  const { tiers, tierOf } = structure;
  const order = seenOf(structure);
  const count = order.length;
  const first = `${kind.words.name}: ${count} ${count === 1 ? item : items} in ${tiers} ${tiers === 1 ? 'tier' : 'tiers'}.`;
  const counts = Array.from({ length: tiers }, () => 0);
  for (const id of order) counts[tierOf.get(id)! - 1]!++;
  const byTier = tiers > 1 && tiers <= MOST_TIERS && order.length > 0 ? [`Tier by tier: ${counts.join(', ')}.`] : [];
  const sentences = [first, ...byTier, ...kind.says(chart, structure)];
  let text = '';
  for (const sentence of sentences) {
    if (text.length + sentence.length > MOST_LETTERS) break;
    text += text === '' ? sentence : ` ${sentence}`;
  }
  return text;
}
