/** What was tried while it is looked for how an org chart stands by itself, within a bound, and the best of it. */
import { bestOf, evenness, type Tree, type TreeGaps, tree } from '../../layout';
import type { ArrangeInput, SettledTree, Size } from '../arrangement';
import type { SettleTries } from '../kind';
import { type Plan, scaleIn, sizeOf } from './plan';

/** Boxes placed in all while it is looked for; at a few microseconds each this keeps an edit within its time. */
export const EFFORT = 20_000;
/** A plan with the boxes of some widths, by tier. */
export interface At {
  readonly by: readonly number[];
  readonly plan: Plan;
  readonly input: Input;
}

export interface Found extends SettledTree {
  readonly at: At;
  readonly prints: number;
  readonly even: number;
  readonly laid: Tree;
}

type Input = ArrangeInput & { readonly room: Size };

/** Gaps that nobody set are wider or closer by a factor along the tiers and across them. */
export function gapsBy(plan: Plan, { chart }: ArrangeInput, along: number, across: number): TreeGaps {
  const { gaps } = plan.base;
  const free = (key: string) => chart.arrangement[key] === undefined;
  const sides = free('siblingGap') ? along : 1;
  return {
    siblings: gaps.siblings * sides,
    cousins: gaps.cousins * sides,
    trees: gaps.trees * (free('treeGap') ? along : 1),
    tiers: gaps.tiers.map((gap, i) =>
      chart.tiers[String(i + 1)]?.gap === undefined && free('tierGap') ? Math.max(12, gap * across) : gap,
    ),
    stack: Math.min(gaps.stack, gaps.siblings * sides),
    indent: sides < 1 ? Math.max(8, gaps.indent * sides) : gaps.indent,
  };
}

export class Search {
  private spent = 0;
  readonly found: Found[] = [];

  constructor(private readonly tries: SettleTries) {}

  get left(): boolean {
    return this.spent < EFFORT;
  }

  place(at: At, asked: SettledTree): Found {
    const { plan, input } = at;
    const { smallest, most } = this.tries;
    this.spent += plan.ids.length;
    const base = { ...plan.base, ...asked };
    const laid = tree(base);
    const scale = scaleIn(input.room, sizeOf(plan, laid), most);
    const one = {
      ...asked,
      at,
      laid,
      prints: scale * smallest,
      even: evenness(base, laid, (box) => plan.chosen[box] !== undefined),
    };
    this.found.push(one);
    return one;
  }

  best(): Found {
    return bestOf(this.found, this.tries.wanted);
  }
}
