/** What a comparison comes to, explained line by line; and of a whole class, what is said least. */
import { hundredths } from '../hundredths';
import { isBlank, type Statement } from '../kinds';
import { folded } from '../list';
import { type Comparison, type NearName, VERDICTS, type Verdict } from './compare';

/** Parts of a point that each verdict brings. */
export type Weights = Readonly<Record<Exclude<Verdict, 'missing'>, number>>;
export const WEIGHTS: Weights = { same: 1, phrase: 0.5, turned: 0.5 };

export const sentence = ({ from, phrase, to }: Pick<Statement, 'from' | 'phrase' | 'to'>): string =>
  [from, isBlank(phrase) ? '-' : phrase, to].join(' ');

export interface ScoreLine {
  readonly verdict: Verdict | 'extra';
  /** What the model says; of what was added, what this chart says. */
  readonly text: string;
  /** What this chart says instead. */
  readonly instead?: string;
  readonly points: number;
  /** Names that were taken for others. */
  readonly near: readonly NearName[];
}

export interface Scored {
  readonly lines: readonly ScoreLine[];
  readonly points: number;
  /** Most that there is: one for each statement of the model. */
  readonly of: number;
  readonly counts: Readonly<Record<Verdict | 'extra', number>>;
}

/** One line for each statement of the model, then those that were added, which bring nothing. */
export function scoreOf({ compared, extra }: Comparison, weights: Weights = WEIGHTS): Scored {
  const lines = compared.map(
    ({ verdict, model, own, near }): ScoreLine => ({
      verdict,
      text: sentence(model),
      ...(own && verdict !== 'missing' && (verdict !== 'same' || near.length > 0) && { instead: sentence(own) }),
      points: verdict === 'missing' ? 0 : weights[verdict],
      near,
    }),
  );
  const added = extra.map(
    (statement): ScoreLine => ({
      verdict: 'extra',
      text: sentence(statement),
      points: 0,
      near: [],
    }),
  );
  const counts = Object.fromEntries(
    VERDICTS.map((verdict) => [verdict, compared.filter((one) => one.verdict === verdict).length]),
  ) as Record<Verdict, number>;
  return {
    lines: [...lines, ...added],
    points: hundredths(lines.reduce((sum, { points }) => sum + points, 0)),
    of: compared.length,
    counts: { ...counts, extra: extra.length },
  };
}

export interface ClassLine {
  readonly text: string;
  readonly counts: Readonly<Record<Verdict, number>>;
}
export interface ClassCompared {
  /** Works that were compared. */
  readonly works: number;
  /** What the model says, what most works lack first. */
  readonly lines: readonly ClassLine[];
  /** What more than one work says beside it, the most frequent first. */
  readonly extra: readonly { readonly text: string; readonly count: number }[];
}

const MOST_EXTRA = 20;

/** All works of a class compared with one model. @param all each with the same statements of the model, in the same order */
export function classOf(all: readonly Comparison[]): ClassCompared {
  const none = { same: 0, phrase: 0, turned: 0, missing: 0 };
  const lines = (all[0]?.compared ?? []).map(({ model }, i): ClassLine => {
    const counts: Record<Verdict, number> = { ...none };
    for (const { compared } of all) counts[compared[i]!.verdict]++;
    return { text: sentence(model), counts };
  });
  const extra = new Map<string, { text: string; count: number }>();
  for (const comparison of all) {
    const once = new Map(comparison.extra.map((one) => [folded(sentence(one)), sentence(one)]));
    for (const [key, text] of once) extra.set(key, { text, count: (extra.get(key)?.count ?? 0) + 1 });
  }
  return {
    works: all.length,
    lines: lines.sort((a, b) => b.counts.missing - a.counts.missing || a.counts.same - b.counts.same),
    extra: [...extra.values()]
      .filter(({ count }) => count > 1)
      .sort((a, b) => b.count - a.count)
      .slice(0, MOST_EXTRA),
  };
}
