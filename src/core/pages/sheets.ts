/** The pages of a booklet that show parts of the chart, and what has its own place on which. */
import type { Branches } from '../kinds';
import { type Drawn, onPage } from './leads';
import { type Extent, inRows, type RowsInput } from './rows';
import type { Members, Part, Split } from './split';

/** A page: parts one under the other, and what they hold together. */
export interface Sheet extends Members {
  readonly rows: readonly { readonly part: Part; readonly members: Members }[];
  readonly heads: readonly string[];
}

export interface SheetsInput extends Pick<RowsInput, 'room'> {
  readonly branches: Branches;
  readonly drawn: Drawn;
  membersOf(part: Part): Members;
  /** Whether a page may have more than one part. */
  readonly mayShare: boolean;
}

/** Each part where it fits one under the other with parts that nothing joins it to. */
export function sheetsOf({ parts, cut }: Split<Extent>, input: SheetsInput): Sheet[] {
  const { branches, drawn, membersOf, mayShare, room } = input;
  const known = new Map(parts.map((part) => [part, { part, members: membersOf(part) }]));
  const membersIn = (part: Part) => known.get(part)!.members;
  const drawnIn = new Map(parts.map((part) => [part, new Set(membersIn(part).all.map(drawn.by))]));
  const holders = new Map<string, Part>();
  for (const part of parts) for (const id of membersIn(part).nodes) if (!part.heads.includes(id)) holders.set(id, part);
  /** What a part draws, and all that it leads to. */
  const reachOf = new Map(
    parts.map((part) => {
      const { all } = membersIn(part);
      const on = onPage(part, membersIn(part), cut);
      const led = all.flatMap((id) => (branches.leads?.(id, on) ?? []).map(([, to]) => drawn.by(to)));
      return [part, [...drawnIn.get(part)!, ...led]];
    }),
  );
  const leadsInto = (a: Part, b: Part) => reachOf.get(a)!.some((id) => drawnIn.get(b)!.has(id));
  const pages = mayShare
    ? inRows(parts, {
        room,
        areApart: (a, b) => !leadsInto(a, b) && !leadsInto(b, a),
        before: ({ heads }) => heads.flatMap((head) => holders.get(head) ?? []),
      })
    : parts.map((part) => [part]);
  return pages.map((own) => ({
    rows: own.map((part) => known.get(part)!),
    heads: own.flatMap(({ heads }) => heads),
    nodes: own.flatMap((part) => membersIn(part).nodes),
    all: own.flatMap((part) => membersIn(part).all),
  }));
}

/** Where each item has its own place: as a member of a page rather than as the head that a page begins with again. */
export function placesOf(sheets: readonly Sheet[]): Map<string, number> {
  const placeOf = new Map<string, number>();
  for (const [i, { nodes, heads }] of sheets.entries())
    for (const id of nodes) if (!heads.includes(id)) placeOf.set(id, i);
  for (const [i, { heads }] of sheets.entries()) for (const id of heads) if (!placeOf.has(id)) placeOf.set(id, i);
  // Who only stands beside others has a place where the first of them has.
  for (const [i, { all }] of sheets.entries()) for (const id of all) if (!placeOf.has(id)) placeOf.set(id, i);
  return placeOf;
}
