/**
 * Handles of a line: its ends, dragged to another side of their boxes; its bends; and between them places to drag a new bend
 * out of. All by arrow keys too: Delete puts an end back or takes a bend away.
 */
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import { SIDES } from '../../../core/chart';
import { pathThrough, type Scene, type SceneEdge, type SceneItem } from '../../../core/scene';
import { ARROWS } from '../../shared/arrows';
import { type LiveView, transformOf, useLive } from '../../shared/view';
import { dockNear, lineOf, MOST_BENDS, setBend, setLine } from '../line-by-hand';
import { useEditor } from '../state/store';
import { words } from '../words';

const STEP = 4;
interface Point {
  readonly x: number;
  readonly y: number;
}
interface Grip extends Point {
  readonly key: string;
  readonly label: string;
  readonly form: 'end' | 'bend' | 'new';
  readonly onDrop: (to: Point) => void;
  readonly onArrow?: (by: Point) => void;
  readonly onDelete?: () => void;
}

export function LineHandles({
  edge,
  from,
  to,
  scene,
  live,
}: {
  edge: SceneEdge;
  from: SceneItem;
  to: SceneItem;
  scene: Scene;
  live: LiveView;
}) {
  const view = useLive(live);
  const line = useEditor((state) => lineOf(state.chart, edge));
  const { frame } = scene;
  const onPage = ([x, y]: readonly [number, number]): Point => ({
    x: frame.x + x * frame.scale,
    y: frame.y + y * frame.scale,
  });
  // Bends are counted from the middle between both boxes.
  const middle = (key: 'x' | 'y', extent: 'width' | 'height') =>
    (from.box[key] + from.box[extent] / 2 + to.box[key] + to.box[extent] / 2) / 2;
  const origin = { x: middle('x', 'width'), y: middle('y', 'height') };
  const off = ({ x, y }: Point): Point => ({ x: (x - origin.x) / frame.scale, y: (y - origin.y) / frame.scale });
  const bends = (line.bends ?? []).map(({ dx, dy }) => ({
    x: origin.x + dx * frame.scale,
    y: origin.y + dy * frame.scale,
  }));
  const [first, last] = [onPage(edge.points[0]!), onPage(edge.points.at(-1)!)];
  const stops = [first, ...bends, last];
  const half = onPage(edge.points[Math.floor(edge.points.length / 2)]!);
  const end = (which: 'from' | 'to', at: Point, item: SceneItem): Grip => {
    const dock = line[which];
    return {
      ...at,
      key: which,
      label: words.sheet.lineEnd[which],
      form: 'end',
      onDrop: ({ x, y }) => setLine(edge, { [which]: dockNear(item.box, x, y) }),
      onArrow: ({ x, y }) => {
        // Along its side with the arrows that run along it, to the next side with the others.
        const now = dock ?? dockNear(item.box, at.x, at.y);
        const level = now.side === 'top' || now.side === 'bottom';
        const along = level ? x : y;
        if (along !== 0)
          setLine(edge, { [which]: { ...now, at: Math.min(1, Math.max(0, now.at + Math.sign(along) * 0.1)) } });
        else
          setLine(edge, {
            [which]: {
              ...now,
              side: SIDES[(SIDES.indexOf(now.side) + (x + y > 0 ? 1 : SIDES.length - 1)) % SIDES.length]!,
            },
          });
      },
      onDelete: () => setLine(edge, { [which]: undefined }),
    };
  };
  const grips: Grip[] = [
    end('from', first, from),
    ...bends.map(
      (at, i): Grip => ({
        ...at,
        key: `bend ${i}`,
        label: words.sheet.bend(i + 1),
        form: 'bend',
        onDrop: (place) => setBend(edge, i, off(place)),
        onArrow: ({ x, y }) => {
          const { dx, dy } = line.bends![i]!;
          setBend(edge, i, { x: dx + x * STEP, y: dy + y * STEP });
        },
        onDelete: () => setBend(edge, i, null),
      }),
    ),
    ...(bends.length < MOST_BENDS ? stops.slice(1) : []).map((next, i): Grip => {
      const before = stops[i]!;
      const at = bends.length === 0 ? half : { x: (before.x + next.x) / 2, y: (before.y + next.y) / 2 };
      return {
        ...at,
        key: `new ${i}`,
        label: words.sheet.newBend,
        form: 'new',
        onDrop: (place) => setBend(edge, i, off(place), true),
        onArrow: ({ x, y }) => {
          const place = off(at);
          setBend(edge, i, { x: place.x + x * STEP, y: place.y + y * STEP }, true);
        },
      };
    }),
    end('to', last, to),
  ];
  return (
    <svg
      className="pointer-events-none absolute inset-0 h-full w-full"
      role="group"
      aria-label={words.sheet.lineHandles}
    >
      <g transform={transformOf(view)}>
        <path
          d={pathThrough(
            edge.points.map((point): [number, number] => {
              const { x, y } = onPage(point);
              return [x, y];
            }),
            edge.curved,
          )}
          fill="none"
          stroke="var(--color-plum)"
          strokeOpacity={0.45}
          strokeWidth={4 / view.k}
        />
        {grips.map((grip) => (
          <Handle key={grip.key} grip={grip} zoom={view.k} />
        ))}
      </g>
    </svg>
  );
}

/** Radius of what is seen, and of what can be pressed, in pixels. */
const SEEN = { end: 6, bend: 6, new: 4 };
const PRESSED = 12;

function Handle({ grip, zoom }: { grip: Grip; zoom: number }) {
  const [held, setHeld] = useState<Point | null>(null);
  const pointAt = (event: PointerEvent<SVGElement>): Point => {
    const parent = event.currentTarget.parentElement as unknown as SVGGElement;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(parent.getScreenCTM()!.inverse());
    return { x, y };
  };
  const key = (event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    if (way && grip.onArrow) grip.onArrow({ x: way[0], y: way[1] });
    else if (event.key === 'Delete' && grip.onDelete) grip.onDelete();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const { x, y } = held ?? grip;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={grip.label}
      className="pointer-events-auto cursor-move [&:focus-visible>circle:last-child]:stroke-[var(--color-ink)]"
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        setHeld(pointAt(event));
      }}
      onPointerMove={(event) => held && setHeld(pointAt(event))}
      onPointerUp={(event) => {
        if (!held) return;
        const to = pointAt(event);
        setHeld(null);
        if (Math.hypot(to.x - grip.x, to.y - grip.y) * zoom > 3) grip.onDrop(to);
      }}
      onPointerCancel={() => setHeld(null)}
      onDoubleClick={() => grip.onDelete?.()}
      onKeyDown={key}
    >
      <title>{grip.label}</title>
      <circle cx={x} cy={y} r={PRESSED / zoom} fill="transparent" />
      <circle
        cx={x}
        cy={y}
        r={SEEN[grip.form] / zoom}
        fill={grip.form === 'end' ? 'var(--color-plum)' : 'var(--color-sheet)'}
        stroke="var(--color-plum)"
        strokeWidth={1.5 / zoom}
        strokeDasharray={grip.form === 'new' ? `${2 / zoom}` : undefined}
      />
    </g>
  );
}
