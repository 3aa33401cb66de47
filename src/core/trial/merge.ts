/**
 * Bringing together what two charts did since they were one: a three-way merge of cells known by name. What only one did is
 * taken; what both did alike is taken once; what they did differently is a clash, for a person to decide. Source: the model
 * of diff3 (S. Khanna, K. Kunal, B. C. Pierce: A Formal Investigation of Diff3, FSTTCS 2007), on records with keys rather
 * than on lines of text: nothing is aligned, so that none of the ways holds in which aligning goes wrong there.
 */

import { type Cell, type Cells, cellsOf, chartOf, sameCell, whole } from '../cells';
import type { Chart } from '../chart';

/** Which of the two is taken where they clash. */
export type Side = 'real' | 'trial';

export interface Clash {
  /** By which it is decided. */
  readonly key: string;
  /** The line of the list that it is about, where it is about one. */
  readonly item: string | null;
  /** What: a field of the list, `there` for whether it is there at all, `parent` for where it stands, or another part. */
  readonly what: string;
  /** As text where it is text; null where it is gone; else undefined. */
  readonly before: string | null | undefined;
  readonly real: string | null | undefined;
  readonly trial: string | null | undefined;
}

export interface Merged {
  readonly chart: Chart;
  readonly clashes: readonly Clash[];
}

type Taking = Readonly<Record<string, Side>>;

const textOf = (cell: Cell | undefined): string | null | undefined =>
  cell === undefined ? null : typeof cell.value === 'string' ? cell.value : undefined;

const keyOf = (path: readonly string[]) => JSON.stringify(path);
/** What holds cells of its own: an item or a set, which is there or not. */
const isHolder = ({ path }: Cell) => path.length === 2 && (path[0] === 'items' || path[0] === 'sets');
/** Only where something stands among its like: nobody needs to be asked about it. */
const isOrder = (path: readonly string[]) => path.at(-1) === 'order';

interface Three {
  readonly base: Cells;
  readonly real: Cells;
  readonly trial: Cells;
}

/** Holders that one side took out while the other did something to them, or put something under them. */
function takenOut({ base, real, trial }: Three): Map<string, 'real' | 'trial'> {
  const out = new Map<string, 'real' | 'trial'>();
  const touchedBy = (side: Cells, other: Cells, name: Side) => {
    const gone = new Set([...base].flatMap(([key, cell]) => (isHolder(cell) && !side.has(key) ? [key] : [])));
    if (gone.size === 0) return;
    for (const [key, cell] of other) {
      if (sameCell(base.get(key), cell)) continue;
      const holder = keyOf(cell.path.slice(0, 2));
      if (gone.has(holder) && cell.path.length > 2 && !isOrder(cell.path)) out.set(holder, name);
      // Something was put under it, or led to it.
      const at = cell.path[2] === 'parent' && typeof cell.value === 'string' ? keyOf(['items', cell.value]) : '';
      if (gone.has(at) && other.has(keyOf(cell.path.slice(0, 2)))) out.set(at, name);
    }
    for (const [key, cell] of base) {
      // Taken out of it, such as a field that was cleared.
      if (other.has(key) || cell.path.length < 3) continue;
      const holder = keyOf(cell.path.slice(0, 2));
      if (gone.has(holder) && other.has(holder)) out.set(holder, name);
    }
  };
  touchedBy(real, trial, 'real');
  touchedBy(trial, real, 'trial');
  return out;
}

/**
 * @param base the chart that both began from
 * @param take what was decided of clashes, by their keys; the trial is taken where nothing was
 * @returns the chart, and the clashes that nothing was decided of. Where each of two moves a line under the other's, the
 *   trial's moves are the clash.
 */
export function merge(base: Chart, real: Chart, trial: Chart, take: Taking = {}): Merged {
  const three = { base: cellsOf(base), real: cellsOf(real), trial: cellsOf(trial) };
  const result = new Map<string, Cell>();
  const clashes: Clash[] = [];
  const out = takenOut(three);
  const decide = (clash: Clash): Side => {
    const side = take[clash.key];
    if (side === undefined) clashes.push(clash);
    return side ?? 'trial';
  };
  const holders = new Map<string, Side>();
  for (const [key, by] of out) {
    const { path } = (three[by === 'real' ? 'trial' : 'real'].get(key) ?? three.base.get(key))!;
    const there = (side: Cells) => (side.has(key) ? undefined : null);
    holders.set(
      key,
      decide({
        key,
        item: path[0] === 'items' ? path[1]! : null,
        what: 'there',
        before: undefined,
        real: there(three.real),
        trial: there(three.trial),
      }),
    );
  }
  for (const key of new Set([...three.base.keys(), ...three.real.keys(), ...three.trial.keys()])) {
    const [o, a, b] = [three.base.get(key), three.real.get(key), three.trial.get(key)];
    const { path } = (b ?? a ?? o)!;
    const whole = holders.get(keyOf(path.slice(0, 2)));
    const pick = (): Cell | undefined => {
      if (whole) return whole === 'real' ? a : b;
      if (sameCell(a, b)) return a;
      if (sameCell(o, a)) return b;
      if (sameCell(o, b)) return a;
      if (isOrder(path)) return b ?? a;
      const item = path[0] === 'items' ? path[1]! : null;
      const what = path[0] === 'items' ? path.slice(path[2] === 'fields' ? 3 : 2).join('.') : path.join('.');
      const side = decide({ key, item, what, before: textOf(o), real: textOf(a), trial: textOf(b) });
      return side === 'real' ? a : b;
    };
    const cell = pick();
    if (cell) result.set(key, cell);
  }
  const chart = whole(chartOf(result, real), [trial, real, base], 'keep');
  return { chart: opened(chart, real, trial, decide), clashes };
}

/** Lines that would stand under themselves, as each side moved one under the other: they stand as one side has them. */
function opened(chart: Chart, real: Chart, trial: Chart, decide: (clash: Clash) => Side): Chart {
  const items = { ...chart.items };
  const name = (at: Chart, id: string | null) => (id === null ? null : (at.items[id]?.fields['name'] ?? null));
  for (const start of Object.keys(items)) {
    const way = new Set<string>();
    let at: string | null = start;
    while (at !== null && !way.has(at)) {
      way.add(at);
      at = items[at]!.parent;
    }
    if (at === null) continue;
    const round = [...way].slice([...way].indexOf(at));
    const moved = round.filter((id) => real.items[id] && items[id]!.parent !== real.items[id]!.parent);
    const id = moved[0] ?? at;
    const side = decide({
      key: keyOf(['items', id, 'parent']),
      item: id,
      what: 'parent',
      before: undefined,
      real: name(real, real.items[id]?.parent ?? null),
      trial: name(trial, trial.items[id]?.parent ?? null),
    });
    const from = side === 'real' ? real : trial;
    for (const one of round) {
      const parent = from.items[one]?.parent ?? null;
      items[one] = { ...items[one]!, parent: parent !== null && items[parent] ? parent : null };
    }
    // Still a circle, through lines that only one side has: it is opened here.
    const seen = new Set([id]);
    for (let up = items[id]!.parent; up !== null; up = items[up]!.parent) {
      if (seen.has(up)) {
        items[id] = { ...items[id]!, parent: null };
        break;
      }
      seen.add(up);
    }
  }
  return { ...chart, items };
}
