/**
 * Places trees: which boxes stand in line with their tier and which in blocks, what passes which row, how far apart the
 * rows are; then `tidy` for the places along, and from these every box and line.
 *
 * Rows are finer than tiers: a row for the boxes of each tier, and before it one for the aides of those above, where
 * there are any. What passes a row keeps a place of its own in it, so that no line runs through a box.
 */
import type { Point } from '../point';
import { withAllUnder } from './below';
import { placedApart } from './enclosed';
import { Blocks, spineOf } from './hung';
import { fitRows, withHungTiers } from './rows';
import { isCentred } from './shape';
import { CORNER, type Drop, type Tree, type TreeInput } from './types';
import { asideSeats, type Beside, type Hanging, openBoxes } from './units';

/** Half the room of a line where it passes a row. */
const LANE = 4;
/** A place in a row. */
interface Place {
  readonly row: number;
  left: number;
  right: number;
  readonly children: number[];
}

export function tree(input: TreeInput): Tree {
  const shelves = shelvesOf(input);
  if (shelves.length <= 1) return shelf(input, input.tops);
  // Each shelf by itself, one after another across the tiers, with the gap between trees.
  const count = input.children.length;
  const whole = { along: new Float64Array(count), depth: new Float64Array(count), hung: new Uint8Array(count) };
  const drops: Drop[] = [];
  const bands: { start: number; end: number }[] = [];
  let depth = 0;
  let along = 0;
  for (const tops of shelves) {
    const own = shelf(input, tops);
    for (const box of withAllUnder(input.children, tops)) {
      whole.along[box] = own.along[box]!;
      whole.depth[box] = own.depth[box]! + depth;
      whole.hung[box] = own.hung[box]!;
    }
    for (const drop of own.drops) drops.push({ ...drop, via: drop.via.map(([x, y]): Point => [x, y + depth]) });
    for (const [tier, band] of own.bands.entries())
      bands[tier] ??= { start: band.start + depth, end: band.end + depth };
    depth += own.extent.depth + input.gaps.trees;
    along = Math.max(along, own.extent.along);
  }
  return { ...whole, drops, bands, extent: { along, depth: depth - input.gaps.trees } };
}

/** Tops in as many rows as are asked for, each about as long, in order. */
function shelvesOf({ tops, children, along, shelves }: TreeInput): number[][] {
  if (shelves <= 1 || tops.length <= 1) return [[...tops]];
  if (shelves >= tops.length) return tops.map((top) => [top]);
  const weights = tops.map((top) => {
    let sum = 0;
    for (const box of withAllUnder(children, [top])) if (children[box]!.length === 0) sum += along[box]!;
    return sum;
  });
  const rows: number[][] = [];
  let left = weights.reduce((all, weight) => all + weight, 0);
  let at = 0;
  for (let row = 0; row < shelves; row++) {
    const own: number[] = [];
    let sum = 0;
    const share = left / (shelves - row);
    while (at < tops.length && tops.length - at > shelves - row - 1) {
      if (own.length > 0 && row < shelves - 1 && sum + weights[at]! / 2 > share) break;
      own.push(tops[at]!);
      sum += weights[at]!;
      at++;
    }
    left -= sum;
    rows.push(own);
  }
  return rows;
}

function shelf(input: TreeInput, tops: readonly number[]): Tree {
  const { children, along, across, tier, gaps } = input;
  const count = children.length;
  const blocks = new Blocks(input);
  const { open, unitsOf } = openBoxes(input, tops);

  // Rows: of aides before the tier they belong to, and of the tier.
  const tiers = open.reduce((most, box) => Math.max(most, tier[box]! + 1), 0);
  const aided = new Set(open.filter((box) => unitsOf.get(box)!.aides.length > 0).map((box) => tier[box]! + 1));
  const hungTiers = open.reduce(
    (most, box) =>
      unitsOf.get(box)!.units.some((unit) => typeof unit !== 'number') ? Math.max(most, tier[box]! + 2) : most,
    tiers,
  );
  const rowOf: number[] = [];
  const asideRow = new Map<number, number>();
  const tierOfRow: number[] = [];
  for (let t = 0; t < Math.max(hungTiers, ...[...aided].map((t) => t + 1)); t++) {
    if (aided.has(t)) {
      asideRow.set(t, tierOfRow.length);
      tierOfRow.push(t);
    }
    rowOf[t] = tierOfRow.length;
    tierOfRow.push(t);
  }
  const tierGap = (t: number) => gaps.tiers[Math.min(t, gaps.tiers.length - 1)]!;
  const gapBefore = tierOfRow.map((t, row) => {
    if (row === 0) return 0;
    const own = tierGap(Math.max(0, t - 1));
    return row === asideRow.get(t) ? Math.max(12, own / 2) : own;
  });
  const standing = new Set(open);
  const enclosed = (input.enclosed ?? []).filter(({ box }) => standing.has(box));
  for (const { box, near } of enclosed) {
    const row = rowOf[tier[box]!]!;
    // The line along the row before it runs half way between the rows: it stays outside.
    if (row > 0) gapBefore[row] = Math.max(gapBefore[row]!, 2 * (near + LANE));
  }

  const places: Place[] = [];
  const addPlace = (row: number, left: number, right: number, under?: number): number => {
    places.push({ row, left, right, children: [] });
    if (under !== undefined) places[under]!.children.push(places.length - 1);
    return places.length - 1;
  };
  /** Lanes from a place down to a row, and the place above that row. */
  const passTo = (row: number, from: number, left = LANE, right = LANE): number => {
    let at = from;
    for (let r = places[from]!.row + 1; r < row; r++) at = addPlace(r, left, right, at);
    return at;
  };

  const heights = tierOfRow.map(() => 0);
  for (const box of open) heights[rowOf[tier[box]!]!] = Math.max(heights[rowOf[tier[box]!]!]!, across[box]!);

  const placeOf = new Int32Array(count).fill(-1);
  const beside: Beside[] = [];
  const hanging: Hanging[] = [];
  const topPlaces: number[] = [];
  for (const top of tops) {
    // A top on a deeper tier: the rows above it stay free.
    let above: number | undefined;
    for (let r = 0; r < rowOf[tier[top]!]!; r++) {
      above = addPlace(r, LANE, LANE, above);
      if (r === 0) topPlaces.push(above);
    }
    placeOf[top] = addPlace(rowOf[tier[top]!]!, along[top]! / 2, along[top]! / 2, above);
    if (above === undefined) topPlaces.push(placeOf[top]!);
  }
  for (const box of open) {
    const { units, aides: own } = unitsOf.get(box)!;
    let stem = placeOf[box]!;
    if (own.length > 0) {
      const row = asideRow.get(tier[box]! + 1)!;
      const seats = asideSeats(own, blocks, gaps.stack);
      const reach = (before: boolean) =>
        seats.filter((seat) => seat.before === before).reduce((most, { size }) => Math.max(most, size.along), 0);
      stem = passTo(row, stem);
      stem = addPlace(row, Math.max(LANE, reach(true)), Math.max(LANE, reach(false)), stem);
      heights[row] = Math.max(heights[row]!, ...seats.map(({ size, down }) => down + size.depth));
      beside.push({ parent: box, place: stem, row, seats });
    }
    if (units.length === 0) continue;
    const only = units.length === 1 && own.length === 0;
    const firstRow = rowOf[tier[box]! + 1]!;
    let trunk: number | undefined;
    for (const unit of units) {
      if (typeof unit === 'number') {
        const target = rowOf[tier[unit]!]!;
        trunk ??= passTo(firstRow, stem);
        placeOf[unit] = addPlace(target, along[unit]! / 2, along[unit]! / 2, passTo(target, trunk));
        continue;
      }
      const size = blocks.size(unit);
      const spine = spineOf(unit, size, unit.form === 'stack-before');
      const corner = along[box]! / 2 - CORNER;
      let left = isCentred(unit.form) ? size.spine : size.along / 2;
      const direct = only && corner > 0;
      if (direct && !isCentred(unit.form))
        // Its spine leaves the box above, so it stands under a part of that box.
        left = unit.form === 'stack-before' ? Math.max(left, size.along - corner) : Math.min(left, corner);
      const lane = direct ? Math.abs(spine - left) + LANE : LANE;
      trunk ??= passTo(firstRow, stem, lane, lane);
      const at = addPlace(firstRow, left, size.along - left, trunk);
      hanging.push({ block: unit, size, parent: box, direct, firstRow, place: at });
    }
  }

  fitRows(input, hanging, heights, gapBefore, tierOfRow, (hang, lastRow) => {
    // A block that hangs past its row keeps its place in those that follow.
    let at = hang.place;
    for (let r = hang.firstRow + 1; r <= lastRow; r++) at = addPlace(r, places[at]!.left, places[at]!.right, at);
  });
  const starts: number[] = [];
  for (let row = 0; row < heights.length; row++)
    starts[row] = row === 0 ? 0 : starts[row - 1]! + heights[row - 1]! + gapBefore[row]!;

  const { centres, right } = placedApart(
    places,
    topPlaces,
    gaps,
    enclosed.map(({ box, ...room }) => ({ ...room, place: placeOf[box]! })),
  );

  const laid = { along: new Float64Array(count), depth: new Float64Array(count), hung: new Uint8Array(count) };
  const drops: Drop[] = [];
  const put = (box: number, near: number, depth: number) => {
    laid.along[box] = near;
    laid.depth[box] = depth;
    laid.hung[box] = 1;
  };
  for (const box of open) {
    laid.along[box] = centres[placeOf[box]!]! - along[box]! / 2;
    laid.depth[box] = starts[rowOf[tier[box]!]!]!;
  }
  const busTo = (t: number) => {
    const row = rowOf[t]!;
    return starts[row]! - gapBefore[row]! / 2;
  };
  for (const box of open) {
    const exit = centres[placeOf[box]!]!;
    for (const unit of unitsOf.get(box)!.units) {
      if (typeof unit !== 'number') continue;
      const bus = busTo(tier[box]! + 1);
      const at = centres[placeOf[unit]!]!;
      const free = rowOf[tier[unit]!]! === rowOf[tier[box]!]! + 1;
      drops.push({
        from: box,
        to: unit,
        exit,
        via: [
          [exit, bus],
          [at, bus],
        ],
        enter: 'near',
        free,
      });
    }
  }
  for (const { block, size, parent, direct, firstRow, place } of hanging) {
    const mirrored = block.form === 'stack-before';
    const near = centres[place]! - places[place]!.left;
    const spine = near + spineOf(block, size, mirrored);
    const middle = centres[placeOf[parent]!]!;
    const bus = busTo(tier[parent]! + 1);
    const lead = direct
      ? { exit: spine, via: [] }
      : {
          exit: middle,
          via: [
            [middle, bus],
            [spine, bus],
          ] as const,
        };
    blocks.place(block, [near, starts[firstRow]!], mirrored, parent, lead, put, (drop) => drops.push(drop));
  }
  for (const { parent, place, row, seats } of beside) {
    const trunk = centres[place]!;
    for (const { block, size, before, down } of seats) {
      const near = before ? trunk - size.along : trunk;
      const lead = { exit: trunk, via: [] };
      blocks.place(block, [near, starts[row]! + down], before, parent, lead, put, (drop) => drops.push(drop));
    }
  }

  const far = right.reduce((most, own, i) => Math.max(most, centres[i]! + own), 0);
  const depth = heights.length === 0 ? 0 : starts.at(-1)! + heights.at(-1)!;
  const bands = rowOf.map((row, t) => ({
    start: starts[asideRow.get(t) ?? row]!,
    end: starts[row]! + heights[row]!,
  }));
  return { ...laid, drops, bands: withHungTiers(input, tops, laid, open, bands), extent: { along: far, depth } };
}
