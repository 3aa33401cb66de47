import { crossingsOf, type LayeredEdge, LINE_GAP, layered, type Point } from '../../layout';
import type { ArrangedLink, ArrangeInput, Arrangement } from '../arrangement';
import { chosen } from '../choices';
import { ASIDE, type Block, blockOf, inFamilyOrder } from './blocks';
import { choices } from './choices';
import { partnerLine, portOf, stemOf } from './couple-lines';
import { type Child, type Couple, familyOf, isPartnerLine, originsIn } from './family';
import { STACK_GAP } from './gaps';
import { generationsOf } from './generations';
import { householdsOf } from './households';
import { stacked } from './stacks';
import { meetAsTwins, twinsOf } from './twins';

const STATUS_DASH = { married: 'solid', partner: 'dashed', parted: 'dotted' } as const;

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

  const origins = (id: string) => originsIn(family, shown, id);
  const { apart } = generationsOf(input.whole ?? chart);
  const shares = (couple: Couple) => couple.partners.length === 2 && !apart.has(couple.key);
  const repeat = choose('meet') === 'repeat';
  const again = (couple: Couple): string | undefined => {
    const [a, b] = couple.partners;
    return repeat && b !== undefined && origins(a!).length > 0 && origins(b).length > 0 ? b : undefined;
  };
  const twins = twinsOf(family, chart.items);
  const households = stacked(
    inFamilyOrder(family, householdsOf(family, shown, shares, again), shown),
    { couples: choose('couples') === 'stack', siblings: choose('siblings') === 'stack' },
    family,
    shown,
    (id) => origins(id).length > 0,
    (id) => twins.has(id),
  );
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
        toAt: blocks[there.block]!.spine ?? there.at,
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
  /** Rows of boxes that a tier has. */
  const rows = Array.from({ length: structure.tiers }, () => 1);
  for (const { tier, row } of blocks) for (const at of row) rows[tier - 1] = Math.max(rows[tier - 1]!, at + 1);
  const high = tallest.map((height, i) => rows[i]! * height + (rows[i]! - 1) * STACK_GAP);
  const laid = layered({
    layer: blocks.map(({ tier }) => tier - 1),
    along: blocks.map((block) => block.along),
    // Lines under the boxes count as part of the block, so that nothing else is led through them.
    across: blocks.map(({ tier, across: under }) => high[tier - 1]! + under),
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
  const boxDepth = (id: string, block: number) => {
    const { tier, row, household } = blocks[block]!;
    const nth = rows[tier - 1] === 1 ? 0 : row[household.places.findIndex((place) => place.id === id)]!;
    const height = tallest[tier - 1]!;
    return laid.depth[block]! + nth * (height + STACK_GAP) + (height - across(id)) / 2;
  };
  const boxOf = (block: number, place: number) => {
    const { id } = blocks[block]!.household.places[place]!;
    const top = boxDepth(id, block);
    return { top, foot: top + across(id) };
  };
  for (const [i, { household, at }] of blocks.entries())
    for (const [j, { id, again: repeated }] of household.places.entries()) {
      const corner = place([middle(i, at[j]!) - along(id) / 2, boxDepth(id, i)]);
      if (repeated) repeats.push({ of: id, at: corner });
      else boxes.set(id, corner);
    }

  const said = saidBy(chart);
  const links: ArrangedLink[] = drawn.flatMap((couple) => {
    const port = ports.get(couple.key)!;
    const [a, b] = couple.partners;
    if (b === undefined || !shown.has(a!) || !shown.has(b)) return [];
    if (port.kind === 'apart' && !apartEdge.has(couple.key)) return [];
    return [
      {
        from: a!,
        to: b,
        ...said(a!, b, 'partner'),
        role: 'partner',
        label: couple.status,
        points: (apartEdge.has(couple.key)
          ? laid.ways[apartEdge.get(couple.key)!]!
          : partnerLine(port, blocks, laid, tallest, middle, boxOf)
        ).map(place),
        curved: false,
        tier: tierOf(a!),
        look: { lineDash: STATUS_DASH[couple.status] },
      },
    ];
  });
  for (const [i, { couple, child }] of edgeOf.entries()) {
    const port = ports.get(couple.key)!;
    const top = stemOf(port, blocks, laid, tallest, middle, boxOf);
    const way = laid.ways[i]!;
    const there = blockOfPerson.get(child.id)!;
    const start = boxDepth(child.id, there.block);
    const { spine } = blocks[there.block]!;
    const x = way.at(-1)![0];
    const level = start + across(child.id) / 2;
    const end: Point[] =
      spine === undefined
        ? [[x, start - LINE_GAP]]
        : [
            [x, level],
            [middle(there.block, there.at) - along(child.id) / 2 - LINE_GAP, level],
          ];
    const points = [...top, ...way.slice(0, -1), ...end].map(place);
    const [from, other] = couple.partners.filter((partner) => shown.has(partner));
    const link = {
      to: child.id,
      ...(isPartnerLine(chart.items[child.id]!)
        ? said(child.id, couple.partners.find((one) => shown.has(one)) ?? '', 'child-of')
        : { said: child.id }),
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
  const twinned = meetAsTwins(links, twins, down);
  return {
    boxes,
    repeats,
    links: twinned,
    joins: [],
    axis: down ? 'rows' : 'columns',
    bands: Array.from({ length: structure.tiers }, (_, i) => {
      const start = laid.bands[i]?.start ?? 0;
      return { start, end: start + high[i]! };
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

/** What says that two belong together: the line of the one who stands under the other, or a link. */
function saidBy({ items, links }: ArrangeInput['chart']) {
  const linked = new Map(
    Object.values(links).flatMap(({ id, role, from, to }) => [
      [`${role} ${from} ${to}`, id],
      [`${role} ${to} ${from}`, id],
    ]),
  );
  const isUnder = (one: string, other: string) => isPartnerLine(items[one]!) && items[one]!.parent === other;
  return (a: string, b: string, role: string): { said?: string; id?: string } => {
    if (role === 'partner' && isUnder(a, b)) return { said: a };
    if (role === 'partner' && isUnder(b, a)) return { said: b };
    const id = linked.get(`${role} ${a} ${b}`);
    return id === undefined ? {} : { id };
  };
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
