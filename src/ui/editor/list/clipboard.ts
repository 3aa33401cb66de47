/** Branches on the clipboard: as indented text for other programs, complete for our own. */
import { branchOf, type Chart, treeOf, walk } from '../../../core/chart';
import { copied } from '../../../core/copied';
import { listAsJson } from '../../../core/list';
import { outlineText } from '../../../core/list-formats';
import { escapeAttribute } from '../../../core/xml';
import { readWorker } from '../../shared/composer';
import { kindFor } from '../../shared/fields';
import { topmost } from './lines';
import { asChanges, type Place } from './taking-in';

/** What our own lines are on the clipboard as, complete. */
export const OWN = 'application/x-dendrotax-list+json';

/** A chart that holds just some branches, the topmost of them at the top. */
function cutOut(chart: Chart, ids: readonly string[]): Chart {
  const tree = treeOf(chart.items);
  const tops = topmost(chart, ids);
  const order = tops.flatMap((id) => branchOf(tree, id));
  const kept = new Set(order);
  const top = new Set(tops);
  // The order of the list, whatever keys the branches had under different parents.
  const keys = new Map(order.map((id, i) => [id, `a${String(i).padStart(5, '0')}V`]));
  const items = Object.fromEntries(
    order.map((id) => {
      const item = chart.items[id]!;
      return [id, { ...item, order: keys.get(id)!, parent: top.has(id) ? null : item.parent }];
    }),
  );
  const links = Object.fromEntries(
    Object.entries(chart.links).filter(([, { from, to }]) => kept.has(from) && kept.has(to)),
  );
  const sets = Object.fromEntries(
    Object.entries(chart.sets).flatMap(([id, set]) => {
      const members = set.members.filter((member) => kept.has(member));
      return members.length > 0 ? [[id, { ...set, members }]] : [];
    }),
  );
  return { ...chart, items, links, sets, arrangement: {} };
}

/** Whole lines that travel in an attribute: what is put on the clipboard later than at once has no types of its own. */
const CARRIED = 'data-dendrotax-list';

/** Branches as words, as a list in HTML, and the lines they are, whole, in it. */
export function branchesCopied(chart: Chart, ids: readonly string[]): { plain: string; html: string } {
  const part = cutOut(chart, ids);
  const { plain, html = '' } = copied(kindFor(chart.kind), part, 'bullets');
  const whole = escapeAttribute(JSON.stringify(listAsJson(part)));
  return { plain, html: `<div ${CARRIED}="${whole}">${html}</div>` };
}

/** Lines of ours on the clipboard; empty where there are none. */
export function ownLines(data: DataTransfer): string {
  const own = data.getData(OWN);
  const html = own === '' ? data.getData('text/html') : '';
  if (!html.includes(CARRIED)) return own;
  // Read as a document that runs nothing and fetches nothing.
  return new DOMParser().parseFromString(html, 'text/html').querySelector(`[${CARRIED}]`)?.getAttribute(CARRIED) ?? '';
}

export function copyLines(data: DataTransfer, chart: Chart, ids: readonly string[]): void {
  const part = cutOut(chart, ids);
  data.setData('text/plain', outlineText(kindFor(chart.kind), part));
  data.setData(OWN, JSON.stringify(listAsJson(part)));
}

export interface Pasted {
  readonly changes: ReturnType<typeof asChanges>['changes'];
  readonly first: string | undefined;
  readonly count: number;
}

/** What was on the clipboard. */
export interface Clipped {
  /** Lines that were copied here. */
  readonly own: string;
  readonly text: string;
}
export const clipped = (data: DataTransfer): Clipped => ({ own: ownLines(data), text: data.getData('text/plain') });

/**
 * What is on the clipboard as lines; undefined where it is none, or where somebody should look first. It is read away
 * from the page.
 */
export async function pastedLines(
  { own, text: plain }: Clipped,
  chart: Chart,
  place: Place,
  selected: string | null,
): Promise<Pasted | undefined> {
  const text = own || plain;
  if (text.trim() === '') return undefined;
  const read = await readWorker().read(chart.kind, text, { form: own ? 'json' : undefined });
  if (!read?.ok || read.list.problems.length > 0 || read.list.columns) return undefined;
  const { changes, first } = asChanges(read.list, chart, place, selected);
  return { changes, first, count: read.list.items.length };
}

/** Rows of a list in the order in which they stand, from one to another. */
export function between(chart: Chart, from: string, to: string): string[] {
  const order = walk(treeOf(chart.items)).map(({ id }) => id);
  const [a, b] = [order.indexOf(from), order.indexOf(to)];
  return order.slice(Math.min(a, b), Math.max(a, b) + 1);
}
