/**
 * How an org chart stands by itself. Settings that are the same for all branches of a tier are tried first, at several
 * widths of boxes and gaps; mixtures of branches only where none of them reaches the wanted size, with as few exceptions
 * as that takes. What is best is said in `layout/aim.ts`.
 */
import { bestFit, bestOf, type Setting, stays, thinned } from '../../layout';
import type { Steps } from '../../steps';
import type { SettledTree } from '../arrangement';
import { chosen } from '../choices';
import type { SettledKind, SettleTries } from '../kind';
import { choices } from './choices';
import { planOf, scaleIn, settingsBy, shelfCounts, sizeOf } from './plan';
import { type At, EFFORT, type Found, gapsBy, Search } from './search';
import { type Habit, habits, uniform } from './settings';

/** Larger charts are placed in one of a few ways, found by halving: see `placed`. */
const MOST_POSTS = 1_500;
/** The part of it that goes into the usual widths and gaps. */
const AT_FIRST = 0.4;
/** Even enough to look no further, where the wanted size is reached. */
const EVEN = 0.98;
/** Rows of trees that are tried where several stand in rows. */
const ROWS_TRIED = [1, 2, 3, 4];
/** Of ever so large a chart. */
const MIN_WAYS = 10;
/** Uniform settings that are tried again at other widths and gaps. */
const KEPT = 5;
/** Gaps that a chart closes up to by itself where it must: parts of what it has. */
const CLOSER = [1, 0.75, 0.5] as const;
/** Gaps widen up to this much, to take what is left of the page. */
const WIDEST = 1.9;
/** Deeper tiers are as wide as all are. */
const MOST_TIERS = 12;
/** Widths of a tier by itself are taken where the whole prints this much larger, and is hardly less even. */
const CLEARLY = 1.004;
const EVEN_LOST = 0.01;
/** Charts of no more posts look for mixtures at so many widths. */
const SMALL = 150;
const MIXED_AT = { small: 4, large: 2 };
/** Boxes placed while a mixture of a larger one is improved branch by branch. */
const IMPROVE = 12_000;
/** A setting that prints this much smaller than a mixture does is still taken instead of an exception. */
const NEAR = 0.985;

/** Widens the gaps that are free, so that the picture takes what the page leaves it, without printing smaller. */
function filled(search: Search, at: At, found: Found, most: number): SettledTree {
  const { plan, input } = at;
  const { room } = input;
  const widened = (along: number, across: number): SettledTree => ({
    settings: found.settings,
    loose: found.loose,
    shelves: found.shelves,
    gaps: gapsBy({ ...plan, base: { ...plan.base, gaps: found.gaps } }, input, along, across),
  });
  const scale = scaleIn(room, sizeOf(plan, found.laid), most);
  const fits = (asked: SettledTree) => {
    const { laid } = search.place(at, asked);
    return scaleIn(room, sizeOf(plan, laid), most) >= scale * 0.9995;
  };
  let along = 1;
  let across = 1;
  for (const side of ['across', 'along'] as const)
    for (const by of [WIDEST, 1.45, 1.2]) {
      const asked = side === 'across' ? widened(along, by) : widened(by, across);
      if (!fits(asked)) continue;
      if (side === 'across') across = by;
      else along = by;
      break;
    }
  return along === 1 && across === 1 ? found : widened(along, across);
}

/** A mixture with as few exceptions as it takes: each box is set as most of its tier are, where that costs next to nothing. */
function evened(search: Search, at: At, start: Found): Found {
  const { children, tier } = at.plan.base;
  const textOf = ({ form, columns }: Setting) => `${form} ${columns ?? ''}`;
  const counts = new Map<number, Map<string, { setting: Setting; count: number }>>();
  for (const [box, setting] of start.settings.entries()) {
    if (children[box]!.length < 2) continue;
    const own = counts.get(tier[box]!) ?? new Map();
    counts.set(tier[box]!, own);
    const known = own.get(textOf(setting)) ?? { setting, count: 0 };
    own.set(textOf(setting), { setting, count: known.count + 1 });
  }
  let best = start;
  const tried = (settings: readonly Setting[]) => {
    if (!search.left) return;
    const { loose, shelves, gaps } = best;
    const next = search.place(at, { settings, loose, shelves, gaps });
    if (next.prints >= start.prints * NEAR && next.even >= best.even) best = next;
  };
  for (const [t, own] of counts) {
    const ways = [...own.values()].sort((a, b) => b.count - a.count).slice(0, 3);
    if (ways.length < 2) continue;
    for (const { setting } of ways)
      tried(best.settings.map((now, box) => (tier[box] === t && children[box]!.length > 1 ? setting : now)));
    const { setting } = ways[0]!;
    for (const [box, now] of best.settings.entries())
      if (tier[box] === t && children[box]!.length > 1 && textOf(now) !== textOf(setting))
        tried(best.settings.with(box, setting));
  }
  return best;
}

/** A way to set all branches, in so many rows of trees. */
interface Way {
  readonly habit: Habit;
  readonly shelves: number;
}

/** Settings the same for all of a tier: at the usual widths and gaps, the largest of them then at closer ones. */
function* uniformly(search: Search, all: readonly At[], ways: readonly Way[], wanted: number): Steps<void> {
  const [first] = all as readonly [At];
  const most = Math.max(MIN_WAYS, Math.floor((AT_FIRST * EFFORT) / first.plan.ids.length));
  const ranked = thinned(ways, most).map((way) => ({ way, prints: search.place(first, asked(first, way, 1)).prints }));
  if (search.best().prints >= wanted) return;
  ranked.sort((a, b) => b.prints - a.prints);
  for (const at of all) {
    yield;
    for (const closer of CLOSER)
      if (at !== first || closer !== 1)
        for (const { way } of ranked.slice(0, KEPT)) if (search.left) search.place(at, asked(at, way, closer));
  }
}

/** Branches that differ, at the gaps that leave them most room, then at wider ones where the wanted size is reached. */
function* mixed(search: Search, at: At, rows: readonly number[], most: number, wanted: number): Steps<void> {
  const { plan, input } = at;
  const { columns, join } = plan;
  const { width, height } = input.room;
  for (const closer of CLOSER.toReversed()) {
    yield;
    const closest = closer === CLOSER.at(-1);
    const gaps = gapsBy(plan, input, closer, closer);
    const { settings, loose, shelves } = bestFit(
      [
        {
          base: { ...plan.base, gaps },
          room: columns ? { along: height, depth: width - join, most } : { along: width, depth: height - join, most },
          shelves: rows,
        },
      ],
      () => {},
      closest && plan.ids.length > SMALL ? IMPROVE : 0,
    );
    const found = evened(search, at, search.place(at, { settings, gaps, loose, shelves }));
    if (found.prints < wanted) return;
  }
}

/**
 * Widths of single tiers, on top of what was found best: each is narrowed or widened by itself while the whole prints
 * clearly larger.
 */
function* byTier(search: Search, tries: SettleTries, known: Map<string, At>): Steps<void> {
  const { wanted, widths } = tries;
  const atWidths = (by: readonly number[]): At | undefined => {
    const key = by.join(' ');
    const before = known.get(key);
    if (before) return before;
    const input = tries.at(by);
    const made = input && { by, plan: planOf(input), input };
    if (made) known.set(key, made);
    return made;
  };
  let best = search.best();
  const tiers = Math.min(MOST_TIERS, best.at.by.length);
  for (let better = true; better && search.left && best.prints < wanted; ) {
    better = false;
    for (let tier = 0; tier < tiers; tier++)
      for (const part of widths) {
        yield;
        if (!search.left || best.at.by[tier] === part) continue;
        const at = atWidths(best.at.by.with(tier, part));
        if (!at) continue;
        const { settings, loose, shelves, gaps } = best;
        const next = search.place(at, { settings, loose, shelves, gaps });
        if (next.prints < best.prints * CLEARLY || next.even < best.even - EVEN_LOST) continue;
        best = next;
        better = true;
      }
  }
}

const asked = ({ plan, input }: At, { habit, shelves }: Way, closer: number): SettledTree => ({
  settings: settingsBy(plan, habit),
  gaps: gapsBy(plan, input, closer, closer),
  shelves,
  loose: plan.base.loose,
});

/** What is shown, at the gaps that suit it now, where it is hardly worse than the best that was found; else that. */
function shownOr(best: Found, search: Search, { at, shown, wanted }: SettleTries, first: At, inRows: boolean): Found {
  if (!shown) return best;
  // What is shown is what was found: it stands with the gaps that it was found with.
  const isBest =
    best.loose === shown.loose &&
    best.at.by.every((part, tier) => part === shown.by[tier]) &&
    shown.settings.every((one, box) => {
      const found = best.settings[box]!;
      const isAlike = one.form === found.form && one.columns === found.columns && one.deep === found.deep;
      return isAlike || first.plan.base.children[box]!.length === 0;
    });
  if (isBest) return best;
  const input = at(shown.by);
  const own: At = input ? { by: shown.by, plan: planOf(input), input } : first;
  const { base, chosen: set } = own.plan;
  const { loose } = shown;
  const settings = shown.settings.map((setting, box) => set[box] ?? setting);
  const shelves = inRows ? shown.shelves : base.shelves;
  const kept = bestOf(
    CLOSER.map((closer) =>
      search.place(own, { settings, loose, shelves, gaps: gapsBy(own.plan, own.input, closer, closer) }),
    ),
    wanted,
  );
  return stays(kept, best, wanted) ? kept : best;
}

/** Charts whose boxes stayed as they are, such as while a short name is typed, are not searched through again. */
const known = new Map<string, SettledKind>();
const MOST_KNOWN = 60;

/** @returns undefined where the chart is too large to be searched through, or has nothing to search */
export function* settle(tries: SettleTries): Steps<SettledKind | undefined> {
  const { wanted, most, widths } = tries;
  const input = tries.at([]);
  if (!input || input.structure.order.length === 0 || input.structure.order.length > MOST_POSTS) return undefined;
  const plan = planOf(input);
  const { base, chosen: own, columns } = plan;
  const search = new Search(tries);
  const tiers = base.tier.reduce((so, tier) => Math.max(so, tier + 1), 0);
  const alike = (part: number) => Array.from({ length: tiers }, () => part);
  const first: At = { by: alike(1), plan, input };
  const isFree = own.some((setting, i) => setting === undefined && base.children[i]!.length > 1);
  const inRows = chosen(choices, input.chart.arrangement, 'tops') === 'rows';
  const rows = inRows ? shelfCounts(base.tops.length, ROWS_TRIED) : [base.shelves];
  const plain = habits(columns, tiers);
  const waysOf = (all: readonly Habit[]) => rows.flatMap((shelves) => all.map((habit): Way => ({ habit, shelves })));

  for (const way of waysOf(isFree ? plain : plain.slice(0, 1))) search.place(first, asked(first, way, 1));
  const done = (best: Found): SettledKind => {
    const stands = shownOr(best, search, tries, first, inRows);
    const { settings, gaps, loose, shelves } = filled(search, stands.at, stands, most);
    const lengths = { siblingGap: gaps.siblings, tierGap: gaps.tiers[0]!, treeGap: gaps.trees };
    const { prints, even } = stands;
    return { by: stands.at.by, lengths, tree: { settings, gaps, loose, shelves }, prints, even };
  };
  const enough = ({ prints, even }: Found) => prints >= wanted && even >= EVEN;
  if (enough(search.best())) return done(search.best());

  const all: At[] = [first];
  for (const by of widths) {
    const narrow = by === 1 ? undefined : tries.at(alike(by));
    if (narrow) all.push({ by: alike(by), plan: planOf(narrow), input: narrow });
  }
  const key = JSON.stringify([
    all.map(({ by, plan }) => [by, plan.base, [...plan.base.aides], plan.chosen, plan.direction, plan.join]),
    input.room,
    Object.keys(input.chart.arrangement),
    [most, wanted, tries.smallest, rows],
    tries.shown,
  ]);
  const before = known.get(key);
  if (before) return before;
  yield* uniformly(search, all, waysOf(isFree ? uniform(tiers) : plain.slice(0, 1)), wanted);
  const atBy = new Map(all.map((one) => [one.by.join(' '), one]));
  yield* byTier(search, tries, atBy);
  // Branches may differ where no setting for all of a tier prints large enough, and nobody has set any.
  if (search.best().prints < wanted && isFree && own.every((setting) => setting === undefined)) {
    // Which widths suit a mixture best is not seen from uniform settings alone: small charts try several.
    const ats = [...new Set(search.found.toSorted((a, b) => b.prints - a.prints).map((one) => one.at))];
    const tried = base.tier.length <= SMALL ? MIXED_AT.small : MIXED_AT.large;
    for (const one of ats.slice(0, tried)) yield* mixed(search, one, rows, most, wanted);
    yield* byTier(search, tries, atBy);
  }
  const settled = done(search.best());
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, settled);
  return settled;
}
