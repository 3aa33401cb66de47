/**
 * The scene: a finished picture as plain data, styled and placed. Points (1/72 inch) on the page, y down, origin at the
 * page's top left. Every output draws this same value; renderers know nothing about kinds.
 */
import type { FaceId } from '../faces';
import { pushTo } from '../grouped';

export type Mark =
  | {
      readonly type: 'path';
      /** SVG path data. */
      readonly d: string;
      readonly fill?: string;
      /** Of the fill, 0 to 1; solid where absent. */
      readonly opacity?: number;
      readonly stroke?: string;
      readonly width?: number;
      readonly dash?: readonly number[];
      /** Line ends and corners are round. */
      readonly round?: boolean;
      /** Where the path's own units stand among those of its owner, and how large they are. */
      readonly at?: { readonly x: number; readonly y: number; readonly scale: number };
    }
  | {
      readonly type: 'image';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      /** Of a picture that was brought in. Its middle fills the box. */
      readonly file: string;
      /** Cut to the ellipse in its box. */
      readonly round: boolean;
    }
  | {
      readonly type: 'text';
      /** Left end of the baseline. */
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly face: FaceId;
      readonly size: number;
      readonly fill: string;
      /** The part of its width that stays where it is if another font makes it wider or narrower; its left end where absent. */
      readonly anchor?: 0.5 | 1;
      /** Where it leads. */
      readonly href?: string;
      /** It runs from right to left; `x` is its left end all the same. */
      readonly rtl?: true;
      /** Its letters depend on each other: who draws without a browser asks the shaper for its signs. */
      readonly shaped?: true;
    };

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Whether two boxes have a part in common. */
export const overlapping = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The smallest box round others. @param boxes at least one */
export function boxOf(boxes: readonly Box[]): Box {
  const least = (of: (box: Box) => number) =>
    boxes.reduce((so, box) => Math.min(so, of(box)), Number.POSITIVE_INFINITY);
  const [x, y] = [least((box) => box.x), least((box) => box.y)];
  return { x, y, width: -least((box) => -box.x - box.width) - x, height: -least((box) => -box.y - box.height) - y };
}

/** A box with so much more on every side. */
export const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

export interface SceneItem {
  readonly id: string;
  /** All its words, for a title and for a screen reader. */
  readonly label: string;
  readonly tier: number;
  readonly parent: string | null;
  /** On the page. */
  readonly box: Box;
  /** In the picture's own units from the corner of the box: an item that only moves or shrinks is drawn as before. */
  readonly marks: readonly Mark[];
  /** Which of its marks is its outline, behind its words. */
  readonly outline: number;
}

/** A line as it runs. */
export interface SceneEdge {
  /** Of the chart's link, where it is one; else of the line of the list that says it. */
  readonly id?: string;
  readonly said?: string;
  readonly from: string;
  readonly to: string;
  readonly role: string;
  readonly label: string;
  /** In the picture's own units; where `curved` the points of cubic Bézier curves. */
  readonly points: readonly (readonly [number, number])[];
  readonly curved: boolean;
  /** What stands at its beginning and its end; nothing where absent. */
  readonly start?: LineHead;
  readonly end?: LineHead;
}
export type LineHead = 'arrow' | 'dot' | 'ring';

/** Lines drawn together, areas, or words among them. */
export interface SceneLink {
  readonly key: string;
  readonly from?: string;
  readonly marks: readonly Mark[];
  /** Places among `edges` of all the lines that its marks show, with their heads; absent where they show anything else. */
  readonly edges?: readonly number[];
}

/** What a line is known by. */
export const edgeKey = ({ id, said }: Pick<SceneEdge, 'id' | 'said'>): string =>
  id === undefined ? `said ${said}` : `link ${id}`;

export interface SceneBand {
  readonly tier: number;
  readonly name: string;
  readonly count: number;
  readonly exceptions: number;
  readonly fill: string;
  /** Near and far edge along the axis of tiers, on the page; 0 and 0 where tiers have no place along an edge. */
  readonly start: number;
  readonly end: number;
}

export interface Scene {
  readonly width: number;
  readonly height: number;
  readonly background: string;
  readonly title: string;
  readonly description: string;
  /** Of its words (BCP 47), where it is known. */
  readonly language?: string;
  /** Where the picture lies on the page. */
  readonly picture: Box;
  readonly margin: number;
  /** From the picture's own units to the page: where its origin stands, and points for a unit. */
  readonly frame: { readonly x: number; readonly y: number; readonly scale: number };
  /** Behind all else, on the page, in points. */
  readonly under?: readonly Mark[];
  /** Lines first, in the picture's own units; then items over them; then the page's own words, in points. */
  readonly links: readonly SceneLink[];
  readonly items: readonly SceneItem[];
  readonly page: readonly Mark[];
  /** Where the origin of the page's own words lies, where that is not the corner of the page: on a sheet of a wall. */
  readonly pageAt?: { readonly x: number; readonly y: number };
  /** All but `over` is seen within this part of the page only. */
  readonly clip?: Box;
  /** Marks on the page over all else, in points. */
  readonly over?: readonly Mark[];
  /** Remarks on the page, where they are asked for: a file that has notes of its own says them there too. */
  readonly remarked?: readonly (Box & { readonly name: string; readonly text: string })[];
  /** Places on the page that lead to other pages of the same file, by their number from 1. */
  readonly leads?: readonly (Box & { readonly page: number })[];
  /** What the page is called in a file of several, where that is not what it begins with. */
  readonly called?: string;
  /** Free text, by where it stands on the page; drawn among the page's own words. */
  readonly notes: readonly { readonly id: string; readonly text: string; readonly box: Box }[];
  /** Named areas that items can be dropped into, in the picture's own units. */
  readonly areas: readonly {
    readonly id: string;
    readonly name: string;
    readonly outline: string;
    /** Where its name stands on the page: at it, and in the key. */
    readonly labels?: readonly Box[];
  }[];
  /** Lines one by one, to be picked and bent; of the largest pictures, where none could be, there are none. */
  readonly edges: readonly SceneEdge[];
  readonly axis: 'rows' | 'columns' | 'sides' | 'rings' | 'overlaps';
  /** It begins at the right: the first of several stands there. */
  readonly leftward?: true;
  readonly bands: readonly SceneBand[];
}

/** Whether tiers run up or to the left: the first stands last along the axis. */
export const isTurned = ({ bands }: Pick<Scene, 'bands'>): boolean =>
  bands.length > 1 && bands[0]!.start > bands.at(-1)!.start;

/** Which of a page's marks are its title: from one to before another; undefined where it is not shown. */
export function titleAt(page: readonly Mark[], title: string): readonly [number, number] | undefined {
  const squeezed = (text: string) => text.replace(/\s+/g, '');
  const from = page.findIndex(({ type }) => type === 'text');
  let said = '';
  let to = from;
  while (from >= 0 && to < page.length && said.length < squeezed(title).length) {
    const mark = page[to]!;
    if (mark.type !== 'text') break;
    said += squeezed(mark.text);
    to++;
  }
  return from >= 0 && said === squeezed(title) ? [from, to] : undefined;
}

/** Items by whom they stand under; those at the top, and whose superior is not in the picture, under `null`. */
export function itemsUnder(items: readonly SceneItem[]): ReadonlyMap<string | null, readonly SceneItem[]> {
  const there = new Set(items.map(({ id }) => id));
  const under = new Map<string | null, SceneItem[]>();
  for (const item of items) pushTo(under, item.parent !== null && there.has(item.parent) ? item.parent : null, item);
  return under;
}

export interface PlacedMark {
  readonly mark: Mark;
  /** Where the mark's origin lies on the page. */
  readonly x: number;
  readonly y: number;
  /** Points for a unit of the mark. */
  readonly scale: number;
}

/** All marks in the order in which they are drawn, without those over the page. */
export function* marksOf(scene: Scene): Generator<PlacedMark> {
  const { frame, pageAt: { x, y } = { x: 0, y: 0 } } = scene;
  for (const mark of scene.under ?? []) yield { mark, x, y, scale: 1 };
  for (const link of scene.links) for (const mark of link.marks) yield { mark, ...frame };
  for (const { marks, box } of scene.items)
    for (const mark of marks) yield { mark, x: box.x, y: box.y, scale: frame.scale };
  for (const mark of scene.page) yield { mark, x, y, scale: 1 };
}
