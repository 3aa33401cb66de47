/** Dragging an item onto another to move its branch, or into a region to change what it belongs to. */
import { type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from 'react';
import type { Change, Chart } from '../../../core/chart';
import type { Scene, SceneItem } from '../../../core/scene';
import { kindFor } from '../../shared/fields';
import { type DropPlace, dropChange } from '../list/lines';
import { change, select, useEditor } from '../state/store';
import type { View } from './view';

export type Drop =
  | { readonly target: SceneItem; readonly place: DropPlace; readonly change: Change }
  /** Names of the sets that cover the place. */
  | { readonly sets: readonly string[]; readonly change: Change };
export interface Dragging {
  readonly id: string;
  /** Pointer on the page, in points. */
  readonly x: number;
  readonly y: number;
  readonly drop: Drop | null;
}

/** Pixels a pressed pointer moves before it drags. */
const SLACK = 5;
/** Part of a box at either end along its tier that means before or after rather than under. */
const EDGE = 0.24;

const canvas = () => document.createElement('canvas').getContext('2d')!;

/** The areas that cover a point of the page. */
function areasAt({ areas, frame }: Scene, x: number, y: number): Scene['areas'] {
  const context = canvas();
  const [px, py] = [(x - frame.x) / frame.scale, (y - frame.y) / frame.scale];
  return areas.filter(({ outline }) => context.isPointInPath(new Path2D(outline), px, py));
}

function dropAt(scene: Scene, chart: Chart, id: string, x: number, y: number): Drop | null {
  const { dropInto } = kindFor(chart.kind);
  if (dropInto) {
    const areas = areasAt(scene, x, y);
    const into = dropInto(
      chart,
      id,
      areas.map((area) => area.id),
    );
    return into ? { sets: areas.map(({ name }) => name), change: into } : null;
  }
  const target = scene.items.find(
    ({ box }) => x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height,
  );
  if (!target || target.id === id) return null;
  const along = scene.axis === 'rows' ? (x - target.box.x) / target.box.width : (y - target.box.y) / target.box.height;
  const place = along < EDGE ? 'before' : along > 1 - EDGE ? 'after' : 'under';
  const what = dropChange(chart, id, target.id, place);
  return what ? { target, place, change: what } : null;
}

export function useDrag(scene: Scene | undefined, view: View, svg: React.RefObject<SVGSVGElement | null>) {
  const [dragging, setDragging] = useState<Dragging | null>(null);
  const pressed = useRef<{ id: string; x: number; y: number } | null>(null);
  const now = useRef({ scene, view });
  now.current = { scene, view };
  const latest = useRef<Dragging | null>(null);
  latest.current = dragging;

  useEffect(() => {
    const move = (event: PointerEvent) => {
      const start = pressed.current;
      const { scene, view } = now.current;
      if (!start || !scene || !svg.current) return;
      if (!latest.current && Math.hypot(event.clientX - start.x, event.clientY - start.y) < SLACK) return;
      const frame = svg.current.getBoundingClientRect();
      const x = (event.clientX - frame.left - view.x) / view.k;
      const y = (event.clientY - frame.top - view.y) / view.k;
      setDragging({ id: start.id, x, y, drop: dropAt(scene, useEditor.getState().chart, start.id, x, y) });
    };
    const up = () => {
      const drop = latest.current?.drop;
      if (drop) change(drop.change);
      pressed.current = null;
      setDragging(null);
    };
    const stop = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !pressed.current) return;
      pressed.current = null;
      setDragging(null);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', up);
    window.addEventListener('keydown', stop);
    return () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', up);
      window.removeEventListener('keydown', stop);
    };
  }, [svg]);

  const press = (event: ReactPointerEvent, id: string) => {
    if (event.button !== 0) return;
    pressed.current = { id, x: event.clientX, y: event.clientY };
    select(id);
  };
  return { dragging, press };
}
