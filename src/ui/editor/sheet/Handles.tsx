/** Small handles at the selected item: to fold its branch, and the points at which the line to it bends by hand. */
import { type PointerEvent, useMemo, useState } from 'react';
import { treeOf } from '../../../core/chart';
import type { Scene, SceneItem } from '../../../core/scene';
import { kindFor } from '../../shared/fields';
import { change, useEditor } from '../state/store';
import { words } from '../words';
import { ARROWS } from './arrows';
import { bendChange, foldChange } from './hand';
import { type LiveView, transformOf, useLive } from './view';

const STEP = 4;
export function Handles({
  item,
  above,
  scene,
  live,
}: {
  item: SceneItem;
  /** What it stands under, where that is drawn. */
  above: SceneItem | undefined;
  scene: Scene;
  live: LiveView;
}) {
  const items = useEditor((state) => state.chart.items);
  const byHand = useEditor((state) => kindFor(state.chart.kind).byHand);
  // The view moves in every frame; what stands under the item does not change with it.
  const hasBranch = useMemo(() => treeOf(items).childrenOf(item.id).length > 0, [items, item.id]);
  const view = useLive(live);
  const own = items[item.id];
  if (!own || !byHand) return null;
  // Beside the picture rather than in it: buttons are no items of a tree.
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" role="group" aria-label={words.sheet.handles}>
      <g className="pointer-events-auto" transform={transformOf(view)}>
        {hasBranch && <FoldHandle item={item} folded={own.folded === true} scale={view.k} />}
        {above && <Bends item={item} above={above} scene={scene} scale={view.k} />}
      </g>
    </svg>
  );
}

function FoldHandle({ item: { id, box }, folded, scale }: { item: SceneItem; folded: boolean; scale: number }) {
  const r = 8 / scale;
  const toggle = () => {
    const what = foldChange(useEditor.getState().chart, id, !folded);
    if (what) change(what);
  };
  const cross = (4 / scale).toFixed(3);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={folded ? words.list.unfold : words.list.fold}
      className="cursor-pointer"
      transform={`translate(${box.x + box.width + 4 / scale} ${box.y + box.height + 4 / scale})`}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={toggle}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        toggle();
      }}
    >
      <circle r={r} fill="var(--color-sheet)" stroke="var(--color-plum)" strokeWidth={1.5 / scale} />
      <path
        d={`M-${cross} 0H${cross}${folded ? `M0 -${cross}V${cross}` : ''}`}
        stroke="var(--color-plum)"
        strokeWidth={1.8 / scale}
      />
    </g>
  );
}

/** Handles for the bends of the line to an item: dragged, moved by the arrow keys, taken away by Delete. */
function Bends({ item, above, scene, scale }: { item: SceneItem; above: SceneItem; scene: Scene; scale: number }) {
  const bends = useEditor((state) => state.chart.items[item.id]?.line?.bends);
  const [held, setHeld] = useState<{ at: number; x: number; y: number } | null>(null);
  if (!bends) return null;
  const unit = scene.frame.scale;
  const middle = (key: 'x' | 'y', extent: 'width' | 'height') =>
    (above.box[key] + above.box[extent] / 2 + item.box[key] + item.box[extent] / 2) / 2;
  const from = { x: middle('x', 'width'), y: middle('y', 'height') };
  const put = (at: number, x: number, y: number) =>
    change(bendChange(useEditor.getState().chart, item.id, at, { x, y }), `bend ${item.id} ${at}`);
  const pointAt = (event: PointerEvent<SVGElement>) => {
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      (event.currentTarget.parentElement as unknown as SVGGElement).getScreenCTM()!.inverse(),
    );
    return { x: (place.x - from.x) / unit, y: (place.y - from.y) / unit };
  };
  return (
    <g>
      {bends.map(({ dx, dy }, at) => {
        const place = held?.at === at ? held : { x: dx, y: dy };
        return (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: bends are known by their place along the line
            key={at}
            role="button"
            tabIndex={0}
            aria-label={words.sheet.bend(at + 1)}
            className="cursor-move"
            cx={from.x + place.x * unit}
            cy={from.y + place.y * unit}
            r={6 / scale}
            fill="var(--color-sheet)"
            stroke="var(--color-plum)"
            strokeWidth={1.5 / scale}
            onPointerDown={(event) => {
              event.stopPropagation();
              event.currentTarget.setPointerCapture(event.pointerId);
              setHeld({ at, ...pointAt(event) });
            }}
            onPointerMove={(event) => held?.at === at && setHeld({ at, ...pointAt(event) })}
            onPointerUp={(event) => {
              if (held?.at !== at) return;
              const { x, y } = pointAt(event);
              setHeld(null);
              put(at, x, y);
            }}
            onKeyDown={(event) => {
              const way = ARROWS[event.key];
              if (way) put(at, dx + way[0] * STEP, dy + way[1] * STEP);
              else if (event.key === 'Delete') change(bendChange(useEditor.getState().chart, item.id, at, null));
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        );
      })}
    </g>
  );
}
