/** How works are marked: by points, by a grade, by rows with levels, or by what is counted; and what a mark comes to. */
import { z } from 'zod';
import { hundredths } from '../hundredths';

const words = (most: number) => z.string().trim().max(most);
const points = z.number().min(0).max(10_000);

/** A row of a rubric: what is looked at, and levels from the least on. */
const rowSchema = z.object({
  id: words(40).min(1),
  name: words(200).min(1),
  levels: z
    .array(z.object({ name: words(200).min(1), points }))
    .min(2)
    .max(8),
});

export const schemeSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('none') }),
  z.object({ by: z.literal('points'), most: z.number().min(1).max(10_000) }),
  z.object({ by: z.literal('grade'), grades: z.array(words(20).min(1)).min(2).max(20) }),
  z.object({ by: z.literal('rows'), rows: z.array(rowSchema).min(1).max(20) }),
  z.object({
    by: z.literal('counted'),
    /** Points for each, by row of the kind's own rubric; as published where absent. */
    each: z.record(words(40), points).default({}),
    /** What counts as full marks; nothing: there is no most. */
    most: z.number().min(1).max(100_000).optional(),
  }),
]);
export type Scheme = z.infer<typeof schemeSchema>;

/** What whoever marks says. */
export const markSchema = z.object({
  points: points.optional(),
  grade: words(20).optional(),
  /** Of rows: the level by its place, from 0. Of what is counted: how many. */
  rows: z.record(words(40), z.number().int().min(0).max(10_000)).optional(),
  words: z.string().max(4_000).optional(),
});
export type Mark = z.infer<typeof markSchema>;

export interface MarkLine {
  readonly label: string;
  readonly points: number;
  /** How it comes to that, in words. */
  readonly says: string;
}
export interface Marked {
  /** Nothing where it is a grade, or not all is marked yet. */
  readonly points: number | null;
  readonly of: number | null;
  readonly grade: string | null;
  readonly lines: readonly MarkLine[];
  /** As it is said to people. */
  readonly text: string;
}

const EMPTY: Marked = { points: null, of: null, grade: null, lines: [], text: '' };
const said = (value: number): string => String(hundredths(value));
const total = (points: number, of: number | null): string =>
  of === null ? `${said(points)} points` : `${said(points)} of ${said(of)}`;

/** A row of a kind's own rubric: so many points for each. */
export interface CountedRow {
  readonly id: string;
  readonly label: string;
  readonly each: number;
  readonly about: string;
}

/** What is wrong with a mark by a scheme, in a sentence; undefined where nothing is. */
export function markProblem(scheme: Scheme, mark: Mark, counted: readonly CountedRow[]): string | undefined {
  if (scheme.by === 'points' && mark.points !== undefined && mark.points > scheme.most)
    return `There are ${said(scheme.most)} points at the most.`;
  if (scheme.by === 'grade' && mark.grade !== undefined && !scheme.grades.includes(mark.grade))
    return `A grade is one of ${scheme.grades.join(', ')}.`;
  const rows = Object.entries(mark.rows ?? {});
  if (scheme.by === 'rows')
    for (const [id, level] of rows) {
      const row = scheme.rows.find((one) => one.id === id);
      if (!row) return `There is no row "${id}".`;
      if (level >= row.levels.length) return `"${row.name}" has ${row.levels.length} levels, counted from 0.`;
    }
  if (scheme.by === 'counted') {
    const stranger = rows.find(([id]) => !counted.some((one) => one.id === id));
    if (stranger) return `"${stranger[0]}" is not counted.`;
  }
  return undefined;
}

/** What a mark comes to by a scheme. @param counted rows of the rubric of the chart's kind, where it has one */
export function markedBy(scheme: Scheme, mark: Mark, counted: readonly CountedRow[]): Marked {
  switch (scheme.by) {
    case 'none':
      return EMPTY;
    case 'points':
      return mark.points === undefined
        ? EMPTY
        : { ...EMPTY, points: mark.points, of: scheme.most, text: total(mark.points, scheme.most) };
    case 'grade':
      return mark.grade === undefined ? EMPTY : { ...EMPTY, grade: mark.grade, text: mark.grade };
    case 'rows': {
      const of = scheme.rows.reduce((sum, { levels }) => sum + Math.max(...levels.map(({ points }) => points)), 0);
      const lines = scheme.rows.flatMap(({ id, name, levels }): MarkLine[] => {
        const level = levels[mark.rows?.[id] ?? -1];
        return level ? [{ label: name, points: level.points, says: level.name }] : [];
      });
      if (lines.length < scheme.rows.length) return { ...EMPTY, of, lines };
      const sum = lines.reduce((all, { points }) => all + points, 0);
      return { ...EMPTY, points: sum, of, lines, text: total(sum, of) };
    }
    case 'counted': {
      const of = scheme.most ?? null;
      const lines = counted.flatMap(({ id, label, each }): MarkLine[] => {
        const count = mark.rows?.[id];
        const own = scheme.each[id] ?? each;
        return count === undefined ? [] : [{ label, points: count * own, says: `${count} x ${said(own)}` }];
      });
      if (counted.length === 0 || lines.length < counted.length) return { ...EMPTY, of, lines };
      const sum = lines.reduce((all, { points }) => all + points, 0);
      return { ...EMPTY, points: sum, of, lines, text: total(sum, of) };
    }
  }
}
