/** Dragging an item onto another to move its branch, or into a region to change what it belongs to. */
import { type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from 'react';
import type { Change, Chart } from '../../../core/chart';
import type { Scene, SceneItem } from '../../../core/scene';
import { itemName, kindFor } from '../../shared/fields';
import { itemAt } from '../../shared/scene-index';
import type { LiveView } from '../../shared/view';
import { type DropPlace, dropChange } from '../list/lines';
import { change, say, select, useEditor } from '../state/store';
import { words } from '../words';
import { nudgedTo } from './hand';

export type Drop =
  | { readonly target: SceneItem; readonly place: DropPlace; readonly change: Change }
  /** Names of the sets that cover the place. */
  | { readonly sets: readonly string[]; readonly change: Change }
  /** Just the box moves, so far on the page, and stays where it is in the list. */
  | { readonly by: { readonly x: number; readonly y: number }; readonly change: Change };
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
  const target = itemAt(scene, x, y);
  if (!target || target.id === id) return null;
  const across = (x - target.box.x) / target.box.width;
  const along = scene.axis === 'rows' ? (scene.leftward ? 1 - across : across) : (y - target.box.y) / target.box.height;
  const place = along < EDGE ? 'before' : along > 1 - EDGE ? 'after' : 'under';
  const what = dropChange(chart, id, target.id, place);
  return what ? { target, place, change: what } : null;
}

/** The change that moves just the box, by a way on the page; none of a kind that keeps to computed places. */
function moveBy(chart: Chart, scene: Scene, id: string, x: number, y: number): Drop | null {
  const { scale } = scene.frame;
  // Lengths are kept as of a picture that begins at the left.
  const what = nudgedTo(chart, id, (scene.leftward ? -x : x) / scale, y / scale);
  return what && { by: { x, y }, change: what };
}

export function useDrag(scene: Scene | undefined, live: LiveView, svg: React.RefObject<SVGSVGElement | null>) {
  const [dragging, setDragging] = useState<Dragging | null>(null);
  const pressed = useRef<{ id: string; x: number; y: number; alone: boolean } | null>(null);
  const now = useRef({ scene });
  now.current = { scene };
  const latest = useRef<Dragging | null>(null);
  latest.current = dragging;

  useEffect(() => {
    const move = (event: PointerEvent) => {
      const start = pressed.current;
      const { scene } = now.current;
      const view = live.get();
      if (!start || !scene || !svg.current) return;
      if (!latest.current && Math.hypot(event.clientX - start.x, event.clientY - start.y) < SLACK) return;
      const frame = svg.current.getBoundingClientRect();
      const x = (event.clientX - frame.left - view.x) / view.k;
      const y = (event.clientY - frame.top - view.y) / view.k;
      const { chart } = useEditor.getState();
      const drop = start.alone
        ? moveBy(chart, scene, start.id, (event.clientX - start.x) / view.k, (event.clientY - start.y) / view.k)
        : dropAt(scene, chart, start.id, x, y);
      setDragging({ id: start.id, x, y, drop });
    };
    const up = () => {
      const { current: dragged } = latest;
      if (dragged?.drop) change(dragged.drop.change);
      else if (dragged) {
        const at = now.current.scene && itemAt(now.current.scene, dragged.x, dragged.y);
        const inside = at && at.id !== dragged.id;
        say(inside ? words.sheet.noDropUnder(itemName(useEditor.getState().chart, dragged.id)) : words.sheet.noDrop);
      }
      cancel();
    };
    /** The system took the pointer away, such as for a call: nothing was let go. */
    const cancel = () => {
      pressed.current = null;
      setDragging(null);
    };
    const stop = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && pressed.current) cancel();
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', cancel);
    window.addEventListener('keydown', stop);
    return () => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', cancel);
      window.removeEventListener('keydown', stop);
    };
  }, [svg, live]);

  const press = (event: ReactPointerEvent, id: string) => {
    if (event.button !== 0) return;
    pressed.current = { id, x: event.clientX, y: event.clientY, alone: event.shiftKey };
    select(id);
  };
  return { dragging, press };
}
