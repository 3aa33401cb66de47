/** A small handle at the selected item, to fold its branch. */
import { useMemo } from 'react';
import { treeOf } from '../../../core/chart';
import type { SceneItem } from '../../../core/scene';
import { kindFor } from '../../shared/fields';
import { type LiveView, transformOf, useLive } from '../../shared/view';
import { change, useEditor } from '../state/store';
import { words } from '../words';
import { foldChange } from './hand';

export function Handles({ item, live }: { item: SceneItem; live: LiveView }) {
  const items = useEditor((state) => state.chart.items);
  const byHand = useEditor((state) => kindFor(state.chart.kind).byHand);
  // The view moves in every frame; what stands under the item does not change with it.
  const hasBranch = useMemo(() => treeOf(items).childrenOf(item.id).length > 0, [items, item.id]);
  const view = useLive(live);
  const own = items[item.id];
  if (!own || !byHand || !hasBranch) return null;
  // Beside the picture rather than in it: buttons are no items of a tree.
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" role="group" aria-label={words.sheet.handles}>
      <g className="pointer-events-auto" transform={transformOf(view)}>
        <FoldHandle item={item} folded={own.folded === true} scale={view.k} />
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
      {/* As large as a finger needs, around what is seen. */}
      <circle r={12 / scale} fill="transparent" />
      <circle r={r} fill="var(--color-sheet)" stroke="var(--color-plum)" strokeWidth={1.5 / scale} />
      <path
        d={`M-${cross} 0H${cross}${folded ? `M0 -${cross}V${cross}` : ''}`}
        stroke="var(--color-plum)"
        strokeWidth={1.8 / scale}
      />
    </g>
  );
}
