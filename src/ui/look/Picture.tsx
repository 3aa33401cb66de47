/** The picture to be looked at: walked by arrows, zoomed, with the numbers of remarks on it. */
import { type KeyboardEvent, useEffect, useMemo, useRef } from 'react';
import { edgeKey, grown } from '../../core/scene';
import { useGlide } from '../editor/sheet/glide';
import { BIG, BigSceneView, MOST_WHOLE } from '../shared/BigSceneView';
import { Button } from '../shared/controls';
import { edgeAt } from '../shared/edge-at';
import { placesOf } from '../shared/places';
import { SceneView } from '../shared/SceneView';
import { itemAt, itemsIn } from '../shared/scene-index';
import { transformOf, useView } from '../shared/view';
import { stepTo } from '../shared/walk';
import { OnPicture } from '../together/OnPicture';
import type { Pinnable } from '../together/pins';
import { words } from './words';

/** A line is picked from so far away, in pixels. */
const EDGE_REACH = 6;

export function Picture({
  at,
  item,
  edge,
  onSelect,
  onEdge,
  glides = false,
}: {
  at: Pinnable;
  item: string | null;
  edge: string | null;
  onSelect: (item: string | null) => void;
  onEdge: (edge: string) => void;
  /** What stands elsewhere in the next picture glides there. */
  glides?: boolean;
}) {
  const { scene } = at;
  const svg = useRef<SVGSVGElement>(null);
  const drawing = useRef<SVGGElement>(null);
  const big = scene.items.length > BIG;
  const controls = useView(svg, drawing, scene, scene.frame.scale, big);
  useGlide(drawing, glides ? scene : undefined);
  const { view, live, size } = controls;
  const places = useMemo(() => placesOf(scene, words), [scene]);
  const byId = useMemo(() => new Map(scene.items.map((one) => [one.id, one])), [scene]);
  const chosen = item === null ? undefined : byId.get(item);
  const line = edge === null ? undefined : scene.edges.find((one) => edgeKey(one) === edge);
  const show = useRef(controls.show);
  show.current = controls.show;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the selection counts
  useEffect(() => {
    if (chosen) show.current(chosen.box);
  }, [item]);
  const part = useMemo(() => {
    const [width, height] = [size.width / view.k, size.height / view.k];
    return { x: -view.x / view.k - width / 2, y: -view.y / view.k - height / 2, width: 2 * width, height: 2 * height };
  }, [view, size]);
  const inView = useMemo(() => (big ? itemsIn(scene, part, MOST_WHOLE) : null), [scene, big, part]);
  const pointOf = (event: { clientX: number; clientY: number }) => {
    const frame = svg.current!.getBoundingClientRect();
    const { x, y, k } = live.get();
    return [(event.clientX - frame.left - x) / k, (event.clientY - frame.top - y) / k] as const;
  };
  const key = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key.startsWith('Arrow')) {
      const from = item ?? scene.items[0]?.id;
      if (from !== undefined) onSelect(item === null ? from : (stepTo(scene, from, event.key) ?? from));
    } else if (event.key === 'Escape') onSelect(null);
    else if (event.key === '+' || event.key === '=') controls.zoomBy(1.25);
    else if (event.key === '-') controls.zoomBy(0.8);
    else if (event.key === '0') controls.showAll('page');
    else return;
    event.preventDefault();
  };
  return (
    <main aria-label={words.picture} className="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-paper">
      <svg
        ref={svg}
        className="scene absolute inset-0 h-full w-full touch-none"
        tabIndex={0}
        // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the picture is a tree to walk in
        role="tree"
        aria-label={scene.title}
        aria-description={scene.description}
        aria-activedescendant={chosen ? `item-${chosen.id}` : undefined}
        onKeyDown={key}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          const [x, y] = pointOf(event);
          const found =
            (event.target as Element).closest<SVGGElement>('[data-item]')?.dataset['item'] ??
            (big ? itemAt(scene, x, y)?.id : undefined);
          const near = found === undefined ? edgeAt(scene, x, y, EDGE_REACH / live.get().k) : undefined;
          if (near) onEdge(edgeKey(near));
          else onSelect(found ?? null);
        }}
      >
        <g ref={drawing} transform={transformOf(live.get())}>
          {big ? (
            <BigSceneView scene={scene} items={inView} places={places} part={part} zoom={view.k} />
          ) : (
            <SceneView scene={scene} places={places} />
          )}
          {line && (
            <polyline
              data-aid
              points={line.points
                .map(([x, y]) => `${scene.frame.x + x * scene.frame.scale},${scene.frame.y + y * scene.frame.scale}`)
                .join(' ')}
              fill="none"
              stroke="var(--color-plum)"
              strokeOpacity={0.5}
              strokeWidth={5 / view.k}
            />
          )}
          {chosen && (
            <rect
              data-aid
              {...grown(chosen.box, 4 / view.k)}
              rx={6 / view.k}
              fill="none"
              stroke="var(--color-plum)"
              strokeWidth={2 / view.k}
              pointerEvents="none"
            />
          )}
          <OnPicture at={at} scale={view.k} />
        </g>
      </svg>
      <span className="absolute bottom-2 left-2 flex gap-1.5">
        <Button onClick={() => controls.zoomBy(0.8)} aria-label="-">
          −
        </Button>
        <Button onClick={() => controls.zoomBy(1.25)} aria-label="+">
          +
        </Button>
        <Button onClick={() => controls.showAll('page')}>{words.whole}</Button>
      </span>
    </main>
  );
}
