/** What a task begins with: a chart of which something is left out. */
import { type Chart, emptyChart } from '../chart';
import { isBlank, kindDrawn, kindOnPage, lineToWrite } from '../kinds';
import { randomFrom, shuffled } from '../random';

export const EMPTY = 'empty';
export const WHOLE = 'whole';
export const BLANKS = 'blanks';

export interface TaskStart {
  readonly id: string;
  readonly label: string;
}

/** The ways in which a task can begin with a chart of a kind. */
export const startsOf = (kind: string): TaskStart[] => {
  const { items = 'items' } = kindOnPage(kind)?.words ?? {};
  return [
    { id: EMPTY, label: 'Nothing: an empty chart of its kind' },
    ...(kindDrawn(kind)?.inClass.bare ?? []).map(({ id, label }) => ({ id, label })),
    { id: BLANKS, label: `A worksheet: the picture, some ${items} without their names` },
    { id: WHOLE, label: 'The chart as it is, as an example to work on' },
  ];
};

export interface Begun {
  readonly chart: Chart;
  /** Words that were taken out, in an order by chance: to choose from. */
  readonly words: readonly string[];
}

/** Part of the names that a worksheet lacks where nobody said how many. */
const SHARE = 0.4;

function worksheet(chart: Chart, count: number | undefined, seed: number): Begun {
  // The top stays, to begin from; of a kind without levels any name can be left out.
  const levels = Object.values(chart.items).some(({ parent }) => parent !== null);
  const nameOf = ({ fields }: Chart['items'][string]) => (fields['name'] ?? '').trim();
  const items = Object.values(chart.items);
  const tops = new Set(items.filter(({ parent }) => levels && parent === null).map(nameOf));
  const named = [...new Set(items.map(nameOf))].filter((name) => !isBlank(name) && !tops.has(name)).sort();
  const random = randomFrom(seed);
  const words = shuffled(named, random).slice(0, count ?? Math.ceil(named.length * SHARE));
  // Every line of one name lacks it: else the answer would stand beside the question. They are one blank, of one number.
  const gone = new Set(words);
  const numbers = new Map<string, number>();
  const blank = Object.fromEntries(
    Object.entries(chart.items).map(([id, item]) => {
      const name = nameOf(item);
      if (!gone.has(name)) return [id, item];
      if (!numbers.has(name)) numbers.set(name, numbers.size + 1);
      return [id, { ...item, fields: { ...item.fields, name: lineToWrite(numbers.get(name)) } }];
    }),
  );
  return { chart: { ...chart, items: blank }, words: shuffled(words, random) };
}

/**
 * A chart as a task begins with it: what was settled, answered or carried for the chart itself is left behind.
 * @param start of `startsOf`; any other is the chart as it is
 * @param count names that a worksheet lacks
 */
export function begin(
  chart: Chart,
  start: string,
  { count, seed = 1 }: { count?: number | undefined; seed?: number } = {},
): Begun {
  const { settled: _, answers: __, carried: ___, listed: ____, stands: _____, description: ______, ...own } = chart;
  const { house, font, brand, language, arrangement, page, columns } = chart;
  if (start === EMPTY) {
    const known = { house, font, brand, language, columns };
    const said = Object.fromEntries(Object.entries(known).filter(([, value]) => value !== undefined));
    return {
      chart: { ...emptyChart(chart.kind, chart.title), ...said, arrangement: withoutItems(arrangement, chart), page },
      words: [],
    };
  }
  if (start === BLANKS) return worksheet(own, count, seed);
  const bare = kindDrawn(chart.kind)?.inClass.bare.find(({ id }) => id === start);
  return { chart: bare ? bare.from(own) : own, words: [] };
}

/** Choices that name an item of the chart mean nothing without it. */
const withoutItems = (arrangement: Chart['arrangement'], { items }: Chart): Chart['arrangement'] =>
  Object.fromEntries(Object.entries(arrangement).filter(([, value]) => !Object.hasOwn(items, String(value))));
