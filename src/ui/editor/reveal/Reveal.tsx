/** The picture over the whole screen, shown step by step: by keys, by click, or by a clicker, which sends the same keys. */
import { useEffect, useMemo, useRef, useState } from 'react';
import { type Chart, setsOf } from '../../../core/chart';
import { type RevealBy, revealed, revealSteps } from '../../../core/reveal';
import type { Scene } from '../../../core/scene';
import { SceneView } from '../../shared/SceneView';
import { words } from '../words';
import { TeacherNotes } from './TeacherNotes';

const ON = new Set(['ArrowRight', 'ArrowDown', 'PageDown', ' ', 'Enter']);
const BACK = new Set(['ArrowLeft', 'ArrowUp', 'PageUp', 'Backspace']);

/** Room round what is new, in points. */
const ROUND = 3;

export function Reveal({
  scene,
  by,
  chart,
  notes,
  onClose,
}: {
  scene: Scene;
  by: RevealBy;
  chart: Chart;
  /** A second window, for who shows it. */
  notes?: Window | undefined;
  onClose: () => void;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  const steps = useMemo(() => revealSteps(scene, by, setsOf(chart)), [scene, by, chart]);
  // How many steps are shown; the last but one more is the whole without its light.
  const [shown, setShown] = useState(1);
  const last = steps.length + 1;
  const go = (by: number) => setShown((before) => Math.min(last, Math.max(1, before + by)));
  const [now, fresh] = useMemo(() => {
    const ids = new Set(steps.slice(0, shown).flat());
    return [revealed(scene, ids), shown > steps.length ? new Set<string>() : new Set(steps[shown - 1])] as const;
  }, [scene, steps, shown]);

  const close = useRef(onClose);
  close.current = onClose;
  useEffect(() => {
    const own = dialog.current!;
    own.showModal();
    // Where the browser does not let it, it is as large as the window.
    void own.requestFullscreen?.().catch(() => undefined);
    // Esc ends the full screen before a key is heard: that ends it all.
    const left = () => document.fullscreenElement === null && own.close();
    document.addEventListener('fullscreenchange', left);
    return () => {
      document.removeEventListener('fullscreenchange', left);
      if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
    };
  }, []);
  const key = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const step = ON.has(event.key) ? 1 : BACK.has(event.key) ? -1 : 0;
    const jump = event.key === 'Home' ? 1 : event.key === 'End' ? last : undefined;
    if (step === 0 && jump === undefined) return;
    event.preventDefault();
    if (jump === undefined) go(step);
    else setShown(jump);
  };
  const { width, height, background } = scene;
  return (
    <dialog
      ref={dialog}
      aria-label={words.reveal.label}
      className="m-0 h-full max-h-none w-full max-w-none border-0 p-0"
      style={{ backgroundColor: background }}
      onClose={() => close.current()}
      onKeyDown={key}
    >
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: keys are heard by the dialog */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: a click anywhere goes on, as keys do */}
      <div className="absolute inset-0" onClick={() => go(1)}>
        <svg viewBox={`0 0 ${width} ${height}`} className="block h-full w-full" role="img" aria-label={scene.title}>
          <SceneView scene={now} />
          <g aria-hidden fill="none" stroke="#b3412e" strokeWidth={2}>
            {now.items.map(({ id, box }) =>
              fresh.has(id) && shown > 1 ? (
                <rect
                  key={id}
                  data-fresh
                  x={box.x - ROUND}
                  y={box.y - ROUND}
                  width={box.width + 2 * ROUND}
                  height={box.height + 2 * ROUND}
                  rx={ROUND * 2}
                />
              ) : null,
            )}
          </g>
        </svg>
      </div>
      <p role="status" className="sr-only">
        {words.reveal.said(now.items.filter(({ id }) => fresh.has(id)).map(({ label }) => label))}
      </p>
      <p className="absolute right-3 bottom-2 rounded bg-paper/80 px-2 text-[13px] text-quiet">
        {words.reveal.step(Math.min(shown, steps.length), steps.length)} · {words.reveal.keys}
      </p>
      {notes && (
        <TeacherNotes
          window={notes}
          chart={chart}
          now={steps[shown - 1] ?? []}
          next={steps[shown] ?? []}
          step={words.reveal.step(Math.min(shown, steps.length), steps.length)}
          onGo={go}
        />
      )}
    </dialog>
  );
}
