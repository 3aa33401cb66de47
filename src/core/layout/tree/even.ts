/** How even a placed tree looks. */
import { firstWhere } from '../search';
import type { Setting, Tree, TreeInput } from './types';

/** Of the whole, the part that rows count: the rest is how alike branches are set. */
const ROWS = 0.25;

const MIXED = 'mixed';

/** How the children of a box came to stand; undefined where there are not two to compare. */
export function formDrawn(
  { children, aides, settings }: Pick<TreeInput, 'children' | 'aides' | 'settings'>,
  { hung }: Pick<Tree, 'hung'>,
  box: number,
): string | undefined {
  const own = children[box]!.filter((child) => !aides.has(child));
  if (own.length < 2) return undefined;
  const blocked = own.filter((child) => hung[child] === 1).length;
  if (blocked === 0) return 'spread';
  if (blocked < own.length) return MIXED;
  const { form, columns }: Setting = settings[box]!;
  return form === 'grid' && columns !== undefined ? `grid ${columns}` : form;
}

/**
 * Evenness of a placed tree, from 0 to 1: the share of boxes with two or more children that have them set as most boxes
 * of their tier have (in a row or in one block, not some in each), times 0.75 and a quarter of the share of boxes that stand beside no other tier than their own (their
 * middle is within the depth of no other tier). A tree with one setting for each tier, its tiers in rows, has 1.
 * Source: the aesthetics of uniform setting and of layers for trees, after Wetherell and Shannon 1979 and Purchase 2002,
 * "Metrics for graph drawing aesthetics" (each a share from 0 to 1); the weights are our own.
 * @param apart boxes whose children are not compared with others, such as those that somebody set on purpose
 */
export function evenness(
  input: Pick<TreeInput, 'children' | 'aides' | 'settings' | 'tier' | 'across'>,
  laid: Pick<Tree, 'hung' | 'depth'>,
  apart: (box: number) => boolean = () => false,
): number {
  const { tier, across } = input;
  const count = tier.length;
  if (count === 0) return 1;
  const forms: Map<string, number>[] = [];
  const low: number[] = [];
  const high: number[] = [];
  for (let box = 0; box < count; box++) {
    const t = tier[box]!;
    low[t] = Math.min(low[t] ?? Number.POSITIVE_INFINITY, laid.depth[box]!);
    high[t] = Math.max(high[t] ?? Number.NEGATIVE_INFINITY, laid.depth[box]! + across[box]!);
    const form = formDrawn(input, laid, box);
    if (form === undefined || apart(box)) continue;
    forms[t] ??= new Map();
    forms[t].set(form, (forms[t].get(form) ?? 0) + 1);
  }
  let parents = 0;
  let alike = 0;
  for (const own of forms) {
    if (!own) continue;
    for (const [form, count] of own) {
      parents += count;
      // Some in a row and some in a block under the same box are like nothing else.
      if (form === MIXED) own.delete(form);
    }
    alike += Math.max(0, ...own.values());
  }
  // Tiers that a depth lies within: those that begin before it without those that end before it.
  const begins = Object.values(low).sort((a, b) => a - b);
  const ends = Object.values(high).sort((a, b) => a - b);
  let inRow = 0;
  for (let box = 0; box < count; box++) {
    const middle = laid.depth[box]! + across[box]! / 2;
    const within =
      firstWhere(begins.length, (i) => begins[i]! >= middle) - firstWhere(ends.length, (i) => ends[i]! > middle);
    if (within <= 1) inRow++;
  }
  return (parents === 0 ? 1 : alike / parents) * (1 - ROWS + (ROWS * inRow) / count);
}
