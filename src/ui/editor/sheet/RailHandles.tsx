/** Handles on the tier rail: the gap after a tier, and the width of a column. Dragged, or moved by the arrow keys. */
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { chosen, kindOnPage } from '../../../core/kinds';
import { change, useEditor } from '../state/store';
import { words } from '../words';

interface Handle {
  readonly tier: number;
  readonly name: string;
  readonly rows: boolean;
  readonly turned: boolean;
  /** Pixels for a point of the picture. */
  readonly zoom: number;
  /** Along the rail, in pixels. */
  readonly at: number;
}

const STEP = 4;
const within = (value: number, least: number, most: number) => Math.min(most, Math.max(least, Math.round(value)));

/** A thin bar that is dragged along the rail. */
function Bar({
  label,
  value,
  least,
  most,
  onChange,
  handle: { rows, turned, zoom, at },
  thick,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
  handle: Handle;
  thick: number;
}) {
  const held = useRef<{ from: number; value: number } | null>(null);
  const along = (event: PointerEvent) => (rows ? event.clientY : event.clientX);
  const sign = turned ? -1 : 1;
  const key = (event: KeyboardEvent) => {
    const by = { ArrowUp: -STEP, ArrowLeft: -STEP, ArrowDown: STEP, ArrowRight: STEP }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onChange(within(value + by * sign, least, most));
  };
  const start = turned ? at - thick : at;
  return (
    <div
      role="separator"
      tabIndex={0}
      aria-label={label}
      aria-orientation={rows ? 'horizontal' : 'vertical'}
      aria-valuenow={Math.round(value)}
      aria-valuemin={least}
      aria-valuemax={most}
      title={label}
      className={`absolute z-5 rounded opacity-0 hover:bg-plum/30 hover:opacity-100 focus-visible:bg-plum/40 focus-visible:opacity-100 ${rows ? 'right-0 left-2 cursor-row-resize' : 'top-1.5 bottom-0 cursor-col-resize'}`}
      style={rows ? { top: start, height: thick } : { left: start, width: thick }}
      onKeyDown={key}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { from: along(event), value };
      }}
      onPointerMove={(event) => {
        if (!held.current) return;
        onChange(within(held.current.value + ((along(event) - held.current.from) * sign) / zoom, least, most));
      }}
      onPointerUp={() => {
        held.current = null;
      }}
    />
  );
}

/** The gap between a tier and the next. */
export function RailGap(handle: Handle) {
  const { tier, name, zoom } = handle;
  const chart = useEditor((state) => state.chart);
  const kind = kindOnPage(chart.kind);
  const drawn = useEditor((state) => state.composition?.gaps);
  if (!kind?.choices.some(({ key }) => key === 'tierGap') || !kind.byHand) return null;
  const value =
    chart.tiers[String(tier)]?.gap ??
    drawn?.tiers[tier - 1] ??
    Number(chosen(kind.choices, chart.arrangement, 'tierGap'));
  return (
    <Bar
      label={words.rail.gapAfter(name)}
      value={value}
      least={12}
      most={300}
      handle={handle}
      thick={Math.max(7, Math.min(16, value * zoom))}
      onChange={(gap) => change({ type: 'set-tier', tier, gap }, `tier gap ${tier}`)}
    />
  );
}

/** The width of a column: the boxes of its tier get just this width. */
export function RailWidth({ extent, ...handle }: Handle & { readonly extent: number }) {
  const { tier, name } = handle;
  const kind = useEditor((state) => kindOnPage(state.chart.kind));
  const set = useEditor((state) => state.chart.tiers[String(tier)]?.look);
  if (!kind?.byHand) return null;
  // What was asked for counts before it is drawn, so that no key pressed meanwhile is lost.
  const value = set?.sizeRule === 'fixed' && set.width !== undefined ? set.width : extent;
  const inside = { ...handle, at: handle.turned ? handle.at + 7 : handle.at - 7 };
  return (
    <Bar
      label={words.rail.widthOf(name)}
      value={value}
      least={24}
      most={600}
      handle={inside}
      thick={7}
      onChange={(width) => change({ type: 'set-tier', tier, look: { width, sizeRule: 'fixed' } }, `tier width ${tier}`)}
    />
  );
}
