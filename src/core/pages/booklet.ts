/**
 * A booklet: the chart split by branch over pages, so that each prints at least the size that was chosen, with an overview
 * of the pages before them and an index of names after them.
 */
import { type Chart, type Page, walk } from '../chart';
import {
  type PageNumber,
  type Painted,
  type Prepared,
  paint,
  prepare,
  SUBTITLE,
  smallestSet,
  stacked,
} from '../compose';
import { inFont } from '../faces';
import { matterOf, seenOf } from '../kinds';
import { grownArea, sheetPoints } from '../layout';
import type { Scene } from '../scene';
import { type Fonts, shortened } from '../text';
import { columnPages, type PageSet } from './columns';
import { type Content, nameIndex, overview } from './contents';
import { type Drawn, pagesText, platesOf } from './leads';
import { arranged, type Standing } from './legible';
import { partOf } from './part';
import { areasFit, type Extent, ROW_GAP } from './rows';
import { placesOf, sheetsOf } from './sheets';
import { type Members, membersOf, type Part, split } from './split';

/** Size in points at which the smallest words print at least, where none was chosen. */
export const LEAST_INITIAL = 7;
/** Pages may print larger than they must, up to this much: sizes stay alike from page to page. */
const LARGEST = 1.25;
export interface BookletPage {
  readonly kind: 'overview' | 'part' | 'index';
  readonly scene: Scene;
  /** Of a part: its heads, and the items that have their own place on it. */
  readonly heads: readonly string[];
  readonly items: readonly string[];
  /** Size at which its smallest words print, in points. */
  readonly smallest: number | null;
}

export interface Booklet {
  readonly pages: readonly BookletPage[];
  /** Pages of parts, without overview and index. */
  readonly parts: number;
  /** Fewer are not possible, by the area that the boxes take at that size. */
  readonly bound: number;
  /** Size that was asked for, in points. */
  readonly least: number;
}

const nameOf = (chart: Chart, id: string, unnamed: string) => chart.items[id]!.fields['name'] || unnamed;

/** Names of those an item stands under from the top down, those in the middle left out where they are many. */
function chainText(chart: Chart, id: string, above: ReadonlyMap<string, string>, unnamed: string): string {
  const names: string[] = [];
  for (let at = above.get(id); at !== undefined; at = above.get(at)) names.unshift(nameOf(chart, at, unnamed));
  return (names.length > 4 ? [names[0]!, '…', ...names.slice(-2)] : names).join(' › ');
}

/**
 * @param tell how far it has come, from 0 to 1
 * @returns undefined where the kind can't be split, the chart is empty, or the page is as large as the picture
 */
export function booklet(chart: Chart, fonts: Fonts, tell: (done: number) => void = () => {}): Booklet | undefined {
  const { over: _, ...single } = chart.page;
  // The line under the title says where a page belongs: it takes its room on all of them.
  const page: Page = { ...single, numbers: true, subtitle: ' ' };
  const whole = prepare({ ...chart, page }, fonts, { asIs: true });
  const { kind, input } = whole;
  const matter = matterOf(kind, chart);
  // What containers hold goes with them.
  const { room, structure } = input;
  if (!kind.branches || !room || structure.order.length === 0) return undefined;
  const branches = kind.branches(input.chart, structure);
  const least = page.least ?? LEAST_INITIAL;
  const unit = smallestSet(whole) ?? least;
  const wanted = Math.min(1, least / unit);

  const lines = new Set([...structure.order, ...(structure.standsFor?.keys() ?? [])]);
  const drawn: Drawn = { has: (line) => lines.has(line), by: (line) => structure.standsFor?.get(line) ?? line };
  const childrenOf = (id: string) => {
    const children = structure.folded?.has(id) ? [] : branches.childrenOf(id);
    return children.length > 0 && (structure.folded || whole.inside.size > 0)
      ? children.filter((child) => lines.has(child))
      : children;
  };
  const besidesOf = branches.besidesOf?.bind(branches);
  // Boxes grown by half the least gap on every side do not overlap: so much area a page has at the scale that is wanted.
  const { gap } = branches;
  const capacity = grownArea({ width: room.width / wanted, height: room.height / wanted }, gap);
  const weight = (id: string) => grownArea(whole.sizes.get(drawn.by(id))!, gap);
  const partWith = (
    { heads }: Part,
    members: readonly string[],
    plates: ReadonlyMap<string, string>,
    subtitle = page.subtitle!,
  ) =>
    partOf(whole, {
      members,
      heads,
      plates,
      page: { ...page, subtitle },
      arrangement: branches.from?.(drawn.by(heads[0]!)),
    });
  /** Arranged with plates of about the width that they will have. */
  function pictureOf(part: Part, members: Members, so: ReadonlySet<string>): Extent | undefined {
    const plates = platesOf(part, members, so, branches, drawn, {
      goesOn: () => pagesText([10, 12]),
      pageOf: () => '10',
    });
    const { isLegible, onto, need } = arranged(partWith(part, members.all, plates), unit, least, wanted, fonts);
    return isLegible ? { ...onto.picture, need } : undefined;
  }

  const tops = branches.tops.filter((id) => lines.has(id));
  const above = new Map(walk({ tops, childrenOf }).flatMap(({ id }) => childrenOf(id).map((child) => [child, id])));
  const made = split({
    tops,
    childrenOf,
    besidesOf,
    weight,
    most: capacity,
    pictureOf,
    mayShare: (a, b) => areasFit(a, b, room),
    tell: (done) => tell(done * 0.7),
  });
  const bound = Math.max(1, Math.ceil(structure.order.reduce((sum, id) => sum + weight(id), 0) / capacity - 1e-9));

  const { cut } = made;
  const membersIn = (part: Part) => membersOf(part, { childrenOf, besidesOf }, cut);
  const sheets = sheetsOf(made, {
    branches,
    drawn,
    room,
    membersOf: membersIn,
    // A heading stands beside a tier, and what is drawn round items may be round those of several parts.
    mayShare: !page.tierHeadings && input.enclosed.length === 0,
  });
  const placeOf = placesOf(sheets);
  const seen = new Set(seenOf(structure));
  const itemsOf = sheets.map(({ all }, i) => all.filter((id) => placeOf.get(id) === i && seen.has(id)));
  const several = sheets.length > 1;
  const contents = sheets.map(({ heads }, i): Content => {
    const place = placeOf.get(heads[0]!)!;
    return {
      text: heads.map((id) => nameOf(chart, id, matter.unnamed)).join(', '),
      count: itemsOf[i]!.length,
      under: place === i ? undefined : place,
    };
  });
  const front = several ? overview(whole, page, contents, least, fonts) : NO_PAGES;
  const numberOf = (part: number) => front.count + part + 1;
  const index = several
    ? columnPages(
        { ...chart, page: { ...page, subtitle: 'Index of names' } },
        nameIndex(chart, kind, [...seen], (id) => numberOf(placeOf.get(id)!)),
        least,
        fonts,
      )
    : NO_PAGES;
  const of = front.count + sheets.length + index.count;

  /** The pages on which what stands under a cut item goes on. */
  const pagesFrom = (id: string) => sheets.flatMap(({ heads }, i) => (heads.includes(id) ? [numberOf(i)] : []));
  const drawnParts = sheets.map((sheet, i): BookletPage => {
    const { heads, all } = sheet;
    const subtitle = subtitleOf(i);
    const rows = sheet.rows.map(({ part, members }) => {
      const plates = platesOf(part, members, cut, branches, drawn, {
        goesOn: (id) => pagesText(pagesFrom(id)),
        pageOf: (id) => String(numberOf(placeOf.get(id)!)),
        // What a page only begins with again says so where it has its own place.
        says: (id) => placeOf.get(id) === i || !part.heads.includes(id),
      });
      const asked = partWith(part, members.all, plates, subtitle);
      return { plates, standing: arranged(asked, unit, least, Math.min(1, wanted * LARGEST), fonts) };
    });
    const number = { page: numberOf(i), of };
    const [first] = rows;
    const { scene, smallest } =
      rows.length === 1
        ? paint(first!.standing.prepared, fonts, number, first!.standing.arrangement)
        : paintRows(
            partWith({ heads }, all, new Map(rows.flatMap(({ plates }) => [...plates])), subtitle),
            rows.map(({ standing }) => standing),
            fonts,
            number,
          );
    tell(0.7 + (0.3 * (i + 1)) / sheets.length);
    return { kind: 'part', scene, heads, items: itemsOf[i]!, smallest };
  });
  function subtitleOf(i: number): string {
    const { heads, rows } = sheets[i]!;
    const shares = rows.flatMap(({ part: { heads: of, only } }) => {
      if (!only) return [];
      const same = sheets.flatMap((sheet, n) => (sheet.rows.some(({ part }) => part.heads[0] === of[0]) ? [n] : []));
      return [`${same.indexOf(i) + 1} of ${same.length} pages under ${nameOf(chart, of[0]!, matter.unnamed)}`];
    });
    const begun = heads.filter((head) => placeOf.get(head) !== i);
    const from = [...new Set(begun.map((head) => numberOf(placeOf.get(head)!)))].sort((a, b) => a - b);
    const chains = new Set(begun.map((head) => chainText(chart, head, above, matter.unnamed)).filter(Boolean));
    const origin = [pagesText(from), from.length === 1 ? [...chains].join(' · ') : ''].filter(Boolean).join(': ');
    const line =
      [from.length > 0 ? `From ${origin}` : (single.subtitle ?? ''), ...shares].filter(Boolean).join(' · ') || ' ';
    // On one line, as room was kept for one.
    return shortened(
      fonts,
      line,
      inFont(SUBTITLE.face, chart.font),
      SUBTITLE.size,
      sheetPoints(page)!.width - 2 * page.margin,
    );
  }
  const text = (scenes: readonly Scene[], as: 'overview' | 'index') =>
    scenes.map((scene): BookletPage => ({ kind: as, scene, heads: [], items: [], smallest: null }));
  return {
    pages: [
      ...text(front.draw(1, of), 'overview'),
      ...drawnParts,
      ...text(index.draw(numberOf(sheets.length), of), 'index'),
    ],
    parts: sheets.length,
    bound,
    least,
  };
}

const NO_PAGES: PageSet = { count: 0, draw: () => [] };

/** Parts one under the other on a page. @param own all that is on it */
function paintRows(own: Prepared, rows: readonly Standing[], fonts: Fonts, number: PageNumber): Painted {
  const arrangement = stacked(
    rows.map(({ prepared, arrangement: row, onto: { shift, picture } }) => {
      const [some] = prepared.structure.order;
      const off = own.structure.tierOf.get(some!)! - prepared.structure.tierOf.get(some!)!;
      return { arrangement: row, shift, picture, off };
    }),
    ROW_GAP,
  );
  return paint(own, fonts, number, arrangement);
}
