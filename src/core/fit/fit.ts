/**
 * Fitting a chart to its page: among the arrangements that are allowed, the one whose smallest words print largest, with
 * how good that is. Deterministic: the same chart gives the same answer.
 */
import { apply, asOne, type Change, type Chart, type LookPatch } from '../chart';
import { LEAST_PRINT, onto, type Prepared, prepare, smallestOf } from '../compose';
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
  const smallest = smallestOf(prepared, arrangement);
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
  let best = { scale: before.scale, changes: [] as readonly Change[] };
  let smallest = before.smallest;
  const printed = (scale: number | null) => (scale === null || smallest === null ? null : smallest * scale);

  /** What is best from where a chart begins, by its kind or by trying. */
  function searched(start: readonly Change[], part: (done: number) => void): Change[][] {
    const prepared = start.length === 0 ? now : prepare(changed(chart, start), fonts);
    const { kind, input } = prepared;
    const room = input.room!;
    if (kind.fit) {
      const own = kind.fit({ ...input, room }, asked, most, part);
      plain = Math.max(plain ?? 0, own.plain);
      bound = Math.max(bound ?? 0, own.bound);
      return [[...start, ...own.best.changes]];
    }
    // Where the arrangement chose the size of boxes, their area says nothing.
    if (before.boxScale === undefined) {
      const boxes = input.structure.order.map((id) => input.sizes.get(id)!);
      bound = Math.max(bound ?? 0, Math.min(most, boundByArea(boxes, room, 0)));
    }
    const all = asked.direction ? combinations(kind.choices, chart.arrangement) : [{}];
    return all.map((arrangement) => [
      ...start,
      ...(Object.keys(arrangement).length > 0 ? [{ type: 'set-arrangement' as const, arrangement }] : []),
    ]);
  }
  function search(starts: readonly (readonly Change[])[], part: (done: number) => void): void {
    const found = starts.flatMap((start, i) => searched(start, (done) => part((i + done) / starts.length)));
    // What a kind found is in its own measure; on the page it is measured like everything else.
    for (const [i, changes] of found.entries()) {
      part(now.kind.fit ? 1 : i / found.length);
      if (changes.length === 0) continue;
      const next = measured(prepare(changed(chart, changes), fonts), fonts);
      if (next.scale * (next.smallest ?? 1) <= best.scale * (smallest ?? 1) * 1.001) continue;
      best = { scale: next.scale, changes };
      smallest = next.smallest;
    }
  }

  const closer = asked.boxes ? closerBoxes(now) : [];
  search(pages, (done) => tell(closer.length > 0 ? done / 2 : done));
  if (closer.length > 0 && (printed(best.scale) ?? LEAST_PRINT) < LEAST_PRINT)
    search(
      pages.map((page) => [...page, ...closer]),
      (done) => tell(0.5 + done / 2),
    );
  tell(1);
  return {
    change: best.changes.length === 0 ? null : asOne(best.changes),
    now: before.smallest === null ? null : before.smallest * before.scale,
    prints: printed(best.scale),
    plain: printed(plain),
    bound: printed(bound === null ? null : Math.max(bound, best.scale)),
  };
}

/** As close as words stand to the edge of their box, and how wide boxes then grow, in points. */
const CLOSE = { inner: 2, width: 110 };

/** What makes the boxes of every tier stand closer round their words. */
const closerBoxes = ({ looks }: Prepared): Change[] =>
  looks.flatMap(({ inner, width, sizeRule }, i): Change[] => {
    const look: LookPatch = {
      ...(inner > CLOSE.inner && { inner: CLOSE.inner }),
      // A width that was fixed stays.
      ...(sizeRule !== 'fixed' && width > CLOSE.width && { width: CLOSE.width }),
      ...(sizeRule === 'tier' && { sizeRule: 'each' as const }),
    };
    return Object.keys(look).length === 0 ? [] : [{ type: 'set-tier', tier: i + 1, look }];
  });

const other = (orientation: Chart['page']['orientation']): Chart['page']['orientation'] =>
  orientation === 'portrait' ? 'landscape' : 'portrait';

function changed(chart: Chart, changes: readonly Change[]): Chart {
  const result = apply(chart, asOne(changes));
  if (!result.ok) throw new Error(result.problem.message);
  return result.chart;
}
