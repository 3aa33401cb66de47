/** What remarks are pinned to, in words, and what there is to pin one to. */
import type { Chart } from '../../core/chart';
import { type Pin, pinIsGone, pinKey } from '../../core/remarks';
import { edgeKey, type Scene } from '../../core/scene';
import type { Shown } from '../../workers/shown';
import { itemName } from '../shared/fields';
import { words } from './words';

export interface Pinnable {
  readonly chart: Chart;
  readonly scene: Scene;
  readonly regions: Shown['regions'];
}

export function pinWords({ chart, scene }: Pick<Pinnable, 'chart' | 'scene'>, pin: Pin): string {
  if ('sheet' in pin) return words.sheet;
  if (pinIsGone(chart, pin)) return words.somewhere;
  if ('item' in pin) return itemName(chart, pin.item);
  if ('branch' in pin) return words.branch(itemName(chart, pin.branch));
  if ('region' in pin) return words.region(pin.region.map((id) => chart.sets[id]!.name).join(', '));
  const edge = scene.edges.find((one) => edgeKey(one) === pin.edge);
  return edge ? words.line(itemName(chart, edge.from), itemName(chart, edge.to)) : words.somewhere;
}

export interface PinOption {
  readonly value: string;
  readonly label: string;
  readonly pin: Pin;
}

/** What is selected first, then all regions of sets, and the sheet. */
export function pinOptions(
  at: Pinnable,
  { item, edge }: { readonly item: string | null; readonly edge: string | null },
): PinOption[] {
  const { chart, scene, regions } = at;
  const holds = item !== null && scene.items.some(({ parent }) => parent === item);
  const pins: Pin[] = [
    ...(item !== null && chart.items[item] ? [{ item }] : []),
    ...(holds ? [{ branch: item }] : []),
    ...(edge === null ? [] : [{ edge }]),
    ...regions.flatMap(({ sets }) => (sets.length > 0 ? [{ region: [...sets] }] : [])),
    { sheet: true },
  ];
  return pins
    .filter((pin) => !pinIsGone(chart, pin))
    .map((pin) => ({ value: pinKey(pin), label: pinWords(at, pin), pin }));
}
