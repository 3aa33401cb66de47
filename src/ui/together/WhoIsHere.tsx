/** Who else looks at the chart just now: a mark for each, with what they are at. */
import type { Chart } from '../../core/chart';
import { itemName } from '../shared/fields';
import { colourOf, useTogether } from './state';
import { words } from './words';

const MOST = 5;

/** First letters of the first and the last name. */
const initials = (name: string): string => {
  const parts = name.split(/\s+/).filter(Boolean);
  return [parts[0], parts.length > 1 ? parts.at(-1) : undefined].map((part) => [...(part ?? '')][0] ?? '').join('');
};

export function WhoIsHere({ chart }: { chart: Pick<Chart, 'kind' | 'items' | 'matter'> }) {
  const here = useTogether((state) => state.here);
  // Somebody with two windows is one.
  const people = [...new Map(here.map((one) => [one.of, one])).values()];
  if (people.length === 0) return null;
  return (
    <ul aria-label={words.here} className="flex flex-none -space-x-1">
      {people.slice(0, MOST).map((one) => {
        const said =
          one.item !== null && chart.items[one.item] ? words.at(one.name, itemName(chart, one.item)) : one.name;
        return (
          <li
            key={one.window}
            title={said}
            className="grid size-7 place-items-center rounded-full border-2 border-sheet text-[11px] font-semibold text-white"
            style={{ backgroundColor: colourOf(one.of) }}
          >
            <span aria-hidden>{initials(one.name)}</span>
            <span className="sr-only">{said}</span>
          </li>
        );
      })}
      {people.length > MOST && (
        <li className="self-center pl-2 text-xs text-quiet">{words.more(people.length - MOST)}</li>
      )}
    </ul>
  );
}
