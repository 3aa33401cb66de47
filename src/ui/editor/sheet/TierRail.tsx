/** The strip along the sheet whose segments line up with the tiers; a click on one styles that tier. */
import { type KeyboardEvent, useState } from 'react';
import { isTurned, type Scene, type SceneBand } from '../../../core/scene';
import { matterFor } from '../../shared/fields';
import { type LiveView, useLive, type View } from '../../shared/view';
import { change, light, openTier, useEditor } from '../state/store';
import { words } from '../words';
import { RailGap, RailWidth } from './RailHandles';

export const RAIL = { rows: 112, columns: 52 };
/** Shortest segment along the rail, in pixels. */
const LEAST = { rows: 22, columns: 68 };

/** Where tiers have no place along an edge of the sheet, segments stand one under another. */
const LADDER = { top: 24, step: 58, height: 52 };

/** Places of segments in line with their bands; where bands are closer than segments can be, they step aside evenly. */
function places(scene: Scene, view: View): { start: number; length: number }[] {
  if (scene.axis !== 'rows' && scene.axis !== 'columns')
    return scene.bands.map((_, i) => ({ start: LADDER.top + i * LADDER.step, length: LADDER.height }));
  const least = LEAST[scene.axis];
  const offset = scene.axis === 'rows' ? view.y : view.x;
  let free = Number.NEGATIVE_INFINITY;
  const placed: { start: number; length: number }[] = [];
  // Where tiers run up or to the left, the first stands last.
  const turned = isTurned(scene);
  const order = scene.bands.map((_, i) => (turned ? scene.bands.length - 1 - i : i));
  for (const i of order) {
    const band = scene.bands[i]!;
    const start = Math.max(band.start * view.k + offset, free);
    // Boxes of several tiers in one stack stand among each other: each segment ends where the next tier begins.
    const next = scene.bands[i + (turned ? -1 : 1)];
    const end = next && next.start > band.start ? Math.min(band.end, next.start) : band.end;
    const length = Math.max(least, (end - band.start) * view.k);
    free = start + length + 2;
    placed[i] = { start, length };
  }
  // Pushed past the end of the picture, all go back by half, so that none is far from its band.
  const last = scene.bands[order.at(-1) ?? 0];
  const over = last ? Math.max(0, free - 2 - last.end * view.k - offset) : 0;
  return placed.map(({ start, length }) => ({ start: start - over / 2, length }));
}

export function TierRail({ scene, live }: { scene: Scene; live: LiveView }) {
  const view = useLive(live);
  const rows = scene.axis !== 'columns';
  const segments = places(scene, view);
  const walk = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
    if (!by || event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    const all = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-tier]')];
    all[all.indexOf(document.activeElement as HTMLElement) + by]?.focus();
  };
  return (
    <div
      aria-label={words.rail.heading}
      title={words.rail.about}
      role="group"
      onKeyDown={walk}
      dir={scene.leftward && rows ? 'rtl' : undefined}
      className={`relative overflow-hidden ${rows ? 'h-full border-e border-rule' : 'w-full border-b border-rule'}`}
      style={rows ? { width: RAIL.rows } : { height: RAIL.columns }}
    >
      {scene.bands.map((band, i) => (
        <Segment key={band.tier} band={band} rows={rows} {...segments[i]!} />
      ))}
      {(scene.axis === 'rows' || scene.axis === 'columns') &&
        scene.bands.map((band, i) => {
          const { start, length } = segments[i]!;
          const turned = isTurned(scene);
          const end = turned ? start : start + length;
          const handle = { tier: band.tier, name: band.name, rows, turned, zoom: view.k * scene.frame.scale };
          return (
            <span key={band.tier}>
              {i < scene.bands.length - 1 && <RailGap {...handle} at={end} />}
              {!rows && <RailWidth {...handle} at={end} extent={(band.end - band.start) / scene.frame.scale} />}
            </span>
          );
        })}
    </div>
  );
}

function Segment({
  band,
  rows,
  start,
  length: size,
}: {
  band: SceneBand;
  rows: boolean;
  start: number;
  length: number;
}) {
  const matter = useEditor((state) => matterFor(state.chart));
  const open = useEditor((state) => state.openTier === band.tier && state.stage === 'style');
  const lit = useEditor((state) => state.litTier === band.tier);
  const [renaming, setRenaming] = useState(false);
  const count = `${band.count} ${band.count === 1 ? matter.item : matter.items}`;
  const place = rows
    ? { top: start, height: size, insetInlineStart: 8, insetInlineEnd: 0 }
    : { left: start, width: size, top: 6, bottom: 0 };
  if (renaming)
    return (
      <input
        dir="auto"
        // biome-ignore lint/a11y/noAutofocus: the person has just asked to write here
        autoFocus
        aria-label={words.rail.rename}
        className="field absolute z-10 min-h-[22px] text-[13px]"
        style={{ ...place, height: undefined }}
        defaultValue={band.name}
        maxLength={80}
        onFocus={(event) => event.target.select()}
        onBlur={(event) => {
          setRenaming(false);
          const name = event.target.value.trim();
          if (name !== band.name) change({ type: 'set-tier', tier: band.tier, name: name || null });
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setRenaming(false);
        }}
      />
    );
  return (
    <button
      type="button"
      data-tier={band.tier}
      aria-label={`${band.name}, ${count}`}
      aria-pressed={open}
      title={`${band.name}: ${count}`}
      onClick={() => openTier(band.tier)}
      onDoubleClick={() => setRenaming(true)}
      onKeyDown={(event) => {
        if (event.key !== 'F2') return;
        event.preventDefault();
        setRenaming(true);
      }}
      onMouseEnter={() => light(band.tier)}
      onMouseLeave={() => light(null)}
      onFocus={() => light(band.tier)}
      onBlur={() => light(null)}
      className={`absolute flex flex-col justify-center overflow-hidden border text-start leading-tight ${rows ? 'rounded-s border-e-0 border-s-[7px] pe-1 ps-2' : 'items-center rounded-t border-t-[6px] border-b-0 px-1'} ${
        open || lit ? 'border-plum bg-tint' : 'border-rule bg-sheet'
      }`}
      style={{ ...place, ...(rows ? { borderInlineStartColor: band.fill } : { borderTopColor: band.fill }) }}
    >
      <span
        className={`w-full text-[13px] font-semibold ${rows && size > 52 ? 'line-clamp-2' : 'truncate'} ${rows ? '' : 'text-center'}`}
      >
        <bdi>{band.name}</bdi>
      </span>
      {(size > 34 || !rows) && (
        <span className={`w-full truncate text-xs text-quiet ${rows ? '' : 'text-center'}`}>
          <bdi>{count}</bdi>
        </span>
      )}
      {band.exceptions > 0 && size > 54 && rows && (
        <span className="truncate text-xs text-caution">{words.rail.exceptions(band.exceptions)}</span>
      )}
    </button>
  );
}
