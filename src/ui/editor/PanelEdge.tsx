/** The edge of the stage panel: dragged or moved with the arrow keys it widens the panel, pressed it folds it. */
import { type PointerEvent, useRef, useSyncExternalStore } from 'react';
import { words } from './words';

export const PANEL = { initial: 344, wide: 620, least: 280, most: 960, folded: 0 };
const KEY_STEP = 24;

/** Narrower than this the panel lies over the sheet: a tablet, a window at 200 %. */
const NARROW = '(max-width: 1099px)';
const watchNarrow = (told: () => void) => {
  const query = window.matchMedia(NARROW);
  query.addEventListener('change', told);
  return () => query.removeEventListener('change', told);
};
export const useNarrow = (): boolean => useSyncExternalStore(watchNarrow, () => window.matchMedia(NARROW).matches);

const within = (width: number) => Math.min(PANEL.most, Math.max(PANEL.least, width));

/** @param over whether the panel lies over the sheet */
export function PanelEdge({
  width,
  over,
  onWidth,
}: {
  width: number;
  over: boolean;
  onWidth: (width: number) => void;
}) {
  const from = useRef<{ x: number; width: number } | null>(null);
  const start = (event: PointerEvent<HTMLDivElement>) => {
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { x: event.clientX, width };
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    if (!from.current) return;
    const wanted = from.current.width + event.clientX - from.current.x;
    // Pushed well below its least width, it folds.
    onWidth(wanted < PANEL.least / 2 ? PANEL.folded : within(wanted));
  };
  const fold = () => onWidth(width === PANEL.folded ? PANEL.initial : PANEL.folded);
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label={words.panelEdge}
      aria-controls="panel"
      aria-valuenow={width}
      aria-valuemin={PANEL.folded}
      aria-valuemax={PANEL.most}
      tabIndex={0}
      title={words.panelEdgeHelp}
      onPointerDown={start}
      onPointerMove={move}
      onPointerUp={() => {
        from.current = null;
      }}
      onDoubleClick={fold}
      onKeyDown={(event) => {
        const by = { ArrowLeft: -KEY_STEP, ArrowRight: KEY_STEP }[event.key];
        if (event.key === 'Enter') fold();
        else if (by) onWidth(within(Math.max(width, PANEL.least) + by));
      }}
      className={`group z-20 -mx-[3px] w-[7px] cursor-col-resize touch-none ${over ? 'absolute top-(--top) bottom-[30px]' : 'relative'}`}
      style={over ? { left: `calc(76px + min(${width}px, 100vw - 84px))` } : undefined}
    >
      <span className="absolute inset-y-0 left-[3px] w-px bg-rule group-hover:w-[3px] group-hover:-translate-x-px group-hover:bg-plum" />
    </div>
  );
}
