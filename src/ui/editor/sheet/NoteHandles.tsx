/** Notes on the sheet as they are moved: by dragging, or with the arrow keys. */
import { type PointerEvent, useState } from 'react';
import type { Scene } from '../../../core/scene';
import { ARROWS } from '../../shared/arrows';
import { type LiveView, transformOf, useLive } from '../../shared/view';
import { movedNote, removeNote } from '../notes';
import { change, noteOpened, useEditor } from '../state/store';
import { words } from '../words';

const STEP = { small: 1, large: 10 };

export function NoteHandles({ scene, live }: { scene: Scene; live: LiveView }) {
  const view = useLive(live);
  const [held, setHeld] = useState<{ id: string; from: { x: number; y: number }; x: number; y: number } | null>(null);
  const noteOf = (id: string) => useEditor.getState().chart.notes[id];
  const moved = (id: string, x: number, y: number) => {
    const note = noteOf(id);
    if (note) change({ type: 'set-notes', put: [movedNote(note, scene, x, y)], remove: [] }, `note place ${id}`);
  };
  const off = (event: PointerEvent, from: { x: number; y: number }) => ({
    x: (event.clientX - from.x) / view.k,
    y: (event.clientY - from.y) / view.k,
  });
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" role="group" aria-label={words.notes.title}>
      <g transform={transformOf(view)}>
        {scene.notes.map(({ id, text, box }) => {
          const by = held?.id === id ? held : { x: 0, y: 0 };
          return (
            <rect
              key={id}
              role="button"
              tabIndex={0}
              aria-label={words.notes.move(text)}
              className="pointer-events-auto cursor-move outline-offset-2 hover:stroke-plum focus-visible:stroke-plum"
              x={box.x + by.x - 3 / view.k}
              y={box.y + by.y - 3 / view.k}
              width={box.width + 6 / view.k}
              height={box.height + 6 / view.k}
              rx={3 / view.k}
              fill="transparent"
              stroke={held?.id === id ? 'var(--color-plum)' : 'transparent'}
              strokeWidth={1.25 / view.k}
              onPointerDown={(event) => {
                if (event.button !== 0) return;
                event.stopPropagation();
                event.currentTarget.setPointerCapture(event.pointerId);
                setHeld({ id, from: { x: event.clientX, y: event.clientY }, x: 0, y: 0 });
              }}
              onPointerMove={(event) => held?.id === id && setHeld({ ...held, ...off(event, held.from) })}
              onPointerUp={(event) => {
                if (held?.id !== id) return;
                const { x, y } = off(event, held.from);
                setHeld(null);
                if (Math.hypot(x, y) * view.k > 3) moved(id, x, y);
                else noteOpened(id);
              }}
              onPointerCancel={() => setHeld(null)}
              onKeyDown={(event) => {
                const way = ARROWS[event.key];
                const step = event.shiftKey ? STEP.large : STEP.small;
                if (way) moved(id, way[0] * step, way[1] * step);
                else if (event.key === 'Delete') removeNote(id);
                else if (event.key === 'Enter') noteOpened(id);
                else return;
                event.preventDefault();
                event.stopPropagation();
              }}
            />
          );
        })}
      </g>
    </svg>
  );
}
