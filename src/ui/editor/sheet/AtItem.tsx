/** At the selected item: a small strip with what is done most, and a plus at its edges to add beside and under it. */
import { type Box, overlapping, type Scene, type SceneItem } from '../../../core/scene';
import { symbols } from '../../../core/symbols';
import { type LiveView, useLive } from '../../shared/view';
import type { Action } from '../actions';
import { words } from '../words';

const HEIGHT = 26;
const PLUS = 24;
const BUTTON = 30;
const GAP = 7;
/** From a corner of the item to the middle of a plus, so that it is clear of the handle there. */
const CORNER = 20;
/** What the strip shows, and how. */
const STRIP = ['edit', 'add', 'colour', 'shape'] as const;
/** Lines on a square of 24 by 24. */
const SIGNS: Record<(typeof STRIP)[number] | 'more', string> = {
  edit: symbols.pencil.d,
  add: 'M12 5V19M5 12H19',
  colour: symbols.palette.d,
  shape: 'M12 3L21 12L12 21L3 12Z',
  more: 'M5 12h.01M12 12h.01M19 12h.01',
};
const Sign = ({ of }: { of: keyof typeof SIGNS }) => (
  <svg
    aria-hidden
    viewBox="0 0 24 24"
    className="size-4"
    fill="none"
    stroke="currentColor"
    strokeLinecap="round"
    strokeLinejoin="round"
    strokeWidth={of === 'more' ? 3 : 2}
  >
    <path d={SIGNS[of]} />
  </svg>
);

export function AtItem({
  item,
  scene,
  live,
  size,
  avoid,
  actions,
  onMenu,
  onBeside,
  onUnder,
}: {
  item: SceneItem;
  scene: Scene;
  live: LiveView;
  /** Of the sheet on the screen, in pixels. */
  size: { readonly width: number; readonly height: number };
  /** What the strip must not lie on, on the page: names that can be pressed. */
  avoid: readonly Box[];
  actions: () => readonly Action[];
  /** Opens a menu at a place of the sheet: of one action, or of all. */
  onMenu: (actions: readonly Action[], x: number, y: number) => void;
  onBeside: (() => void) | undefined;
  onUnder: (() => void) | undefined;
}) {
  const { x, y, k } = useLive(live);
  const box = {
    left: x + item.box.x * k,
    top: y + item.box.y * k,
    width: item.box.width * k,
    height: item.box.height * k,
  };
  const out = box.left > size.width || box.top > size.height || box.left + box.width < 0 || box.top + box.height < 0;
  if (out) return null;
  const rows = scene.axis !== 'columns';
  const middle = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
  // Clear of the fold handle at the corner, however small the item is on the screen.
  const right = { x: box.left + box.width + PLUS / 2 + 2, y: Math.min(middle.y, box.top + box.height - CORNER) };
  const below = { x: Math.min(middle.x, box.left + box.width - CORNER), y: box.top + box.height + PLUS / 2 + 2 };
  const width = 5 * BUTTON;
  const across = Math.min(Math.max(4, middle.x - width / 2), Math.max(4, size.width - width - 4));
  const over = Math.min(box.top, right.y - PLUS / 2) - HEIGHT - GAP;
  const under = below.y + PLUS / 2 + GAP;
  // Over the item; where there is no room, or a name stands there, under the plus below it, or further off.
  const places = [over, under, over - HEIGHT - GAP, under + HEIGHT + GAP].filter(
    (top) => top > 4 && top + HEIGHT < size.height - 4,
  );
  const isFree = (top: number) =>
    avoid.every(
      (other) =>
        !overlapping(
          { x: across, y: top, width, height: HEIGHT },
          {
            x: x + other.x * k - 6,
            y: y + other.y * k - 6,
            width: other.width * k + 12,
            height: other.height * k + 12,
          },
        ),
    );
  const strip = { left: across, top: places.find(isFree) ?? places[0] ?? Math.max(4, over) };
  const button = 'grid h-[26px] w-[30px] place-items-center hover:bg-tint focus-visible:-outline-offset-2';
  return (
    <div role="toolbar" aria-label={words.sheet.strip} className="contents">
      <div
        className="absolute z-[5] flex overflow-hidden rounded border border-rule bg-sheet shadow-sm"
        style={{ left: strip.left, top: strip.top }}
      >
        {STRIP.map((id) => (
          <button
            key={id}
            type="button"
            title={words.sheet.stripOf[id]}
            aria-label={words.sheet.stripOf[id]}
            aria-haspopup={id === 'edit' ? undefined : 'menu'}
            className={button}
            onClick={() => {
              const action = actions().find((one) => one.id === id);
              if (action?.of) onMenu(action.of, strip.left, strip.top + HEIGHT);
              else action?.run?.();
            }}
          >
            <Sign of={id} />
          </button>
        ))}
        <button
          type="button"
          title={words.sheet.stripOf.more}
          aria-label={words.sheet.stripOf.more}
          aria-haspopup="menu"
          className={button}
          onClick={() => onMenu(actions(), strip.left, strip.top + HEIGHT)}
        >
          <Sign of="more" />
        </button>
      </div>
      {onBeside && <Plus at={rows ? right : below} label={words.sheet.addBeside} onAdd={onBeside} />}
      {onUnder && <Plus at={rows ? below : right} label={words.sheet.addUnder} onAdd={onUnder} />}
    </div>
  );
}

const Plus = ({ at, label, onAdd }: { at: { x: number; y: number }; label: string; onAdd: () => void }) => (
  <button
    type="button"
    title={label}
    aria-label={label}
    className="absolute z-[4] grid size-[24px] -translate-x-1/2 -translate-y-1/2 place-items-center rounded-full border border-plum bg-sheet text-[15px] leading-none text-plum opacity-80 hover:bg-plum hover:text-white hover:opacity-100"
    style={{ left: at.x, top: at.y }}
    onClick={onAdd}
  >
    +
  </button>
);
