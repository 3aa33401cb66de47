/**
 * A scene with more items than a page can hold as elements: all lines as a few paths, and either the items in view or,
 * further out, where words could not be read anyway, every tier's boxes as one path.
 */
import { memo, useMemo } from 'react';
import type { Mark, Scene, SceneItem } from '../../core/scene';
import { ItemView, type Place } from './SceneView';

/** From here on a scene is drawn this way. */
export const BIG = 1_200;
/** Most items drawn with their words. */
const MOST_WHOLE = 500;

export interface PagePart {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Items that a part of the page shows; null where they are too many to be drawn one by one. */
export function itemsIn(scene: Scene, part: PagePart): SceneItem[] | null {
  const found: SceneItem[] = [];
  for (const item of scene.items) {
    const { x, y, width, height } = item.box;
    if (x > part.x + part.width || y > part.y + part.height || x + width < part.x || y + height < part.y) continue;
    if (found.length === MOST_WHOLE) return null;
    found.push(item);
  }
  return found;
}

type PathMark = Extract<Mark, { type: 'path' }>;

/** Lines that look alike as one path each. */
function lineGroups(scene: Scene): PathMark[] {
  const groups = new Map<string, { mark: PathMark; parts: string[] }>();
  for (const { marks } of scene.links)
    for (const mark of marks) {
      if (mark.type !== 'path') continue;
      const key = `${mark.stroke} ${mark.width} ${mark.dash?.join()}`;
      const group = groups.get(key);
      if (group) group.parts.push(mark.d);
      else groups.set(key, { mark, parts: [mark.d] });
    }
  return [...groups.values()].map(({ mark, parts }) => ({ ...mark, d: parts.join('') }));
}

/** Boxes as plain rectangles, one path for each fill. */
function boxGroups(scene: Scene): { fill: string; d: string }[] {
  const groups = new Map<string, string[]>();
  for (const { box, marks } of scene.items) {
    const [outline] = marks;
    const fill = (outline?.type === 'path' && outline.fill) || 'none';
    const d = `M${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}Z`;
    if (groups.has(fill)) groups.get(fill)!.push(d);
    else groups.set(fill, [d]);
  }
  return [...groups].map(([fill, parts]) => ({ fill, d: parts.join('') }));
}

export const BigSceneView = memo(function BigSceneView({
  scene,
  items,
  places,
}: {
  scene: Scene;
  items: readonly SceneItem[] | null;
  places?: ReadonlyMap<string, Place>;
}) {
  const lines = useMemo(() => lineGroups(scene), [scene]);
  const boxes = useMemo(() => boxGroups(scene), [scene]);
  const { frame } = scene;
  return (
    <>
      <rect width={scene.width} height={scene.height} fill={scene.background} />
      <g aria-hidden transform={`translate(${frame.x} ${frame.y}) scale(${frame.scale})`}>
        {lines.map((mark) => (
          <path
            key={`${mark.stroke} ${mark.width} ${mark.dash?.join()}`}
            d={mark.d}
            fill="none"
            stroke={mark.stroke}
            strokeWidth={mark.width}
            strokeDasharray={mark.dash?.join(' ')}
          />
        ))}
      </g>
      <g aria-hidden>
        {!items &&
          boxes.map(({ fill, d }) => (
            <path key={fill} d={d} fill={fill} stroke="var(--color-quiet)" strokeWidth={0.4} />
          ))}
      </g>
      <g>
        {items?.map((item) => (
          <ItemView key={item.id} item={item} scale={frame.scale} place={places?.get(item.id)} />
        ))}
      </g>
    </>
  );
});
