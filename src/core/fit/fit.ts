/**
 * Fitting a chart to its page: among the arrangements that are allowed, those worth choosing from, from the most even one
 * to the one whose smallest words print largest, with how good that is. What is best is said in `layout/aim.ts`. Deterministic: the same chart gives the same answer.
 */
import { apply, asOne, type Change, type Chart, type LookPatch } from '../chart';
import { LEAST_PRINT, onto, type Prepared, prepare, smallestOf } from '../compose';
import { type ArrangementChoice, chosen as choiceOf, type FitAllowed } from '../kinds';
import { bestOf, boundByArea, largestScale, wantedSize } from '../layout';
import type { Fonts } from '../text';

export interface FitAsked extends FitAllowed {
  /** The page may be turned. */
  readonly turn: boolean;
}
export const ALL_ALLOWED: FitAsked = { direction: true, branches: true, gaps: true, order: false, turn: false };

/** One of the arrangements that are worth choosing from. */
export interface Candidate {
  /** What makes it so; null for the chart as it is. */
  readonly change: Change | null;
  /** Points at which its smallest words print. */
  readonly prints: number;
  /** How even it looks, from 0 to 1; null where the kind has no measure of it. */
  readonly even: number | null;
}

/** Sizes are points at which the smallest words print; null where there are no words. */
export interface FitResult {
  /** What makes it so; null where it already is. */
  readonly change: Change | null;
  readonly now: number | null;
  readonly prints: number | null;
  /** How even the one that was found looks, from 0 to 1; null where the kind has no measure of it. */
  readonly even: number | null;
  /** With everything set side by side; null where the kind has no such thing. */
  readonly plain: number | null;
  /** No arrangement that was allowed prints larger; null where no bound is known. */
  readonly bound: number | null;
  /** From the most even to the largest; none of them is as even as another and smaller. */
  readonly candidates: readonly Candidate[];
  /** Which of them is best by the aim of `layout/aim.ts`: readable first, then even. */
  readonly best: number;
}

/** Candidates shown at the most. */
const MOST_CANDIDATES = 4;
/** Sizes and evenness that can't be told apart. */
const SAME = { prints: 0.02, even: 0.02 };

/** Those that no other one beats both in size and in evenness, the most even first. */
function worthChoosing(all: readonly Candidate[]): Candidate[] {
  const even = (one: Candidate) => one.even ?? 1;
  const kept: Candidate[] = [];
  // What hardly differs from the chart as it is, is no choice.
  const now = all.find(({ change }) => change === null);
  const others = all.filter(
    (one) => !now || one === now || one.prints > now.prints * (1 + SAME.prints) || even(one) > even(now) + SAME.even,
  );
  // Whoever was kept before prints at least as large: the next has to be clearly more even.
  for (const one of others.toSorted((a, b) => b.prints - a.prints || even(b) - even(a)))
    if (kept.every((other) => even(one) > even(other) + SAME.even && one.prints < other.prints * (1 - SAME.prints)))
      kept.push(one);
  const most = kept.reverse();
  // The two ends, and what lies between them.
  return most.length <= MOST_CANDIDATES ? most : [...most.slice(0, MOST_CANDIDATES - 1), most.at(-1)!];
}

/** Most combinations of choices that are tried where a kind has no fit of its own. */
const MOST_TRIED = 48;

/** How a chart comes to stand on its page. */
function measured(prepared: Prepared, fonts: Fonts) {
  const { kind, input } = prepared;
  // Where a kind places its tree by itself, links run round it: they do not count for its size.
  const arrangement = kind.arrange(kind.fit ? { ...input, chart: { ...input.chart, links: {} } } : input);
  const smallest = smallestOf(prepared, arrangement);
  const { scale } = onto(prepared, arrangement, fonts).place;
  return { scale, smallest, boxScale: arrangement.boxScale, even: arrangement.even ?? null };
}

/** All combinations of the choices that fitting may change, the chart's own first. */
function combinations(choices: readonly ArrangementChoice[], arrangement: Chart['arrangement']) {
  let all: Record<string, string>[] = [{}];
  for (const choice of choices) {
    if (choice.type !== 'choice' || !choice.fits) continue;
    const now = String(choiceOf(choices, arrangement, choice.key));
    const values = [now, ...choice.options.map(({ value }) => value).filter((value) => value !== now)];
    all = all.flatMap((so) => values.map((value) => (value === now ? so : { ...so, [choice.key]: value })));
  }
  return all.slice(0, MOST_TRIED);
}

/** Larger charts are not fitted: on one page nobody could read them, and trying what prints largest would take minutes. */
export const MAX_FITTED = 3_000;

/** A chart that is too large to be fitted, in words. */
export class TooLargeToFit extends Error {
  readonly code = 'too-large-to-fit';
  // Told from others on the other side of a worker, where classes are lost.
  override readonly name = 'TooLargeToFit';
  constructor(count: number) {
    super(
      `This chart has ${count} rows. Charts of up to ${MAX_FITTED} rows can be fitted to a page; show a branch, fewer levels, or spread it over several pages.`,
    );
  }
}

/**
 * @param tell how far it has come, from 0 to 1
 * @throws TooLargeToFit
 * @returns undefined where the page is as large as the picture: there is nothing to fit
 */
export function fitChart(
  chart: Chart,
  fonts: Fonts,
  asked: FitAsked = ALL_ALLOWED,
  tell: (done: number) => void = () => {},
): FitResult | undefined {
  if (chart.page.size === 'picture') return undefined;
  const count = Object.keys(chart.items).length;
  if (count > MAX_FITTED) throw new TooLargeToFit(count);
  const most = largestScale(chart.page);
  const now = prepare(chart, fonts);
  const before = measured(now, fonts);
  const turned = { type: 'set-page' as const, page: { orientation: other(chart.page.orientation) } };
  // What is found is what it is whatever was shown before, so that each candidate comes out as it says.
  const anew: Change[] = [{ type: 'stand', stands: null }];
  const pages: Change[][] = asked.turn && chart.page.size !== 'own' ? [anew, [...anew, turned]] : [anew];
  let plain: number | null = null;
  let bound: number | null = null;
  let best = { scale: before.scale, even: before.even, changes: [] as readonly Change[] };
  const candidates: Candidate[] = [];
  const candidate = (changes: readonly Change[], { scale, smallest: words, even }: ReturnType<typeof measured>) => {
    if (words !== null)
      candidates.push({ change: changes.length === 0 ? null : asOne(changes), prints: words * scale, even });
  };
  candidate([], before);
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
      const ways = [own.itself, ...own.found.map(({ changes }) => changes)];
      return ways.map((changes) => [...start, ...changes]);
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
      candidate(changes, next);
      if (next.scale * (next.smallest ?? 1) <= best.scale * (smallest ?? 1) * 1.001) continue;
      best = { scale: next.scale, even: next.even, changes };
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
  const chosen = worthChoosing(candidates);
  const aims = chosen.map(({ prints, even }, at) => ({ at, prints, even: even ?? 1 }));
  return {
    change: best.changes.length === 0 ? null : asOne(best.changes),
    now: before.smallest === null ? null : before.smallest * before.scale,
    prints: printed(best.scale),
    even: best.even,
    plain: printed(plain),
    bound: printed(bound === null ? null : Math.max(bound, best.scale)),
    candidates: chosen,
    best: aims.length > 0 ? bestOf(aims, wantedSize(chart.page)).at : 0,
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
