import { apply, asOne, type Change, type Chart, emptyChart } from '../../src/core/chart';
import { type Composition, compose } from '../../src/core/compose';
import { type Kind, kindOf } from '../../src/core/kinds';
import type { Problem } from '../../src/core/list';
import { chartOfList, readList } from '../../src/core/read';
import { fonts } from './fonts';

export interface Read {
  readonly kind: Kind;
  readonly chart: Chart;
  readonly form: string;
  readonly problems: readonly Problem[];
  readonly lines: Readonly<Record<string, number>>;
  /** Id of the first item of a name. */
  readonly id: (name: string) => string;
}

/** A list read as a kind, on a page as large as its picture. */
export function readAs(kindId: string, text: string, arrangement: Chart['arrangement'] = {}, form?: string): Read {
  const kind = kindOf(kindId)!;
  const read = readList(kind, text, { form });
  if (!read.ok) throw new Error(read.problem.message);
  const own = chartOfList(kind, 'Test', read.list);
  const chart: Chart = {
    ...own,
    arrangement: { ...own.arrangement, ...arrangement },
    page: { ...emptyChart('', '-').page, size: 'picture', showTitle: false, margin: 0 },
  };
  return {
    kind,
    chart,
    form: read.list.form,
    lines: read.list.lines,
    problems: [...read.list.problems, ...kind.problems(chart, (item) => read.list.lines[item])],
    id: (name) => {
      const found = Object.values(chart.items).find(({ fields }) => fields['name'] === name);
      if (!found) throw new Error(`no item "${name}"`);
      return found.id;
    },
  };
}

/** A chart with changes carried out on it. */
export function carried(chart: Chart, ...changes: readonly Change[]): Chart {
  const applied = apply(chart, asOne(changes));
  if (!applied.ok) throw new Error(applied.problem.message);
  return applied.chart;
}

export const drawn = (chart: Chart): Composition => compose(chart, fonts);
export const draw = (kindId: string, text: string, arrangement: Chart['arrangement'] = {}): Composition =>
  drawn(readAs(kindId, text, arrangement).chart);

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export const overlap = (a: Rect, b: Rect, slack = 0.01): boolean =>
  a.x + a.width > b.x + slack &&
  b.x + b.width > a.x + slack &&
  a.y + a.height > b.y + slack &&
  b.y + b.height > a.y + slack;

/** Pairs of boxes that overlap. */
export const overlaps = ({ items }: Composition): string[] =>
  items.flatMap((a, i) => items.slice(i + 1).flatMap((b) => (overlap(a.box, b.box) ? [`${a.name} / ${b.name}`] : [])));

/** Whether a straight line touches a rectangle. */
export function touches([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number], rect: Rect): boolean {
  let [from, to] = [0, 1];
  for (const [delta, room] of [
    [ax - bx, ax - rect.x],
    [bx - ax, rect.x + rect.width - ax],
    [ay - by, ay - rect.y],
    [by - ay, rect.y + rect.height - ay],
  ] as const) {
    if (delta === 0 && room < 0) return false;
    if (delta < 0) from = Math.max(from, room / delta);
    if (delta > 0) to = Math.min(to, room / delta);
  }
  return from <= to;
}

/** Lines that run through boxes. */
export const linesThroughBoxes = ({ items, links }: Composition): string[] =>
  links.flatMap(({ from, to, points }) =>
    points.slice(1).flatMap((end, i) =>
      items.flatMap(({ name, box }) => {
        const inner = { x: box.x + 1, y: box.y + 1, width: box.width - 2, height: box.height - 2 };
        return touches(points[i]!, end, inner) ? [`${from} - ${to} through ${name}`] : [];
      }),
    ),
  );

/** Rectangles that the words on lines take at the least: narrower and lower than they are, so that touching is sure. */
export const wordsOnLines = ({ scene }: Composition): Rect[] =>
  scene.links
    .flatMap(({ marks }) => marks)
    .flatMap((mark) =>
      mark.type === 'text'
        ? [
            {
              x: mark.x,
              y: mark.y - mark.size * 0.75,
              width: mark.text.length * mark.size * 0.42,
              height: mark.size * 0.75,
            },
          ]
        : [],
    );
