/** Bringing a trial and its chart together: what differs, adopting it, bringing it up to date. */

import { type Change, type Chart, differenceOf, withoutFields } from '../../core/chart';
import { type Compared, comparedById } from '../../core/history';
import { matterOf } from '../../core/kinds';
import { summaryOf } from '../../core/list';
import { own as entry } from '../../core/own';
import { totalsOf } from '../../core/totals';
import { type Clash, merge, onlyChosen, type Side } from '../../core/trial';
import { chartFor } from '../access';
import { changeChart } from '../charts/changes';
import { ApiError } from '../http/problem';
import { kindFor } from '../lists';
import type { Who } from '../who';
import { type Three, type Trial, threeOf } from './trials';

export interface AdoptAsked {
  /** Keys of what is adopted; all where absent. */
  readonly only?: readonly string[] | undefined;
  /** What was decided of clashes, by their keys. */
  readonly take?: Readonly<Record<string, Side>> | undefined;
}

/** A clash with what the lines it is about are called. */
export interface NamedClash extends Clash {
  readonly name: string | null;
}

export interface Differences extends Compared {
  readonly trial: Trial;
  readonly summary: string;
  /** Of the chart as it is now, and as it would be. */
  readonly figures: readonly { readonly label: string; readonly a: string; readonly b: string }[];
  readonly clashes: readonly NamedClash[];
  /** Something beside the list differs: how it is arranged, how it looks, notes, views. */
  readonly looks: boolean;
  /** Revisions of the chart since the trial began, or was brought up to date. */
  readonly behind: number;
  readonly revision: number;
}

const named = ({ real, own, base }: Three, clashes: readonly Clash[]): NamedClash[] =>
  clashes.map((clash) => {
    const id = clash.item ?? '';
    const fields = (entry(own.items, id) ?? entry(real.items, id) ?? entry(base.items, id))?.fields;
    return { ...clash, name: clash.item === null ? null : fields?.['name'] || fields?.['post'] || null };
  });

/** How the chart would be. */
function adopted({ base, real, own }: Three, { only, take }: AdoptAsked) {
  const trial = only ? onlyChosen(base, own, new Set(only)) : own;
  return merge(base, real, trial, take);
}

/** A chart without its list: how it is arranged and looks. */
const looksOf = ({ items, links: _, sets: __, carried: ___, ...rest }: Chart) => ({
  ...rest,
  items: Object.fromEntries(
    Object.entries(items).map(([id, { fields: _fields, parent: _parent, order: _order, ...look }]) => [
      id,
      { ...look, parent: null, order: 'a0', fields: {} },
    ]),
  ),
  links: {},
  sets: {},
});

/** What adopting a trial would do to its chart as it is now. @throws 404, 403, 422 */
export async function differencesOf(who: Who, id: string): Promise<Differences> {
  const three = await threeOf(who, id);
  const { trial, revision } = three;
  const kept = [...new Set([...(await chartFor(who, id)).without, ...(await chartFor(who, trial.trialOf)).without])];
  const seen = {
    ...three,
    base: withoutFields(three.base, kept),
    real: withoutFields(three.real, kept),
    own: withoutFields(three.own, kept),
  };
  const { chart, clashes } = adopted(seen, {});
  const kind = kindFor(seen.real.kind);
  const compared = comparedById(seen.real, chart, matterOf(kind, seen.real).unnamed);
  const shared = (of: Chart) => ({
    ...of,
    items: Object.fromEntries(
      Object.entries(of.items).filter(([item]) => entry(seen.real.items, item) && entry(chart.items, item)),
    ),
  });
  return {
    trial,
    ...compared,
    summary: summaryOf(compared),
    figures: totalsOf(kind, seen.real, chart),
    clashes: named(seen, clashes),
    looks: differenceOf(looksOf(shared(seen.real)), looksOf(shared(chart))) !== undefined,
    behind: revision - trial.from,
    revision,
  };
}

/** Somebody may write to the chart at any moment: it is looked at again so often. */
const TRIES = 5;

/** Merges and writes, anew where somebody wrote between the two. @throws 409 with the clashes that nothing was decided of */
async function merged<T>(
  who: Who,
  id: string,
  asked: AdoptAsked,
  write: (three: Three, chart: Chart) => Promise<T>,
): Promise<T> {
  await chartFor(who, id, 'edit');
  for (let again = 1; ; again++) {
    const three = await threeOf(who, id, 'edit');
    const { chart, clashes } = adopted(three, asked);
    if (clashes.length > 0) throw clash(three, clashes);
    try {
      return await write(three, chart);
    } catch (error) {
      if (!(error instanceof ApiError) || error.code !== 'changed-meanwhile' || again === TRIES) throw error;
    }
  }
}

const changeTo = (from: Chart, to: Chart): Change => differenceOf(from, to) ?? { type: 'group', changes: [] };

const clash = (three: Three, clashes: readonly Clash[]) =>
  new ApiError(
    409,
    'clashes',
    'The chart and the trial did different things to the same; say of each which is taken.',
    [],
    { clashes: named(three, clashes) },
  );

const adoptedNote = (name: string, only: boolean): string => `${only ? 'Some' : 'All'} of the trial “${name}” adopted`;

/**
 * Adopts a trial, or what is chosen of it, into its chart: one change, one step to take back. A trial that was adopted whole
 * goes to the bin in the same transaction.
 * @returns the chart's revision after it
 * @throws 409 with the clashes that nothing was decided of, before anything is changed
 */
export function adopt(
  who: Who,
  id: string,
  asked: AdoptAsked,
  note?: string,
): Promise<{ revision: number; changed: boolean }> {
  const whole = asked.only === undefined;
  return merged(who, id, asked, async ({ trial, real, revision }, chart) => {
    const done = await changeChart(who, trial.trialOf, {
      base: revision,
      change: changeTo(real, chart),
      exact: true,
      note: note ?? adoptedNote(trial.name, !whole),
      also: (db) =>
        whole
          ? db.query('UPDATE charts SET adopted_at = now(), binned_at = now(), trial_day = NULL WHERE id = $1', [id])
          : db.query('UPDATE charts SET adopted_at = now() WHERE id = $1', [id]),
    });
    return { revision: done.revision, changed: true };
  });
}

/** Brings what the chart did meanwhile into a trial: one change of the trial. @throws 409 with the clashes that nothing was decided of */
export function bringUpToDate(
  who: Who,
  id: string,
  { take }: Pick<AdoptAsked, 'take'>,
): Promise<{ revision: number; changed: boolean }> {
  return merged(who, id, { take }, async ({ own, revision, ownRevision, trial }, chart) => {
    const done = await changeChart(who, id, {
      base: ownRevision,
      change: changeTo(own, chart),
      exact: true,
      note: `Brought up to date with the chart`,
      also: (db) => db.query('UPDATE charts SET trial_from = $2 WHERE id = $1', [id, revision]),
    });
    return { revision: done.revision, changed: revision !== trial.from };
  });
}
