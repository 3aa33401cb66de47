/** A small picture of the whole page to move about in, while only a part of it is seen. */
import { type PointerEvent, useMemo } from 'react';
import type { Scene } from '../../../core/scene';
import { BIG, blockGroups, boxGroups } from '../../shared/BigSceneView';
import { type LiveView, useLive } from '../../shared/view';
import { words } from '../words';

/** Of more items than this the edges would cover the fills. */
const EDGED = 150;
/** Largest extents in pixels. */
const MOST = { width: 168, height: 124 };

export function Overview({
  scene,
  live,
  size,
  centre,
}: {
  scene: Scene;
  live: LiveView;
  size: { readonly width: number; readonly height: number };
  centre: (x: number, y: number) => void;
}) {
  const view = useLive(live);
  const { frame } = scene;
  const k = Math.min(MOST.width / scene.width, MOST.height / scene.height);
  // Of a big chart blocks of about a pixel.
  const big = scene.items.length > BIG;
  const drawn = useMemo(() => (big ? blockGroups(scene, 1.2 / k) : boxGroups(scene)), [scene, big, k]);
  const seen = { x: -view.x / view.k, y: -view.y / view.k, width: size.width / view.k, height: size.height / view.k };
  const all = seen.x <= 0 && seen.y <= 0 && seen.x + seen.width >= scene.width && seen.y + seen.height >= scene.height;
  if (all || size.width === 0 || scene.items.length === 0) return null;
  const go = (event: PointerEvent<SVGSVGElement>) => {
    if (event.buttons !== 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const frame = event.currentTarget.getBoundingClientRect();
    centre((event.clientX - frame.left) / k, (event.clientY - frame.top) / k);
  };
  return (
    <svg
      role="img"
      aria-label={words.sheet.overview}
      className="absolute right-3 bottom-3 cursor-pointer touch-none rounded border border-rule bg-sheet shadow-sm"
      width={scene.width * k}
      height={scene.height * k}
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      onPointerDown={go}
      onPointerMove={go}
    >
      <title>{words.sheet.overview}</title>
      <g transform={`translate(${frame.x} ${frame.y}) scale(${frame.scale})`}>
        {drawn.map(({ fill, d }) => (
          <path
            key={fill}
            d={d}
            fill={fill}
            stroke={scene.items.length > EDGED ? 'none' : 'var(--color-quiet)'}
            strokeWidth={0.3 / k / frame.scale}
          />
        ))}
      </g>
      <rect
        {...seen}
        fill="var(--color-plum)"
        fillOpacity={0.08}
        stroke="var(--color-plum)"
        strokeWidth={1.5 / k}
        pointerEvents="none"
      />
    </svg>
  );
}
