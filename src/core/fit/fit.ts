/**
 * Fitting a chart to its page: among the arrangements that are allowed, the one whose smallest words print largest, with
 * how good that is. Deterministic: the same chart gives the same answer.
 */
import { apply, asOne, type Change, type Chart } from '../chart';
import { onto, type Prepared, prepare, smallestOf } from '../compose';
import { type ArrangementChoice, chosen, type FitAllowed } from '../kinds';
import { boundByArea, largestScale } from '../layout';
import type { Fonts } from '../text';

export interface FitAsked extends FitAllowed {
  /** The page may be turned. */
  readonly turn: boolean;
}
export const ALL_ALLOWED: FitAsked = { direction: true, branches: true, gaps: true, order: false, turn: false };

/** Sizes are points at which the smallest words print; null where there are no words. */
export interface FitResult {
  /** What makes it so; null where it already is. */
  readonly change: Change | null;
  readonly now: number | null;
  readonly prints: number | null;
  /** With everything set side by side; null where the kind has no such thing. */
  readonly plain: number | null;
  /** No arrangement that was allowed prints larger; null where no bound is known. */
  readonly bound: number | null;
}

/** Most combinations of choices that are tried where a kind has no fit of its own. */
const MOST_TRIED = 48;

/** How a chart comes to stand on its page. */
function measured(prepared: Prepared, fonts: Fonts) {
  const { kind, input } = prepared;
  // Where a kind places its tree by itself, links run round it: they do not count for its size.
  const arrangement = kind.arrange(kind.fit ? { ...input, chart: { ...input.chart, links: {} } } : input);
  const smallest = smallestOf(prepared.set, arrangement);
  return { scale: onto(prepared, arrangement, fonts).place.scale, smallest, boxScale: arrangement.boxScale };
}

/** All combinations of the choices that fitting may change, the chart's own first. */
function combinations(choices: readonly ArrangementChoice[], arrangement: Chart['arrangement']) {
  let all: Record<string, string>[] = [{}];
  for (const choice of choices) {
    if (choice.type !== 'choice' || !choice.fits) continue;
    const now = String(chosen(choices, arrangement, choice.key));
    const values = [now, ...choice.options.map(({ value }) => value).filter((value) => value !== now)];
    all = all.flatMap((so) => values.map((value) => (value === now ? so : { ...so, [choice.key]: value })));
  }
  return all.slice(0, MOST_TRIED);
}

/**
 * @param tell how far it has come, from 0 to 1
 * @returns undefined where the page is as large as the picture: there is nothing to fit
 */
export function fitChart(
  chart: Chart,
  fonts: Fonts,
  asked: FitAsked = ALL_ALLOWED,
  tell: (done: number) => void = () => {},
): FitResult | undefined {
  if (chart.page.size === 'picture') return undefined;
  const most = largestScale(chart.page);
  const now = prepare(chart, fonts);
  const before = measured(now, fonts);
  const turned = { type: 'set-page' as const, page: { orientation: other(chart.page.orientation) } };
  const pages: Change[][] = asked.turn && chart.page.size !== 'own' ? [[], [turned]] : [[]];
  let plain: number | null = null;
  let bound: number | null = null;
  const found: Change[][] = [];
  for (const [p, page] of pages.entries()) {
    const { kind, input } = page.length === 0 ? now : prepare(changed(chart, page), fonts);
    const room = input.room!;
    const part = (done: number) => tell((p + done) / pages.length);
    if (kind.fit) {
      const own = kind.fit({ ...input, room }, asked, most, part);
      found.push([...page, ...own.best.changes]);
      plain = Math.max(plain ?? 0, own.plain);
      bound = Math.max(bound ?? 0, own.bound);
      continue;
    }
    const all = asked.direction ? combinations(kind.choices, chart.arrangement) : [{}];
    for (const arrangement of all)
      found.push([
        ...page,
        ...(Object.keys(arrangement).length > 0 ? [{ type: 'set-arrangement' as const, arrangement }] : []),
      ]);
    // Where the arrangement chose the size of boxes, their area says nothing.
    if (before.boxScale !== undefined) continue;
    const boxes = input.structure.order.map((id) => input.sizes.get(id)!);
    bound = Math.max(bound ?? 0, Math.min(most, boundByArea(boxes, room, 0)));
  }
  let best = { scale: before.scale, changes: [] as Change[] };
  let smallest = before.smallest;
  // What a kind found is in its own measure; on the page it is measured like everything else.
  for (const [i, changes] of found.entries()) {
    tell(now.kind.fit ? 1 : i / found.length);
    if (changes.length === 0) continue;
    const next = measured(prepare(changed(chart, changes), fonts), fonts);
    if (next.scale * (next.smallest ?? 1) <= best.scale * (smallest ?? 1) * 1.001) continue;
    best = { scale: next.scale, changes };
    smallest = next.smallest;
  }
  tell(1);
  const print = (scale: number | null) => (scale === null || smallest === null ? null : smallest * scale);
  return {
    change: best.changes.length === 0 ? null : asOne(best.changes),
    now: before.smallest === null ? null : before.smallest * before.scale,
    prints: print(best.scale),
    plain: print(plain),
    bound: print(bound === null ? null : Math.max(bound, best.scale)),
  };
}

const other = (orientation: Chart['page']['orientation']): Chart['page']['orientation'] =>
  orientation === 'portrait' ? 'landscape' : 'portrait';

function changed(chart: Chart, changes: readonly Change[]): Chart {
  const result = apply(chart, asOne(changes));
  if (!result.ok) throw new Error(result.problem.message);
  return result.chart;
}
