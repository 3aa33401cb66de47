/**
 * The scene: a finished picture as plain data, styled and placed. Points (1/72 inch) on the page, y down, origin at the
 * page's top left. Every output draws this same value; renderers know nothing about kinds.
 */
import type { FaceId } from '../faces';

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
    };

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

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
}

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
  /** Where the picture lies on the page. */
  readonly picture: Box;
  readonly margin: number;
  /** From the picture's own units to the page: where its origin stands, and points for a unit. */
  readonly frame: { readonly x: number; readonly y: number; readonly scale: number };
  /** Lines first, in the picture's own units; then items over them; then the page's own words, in points. */
  readonly links: readonly { readonly key: string; readonly from?: string; readonly marks: readonly Mark[] }[];
  readonly items: readonly SceneItem[];
  readonly page: readonly Mark[];
  /** Named areas that items can be dropped into, in the picture's own units. */
  readonly areas: readonly { readonly id: string; readonly name: string; readonly outline: string }[];
  readonly axis: 'rows' | 'columns' | 'rings' | 'overlaps';
  readonly bands: readonly SceneBand[];
}

export interface PlacedMark {
  readonly mark: Mark;
  /** Where the mark's origin lies on the page. */
  readonly x: number;
  readonly y: number;
  /** Points for a unit of the mark. */
  readonly scale: number;
}

/** All marks in the order in which they are drawn. */
export function* marksOf(scene: Scene): Generator<PlacedMark> {
  const { frame } = scene;
  for (const link of scene.links) for (const mark of link.marks) yield { mark, ...frame };
  for (const { marks, box } of scene.items)
    for (const mark of marks) yield { mark, x: box.x, y: box.y, scale: frame.scale };
  for (const mark of scene.page) yield { mark, x: 0, y: 0, scale: 1 };
}
