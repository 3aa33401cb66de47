/** Lines that join partners, and where the lines to their children begin. */
import { type Layered, LINE_GAP, type Point } from '../../layout';
import { ASIDE, type Block, COUPLE_GAP } from './blocks';
import type { Couple, Family } from './family';

/** Where a couple's line to its children begins. */
export interface Port {
  readonly block: number;
  /** From the middle of the block. */
  readonly at: number;
  /** Middles of the partners' boxes, where both stand in the block. */
  readonly partners?: readonly [number, number];
  /** How far below the boxes the partners are joined. */
  readonly depth?: number;
  readonly kind: 'between' | 'under' | 'stack' | 'single' | 'apart';
  /** For partners in different blocks: the other one. */
  readonly other?: { readonly block: number; readonly at: number };
}

export function portOf(
  couple: Couple,
  blocks: readonly Block[],
  blockOfPerson: ReadonlyMap<string, { block: number; at: number }>,
  shown: ReadonlySet<string>,
  family: Family,
  along: (id: string) => number,
  blockOfCouple: ReadonlyMap<Couple, number>,
): Port {
  const [a, b] = couple.partners.filter((partner) => shown.has(partner));
  const home = blockOfPerson.get(a!)!;
  // A single parent's line leaves the box in the middle, or beside it where there are other couples.
  const own = family.couplesOf.get(a!)!;
  const aside = own.length > 1 ? ASIDE : 0;
  if (b === undefined) return { block: home.block, at: home.at + aside, kind: 'single' };
  const index = blockOfCouple.get(couple);
  if (index === undefined) {
    const other = blockOfPerson.get(b)!;
    const [near, far] = blocks[home.block]!.tier >= blocks[other.block]!.tier ? [home, other] : [other, home];
    return { block: near.block, at: near.at + ASIDE, kind: 'apart', other: far };
  }
  const { household, at, under } = blocks[index]!;
  if (household.stack) return { block: index, at: 0, partners: [0, 0], kind: 'stack' };
  const seat = (id: string) => at[household.places.findIndex((place) => place.id === id)]!;
  const [x, y] = [seat(a!), seat(b)].sort((p, q) => p - q) as [number, number];
  const depth = under.get(couple.key);
  if (depth === undefined) {
    const first = household.places[at.indexOf(x)]!.id;
    return { block: index, at: x + along(first) / 2 + COUPLE_GAP / 2, partners: [x, y], kind: 'between' };
  }
  // Joined below the boxes: the children's line leaves nearer the partner who has no other.
  const far = Math.abs(seat(b)) >= Math.abs(seat(a!)) ? seat(b) : seat(a!);
  return { block: index, at: far === x ? x + ASIDE : y - ASIDE, partners: [x, y], depth, kind: 'under' };
}

/** Free at both ends of the short line between two boxes, one under the other. */
const JOIN = 1.5;

type Laid = Layered;
export type Middle = (block: number, at: number) => number;
/** Where the box of a place of a block begins and ends, across the tier. */
export type BoxOf = (block: number, place: number) => { readonly top: number; readonly foot: number };

/**
 * The line that joins two partners.
 * @param tallest height of the highest box of each tier
 * @param boxOf where the box of a place begins and ends
 */
export function partnerLine(
  port: Port,
  blocks: readonly Block[],
  laid: Laid,
  tallest: readonly number[],
  middle: Middle,
  boxOf: BoxOf,
): Point[] {
  if (port.kind === 'stack') {
    const at = middle(port.block, 0);
    const { foot } = boxOf(port.block, 0);
    const below = boxOf(port.block, 1);
    return [
      [at, foot + JOIN],
      [at, below.top - JOIN],
    ];
  }
  const start = laid.depth[port.block]!;
  const height = tallest[blocks[port.block]!.tier - 1]!;
  const level = start + height / 2;
  const [x, y] = port.partners!.map((at) => middle(port.block, at)) as [number, number];
  if (port.kind === 'between') {
    const half = COUPLE_GAP / 2 - LINE_GAP;
    const between = middle(port.block, port.at);
    return [
      [between - half, level],
      [between + half, level],
    ];
  }
  const below = start + height + LINE_GAP;
  const turn = start + height + port.depth!;
  const [from, to] = [x + ASIDE, y - ASIDE];
  return [
    [from, below],
    [from, turn],
    [to, turn],
    [to, below],
  ];
}

/** The first part of the line from a couple to its children: from where the partners are joined to below the boxes. */
export function stemOf(
  port: Port,
  blocks: readonly Block[],
  laid: Laid,
  tallest: readonly number[],
  middle: Middle,
  boxOf: BoxOf,
): Point[] {
  const x = middle(port.block, port.at);
  const start = laid.depth[port.block]!;
  const height = tallest[blocks[port.block]!.tier - 1]!;
  if (port.kind === 'between') return [[x, start + height / 2]];
  if (port.kind === 'stack') return [[x, boxOf(port.block, 1).foot + LINE_GAP]];
  if (port.kind === 'under') return [[x, start + height + port.depth!]];
  return [[x, start + height + LINE_GAP]];
}
