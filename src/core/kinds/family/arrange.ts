import { crossingsOf, type LayeredEdge, layered, type Point } from '../../layout';
import type { ArrangedLink, ArrangeInput, Arrangement } from '../arrangement';
import { chosen } from '../choices';
import { choices } from './choices';
import { dateIn } from './dates';
import { type Child, type Couple, type Family, familyOf } from './family';
import { generationsOf } from './generations';
import { type Household, householdsOf, type Place } from './households';

const LINE_GAP = 3;
/** Between partners: room for the line that joins them and the one that goes down from it. */
const COUPLE_GAP = 26;
/** Depth under the boxes at which a line joins partners who don't stand side by side, and between several of these. */
const UNDER = { first: 9, next: 7 };
/** How far from the middle of a box a line leaves it that is not the only one. */
const ASIDE = 9;

const STATUS_DASH = { married: 'solid', partner: 'dashed', parted: 'dotted' } as const;

/** A household with the measures of its boxes, all along the tier unless said otherwise. */
interface Block {
  readonly household: Household;
  readonly tier: number;
  /** Middle of each place from the middle of the block. */
  readonly at: readonly number[];
  readonly along: number;
  readonly across: number;
  /** Couples that are joined under the boxes, with the depth of each. */
  readonly under: ReadonlyMap<string, number>;
}

export function arrange(input: ArrangeInput): Arrangement {
  const { chart, structure, sizes, lookOf } = input;
  const choose = (key: string) => chosen(choices, chart.arrangement, key);
  const down = choose('direction') === 'rows';
  const family = familyOf(chart);
  const shown = new Set(structure.order);
  const tierOf = (id: string) => structure.tierOf.get(id)!;
  const along = (id: string) => (down ? sizes.get(id)!.width : sizes.get(id)!.height);
  const across = (id: string) => (down ? sizes.get(id)!.height : sizes.get(id)!.width);
  const siblingGap = Number(choose('siblingGap'));

  const origins = (id: string) =>
    family.originsOf.get(id)!.filter(({ couple }) => couple.partners.some((partner) => shown.has(partner)));
  const { apart } = generationsOf(chart);
  const shares = (couple: Couple) => couple.partners.length === 2 && !apart.has(couple.key);
  const repeat = choose('meet') === 'repeat';
  const again = (couple: Couple): string | undefined => {
    const [a, b] = couple.partners;
    return repeat && b !== undefined && origins(a!).length > 0 && origins(b).length > 0 ? b : undefined;
  };
  const households = inFamilyOrder(family, householdsOf(family, shown, shares, again), shown);
  const blocks = households.map((household): Block => blockOf(household, tierOf, along, siblingGap));

  const blockOfPerson = new Map<string, { block: number; at: number }>();
  for (const [i, { household, at }] of blocks.entries())
    for (const [j, place] of household.places.entries())
      if (!place.again) blockOfPerson.set(place.id, { block: i, at: at[j]! });

  // Where each couple's line to its children begins: the block, and the place along it.
  const drawn = family.couples.filter(({ partners }) => partners.some((partner) => shown.has(partner)));
  const blockOfCouple = new Map(
    blocks.flatMap(({ household }, i) => household.couples.map((couple) => [couple, i] as const)),
  );
  const ports = new Map(
    drawn.map((couple) => [couple.key, portOf(couple, blocks, blockOfPerson, shown, family, along, blockOfCouple)]),
  );
  const edges: LayeredEdge[] = [];
  const edgeOf: { couple: Couple; child: Child }[] = [];
  const group: (number | undefined)[] = blocks.map(() => undefined);
  for (const [i, couple] of drawn.entries()) {
    const port = ports.get(couple.key)!;
    for (const child of couple.children) {
      const there = blockOfPerson.get(child.id);
      if (!there || !shown.has(child.id) || blocks[there.block]!.tier <= blocks[port.block]!.tier) continue;
      const seats = originsAt(there.block, blocks, origins);
      // Brothers and sisters keep their order; a household that hangs from two sides may move with either.
      if (seats.size === 1) group[there.block] ??= i;
      edges.push({
        from: port.block,
        to: there.block,
        fromAt: port.at,
        toAt: there.at,
        trunk: couple.key,
        weight: seats.size === 1 ? 2 : 1,
      });
      edgeOf.push({ couple, child });
    }
  }
  // Partners who can't share a generation are joined by a line that is led down like one to a child.
  const apartEdge = new Map<string, number>();
  for (const couple of drawn) {
    const { kind, other, block, at } = ports.get(couple.key)!;
    if (kind !== 'apart' || !other || blocks[other.block]!.tier === blocks[block]!.tier) continue;
    apartEdge.set(couple.key, edges.length);
    edges.push({
      from: other.block,
      to: block,
      fromAt: other.at - ASIDE,
      toAt: at - ASIDE,
      trunk: `${couple.key} apart`,
    });
  }
  const tallest = Array.from({ length: structure.tiers }, (_, i) =>
    Math.max(0, ...structure.order.filter((id) => tierOf(id) === i + 1).map(across)),
  );
  const laid = layered({
    layer: blocks.map(({ tier }) => tier - 1),
    along: blocks.map((block) => block.along),
    // Lines under the boxes count as part of the block, so that nothing else is led through them.
    across: blocks.map(({ tier, across: under }) => tallest[tier - 1]! + under),
    edges,
    gap: () => siblingGap * 1.6,
    layerGap: () => Number(choose('tierGap')),
    form: structure.tiers > 0 && lookOf(1).line === 'straight' ? 'straight' : 'elbow',
    lineGap: LINE_GAP,
    group,
    near: new Set(blocks.keys()),
  });

  const place = ([a, d]: Point): Point => (down ? [a, d] : [d, a]);
  const boxes = new Map<string, Point>();
  const repeats: { of: string; at: Point }[] = [];
  const middle = (block: number, at: number): number => laid.middle[block]! + at;
  const boxDepth = (id: string, block: number) =>
    laid.depth[block]! + (tallest[blocks[block]!.tier - 1]! - across(id)) / 2;
  for (const [i, { household, at }] of blocks.entries())
    for (const [j, { id, again: repeated }] of household.places.entries()) {
      const corner = place([middle(i, at[j]!) - along(id) / 2, boxDepth(id, i)]);
      if (repeated) repeats.push({ of: id, at: corner });
      else boxes.set(id, corner);
    }

  const links: ArrangedLink[] = drawn.flatMap((couple) => {
    const port = ports.get(couple.key)!;
    const [a, b] = couple.partners;
    if (b === undefined || !shown.has(a!) || !shown.has(b)) return [];
    if (port.kind === 'apart' && !apartEdge.has(couple.key)) return [];
    return [
      {
        from: a!,
        to: b,
        role: 'partner',
        label: couple.status,
        points: (apartEdge.has(couple.key)
          ? laid.ways[apartEdge.get(couple.key)!]!
          : partnerLine(port, blocks, laid, tallest, middle)
        ).map(place),
        curved: false,
        tier: tierOf(a!),
        look: { lineDash: STATUS_DASH[couple.status] },
      },
    ];
  });
  for (const [i, { couple, child }] of edgeOf.entries()) {
    const port = ports.get(couple.key)!;
    const top = stemOf(port, blocks, laid, tallest, middle);
    const way = laid.ways[i]!;
    const there = blockOfPerson.get(child.id)!;
    const end: Point = [way.at(-1)![0], boxDepth(child.id, there.block) - LINE_GAP];
    const points = [...top, ...way.slice(0, -1), end].map(place);
    const [from, other] = couple.partners.filter((partner) => shown.has(partner));
    const link = {
      to: child.id,
      role: 'child-of',
      label: child.by === 'birth' ? '' : child.by,
      points,
      curved: false,
      tier: tierOf(from!),
      ...(child.by !== 'birth' && { look: { lineDash: 'dashed' as const } }),
    };
    links.push({ ...link, from: from! });
    // The same line is the other parent's too; it is drawn once.
    if (other !== undefined) links.push({ ...link, from: other, ways: [] });
  }
  const twinned = meetAsTwins(links, family, chart.items, down);
  return {
    boxes,
    repeats,
    links: twinned,
    joins: [],
    axis: down ? 'rows' : 'columns',
    bands: Array.from({ length: structure.tiers }, (_, i) => {
      const start = laid.bands[i]?.start ?? 0;
      return { start, end: start + tallest[i]! };
    }),
    width: down ? laid.extent.along : laid.extent.depth,
    height: down ? laid.extent.depth : laid.extent.along,
    figures: {
      crossings: crossingsOf(
        twinned.filter(({ ways }) => ways === undefined).map(({ points }) => points),
        twinned
          .filter(({ ways }) => ways === undefined)
          .map(({ from, role, to }) => (role === 'partner' ? `${from} ${to}` : from)),
      ),
    },
  };
}

/** Households in the order in which a reader goes down the family, brothers and sisters by birth. */
function inFamilyOrder(family: Family, households: readonly Household[], shown: ReadonlySet<string>): Household[] {
  const of = new Map<string, number>();
  for (const [i, { places }] of households.entries()) for (const { id, again } of places) if (!again) of.set(id, i);
  const isChild = (id: string) =>
    family.originsOf.get(id)!.some(({ couple }) => couple.partners.some((partner) => shown.has(partner)));
  const order: number[] = [];
  const seen = new Set<number>();
  const visit = (start: number) => {
    const stack = [start];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      if (seen.has(at)) continue;
      seen.add(at);
      order.push(at);
      const below = households[at]!.places.flatMap(({ id, again }) =>
        again ? [] : family.couplesOf.get(id)!.flatMap(({ children }) => children.map((child) => of.get(child.id))),
      );
      stack.push(...(below.filter((child) => child !== undefined && !seen.has(child)).reverse() as number[]));
    }
  };
  for (const [i, { places }] of households.entries())
    if (!places.some(({ id, again }) => !again && isChild(id))) visit(i);
  for (const i of households.keys()) visit(i);
  return order.map((i) => households[i]!);
}

function blockOf(
  household: Household,
  tierOf: (id: string) => number,
  along: (id: string) => number,
  siblingGap: number,
): Block {
  const { places, couples } = household;
  const coupled = (a: Place, b: Place) =>
    couples.some(({ partners }) => partners.includes(a.id) && partners.includes(b.id));
  const middles: number[] = [];
  let edge = 0;
  for (const [i, place] of places.entries()) {
    if (i > 0) edge += coupled(places[i - 1]!, place) ? COUPLE_GAP : siblingGap;
    middles.push(edge + along(place.id) / 2);
    edge += along(place.id);
  }
  const under = new Map<string, number>();
  const index = (id: string) => places.findIndex((place) => place.id === id);
  for (const { key, partners } of couples) {
    if (Math.abs(index(partners[0]!) - index(partners[1]!)) > 1) under.set(key, UNDER.first + under.size * UNDER.next);
  }
  return {
    household,
    tier: tierOf(places.find(({ again }) => !again)!.id),
    at: middles.map((at) => at - edge / 2),
    along: edge,
    across: under.size === 0 ? 0 : Math.max(...under.values()) + LINE_GAP,
    under,
  };
}

/** Where a couple's line to its children begins. */
interface Port {
  readonly block: number;
  /** From the middle of the block. */
  readonly at: number;
  /** Middles of the partners' boxes, where both stand in the block. */
  readonly partners?: readonly [number, number];
  /** How far below the boxes the partners are joined. */
  readonly depth?: number;
  readonly kind: 'between' | 'under' | 'single' | 'apart';
  /** For partners in different blocks: the other one. */
  readonly other?: { readonly block: number; readonly at: number };
}

function portOf(
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

type Laid = ReturnType<typeof layered>;
type Middle = (block: number, at: number) => number;

/** The line that joins two partners. */
function partnerLine(
  port: Port,
  blocks: readonly Block[],
  laid: Laid,
  tallest: readonly number[],
  middle: Middle,
): Point[] {
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
  const bottom = start + height + LINE_GAP;
  const turn = start + height + port.depth!;
  const [from, to] = [x + ASIDE, y - ASIDE];
  return [
    [from, bottom],
    [from, turn],
    [to, turn],
    [to, bottom],
  ];
}

/** The first part of the line from a couple to its children: from where the partners are joined to below the boxes. */
function stemOf(port: Port, blocks: readonly Block[], laid: Laid, tallest: readonly number[], middle: Middle): Point[] {
  const x = middle(port.block, port.at);
  const start = laid.depth[port.block]!;
  const height = tallest[blocks[port.block]!.tier - 1]!;
  if (port.kind === 'between') return [[x, start + height / 2]];
  if (port.kind === 'under') return [[x, start + height + port.depth!]];
  return [[x, start + height + LINE_GAP]];
}

/** Which places of a block hang from parents. */
function originsAt(
  block: number,
  blocks: readonly Block[],
  origins: (id: string) => readonly { couple: Couple }[],
): Set<string> {
  return new Set(
    blocks[block]!.household.places.flatMap(({ id, again }) =>
      again ? [] : origins(id).map(({ couple }) => couple.key),
    ),
  );
}

/** Twins' lines part at one point: neighbours among brothers and sisters, born on one day or said to be twins. */
function meetAsTwins(
  links: readonly ArrangedLink[],
  family: Family,
  items: ArrangeInput['chart']['items'],
  down: boolean,
): ArrangedLink[] {
  const twins = new Map<string, string[]>();
  for (const { children } of family.couples) {
    let run: string[] = [];
    for (const [i, { id }] of children.entries()) {
      const before = children[i - 1]?.id;
      if (before !== undefined && areTwins(items[before]!.fields, items[id]!.fields)) run.push(id);
      else run = [id];
      if (run.length > 1) for (const one of run) twins.set(one, run);
    }
  }
  if (twins.size === 0) return [...links];
  const along = ([x, y]: Point) => (down ? x : y);
  const depth = ([x, y]: Point) => (down ? y : x);
  const own = links.filter(({ role, to }) => role === 'child-of' && twins.has(to));
  const wayTo = new Map(own.map((link) => [link.to, link.points]));
  return links.map((link) => {
    const run = link.role === 'child-of' ? twins.get(link.to) : undefined;
    const ways = run?.flatMap((id) => (wayTo.has(id) ? [wayTo.get(id)!] : []));
    if (!ways || ways.length < 2) return link;
    const meet = ways.reduce((sum, way) => sum + along(way.at(-1)!), 0) / ways.length;
    // One that lies straight under the couple has no bend of its own: the others say how deep the line along is.
    const bus = Math.max(...ways.map((way) => depth(way.at(-2)!)));
    const at = (a: number): Point => (down ? [a, bus] : [bus, a]);
    const before = link.points.slice(0, -1).filter((point) => depth(point) < bus - 0.01);
    return { ...link, points: [...before, at(along(before.at(-1)!)), at(meet), link.points.at(-1)!] };
  });
}

export function areTwins(a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): boolean {
  if (a['twin'] && b['twin']) return true;
  const [one, other] = [dateIn(a['born']), dateIn(b['born'])];
  return (
    !!one && !!other && one.day > 0 && one.year === other.year && one.month === other.month && one.day === other.day
  );
}
