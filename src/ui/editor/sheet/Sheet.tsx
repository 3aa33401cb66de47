/** The sheet: the page with its picture, the tier rail along it, the status line under it. */
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Scene, SceneItem } from '../../../core/scene';
import { BIG, BigSceneView, itemsIn } from '../../shared/BigSceneView';
import { type Place, SceneView } from '../../shared/SceneView';
import { remove } from '../list/lines';
import { MARK_COLOURS } from '../list/MarkBadge';
import { light, type Mark, select, shown, useEditor } from '../state/store';
import { words } from '../words';
import { type Dragging, useDrag } from './drag';
import { useGlide } from './glide';
import { StatusLine } from './StatusLine';
import { TierRail } from './TierRail';
import { useView } from './view';
import { WordsEditor } from './WordsEditor';
import { stepTo } from './walk';

export function Sheet() {
  const scene = useEditor((state) => shown(state)?.scene);
  // A line that only names an item which stands elsewhere is seen there.
  const selected = useEditor((state) =>
    state.selected === null ? null : (shown(state)?.standsFor[state.selected] ?? state.selected),
  );
  const among = useEditor((state) => state.chosen);
  const marks = useEditor((state) => state.marks);
  const svg = useRef<SVGSVGElement>(null);
  const drawing = useRef<SVGGElement>(null);
  const scale = useEditor((state) => shown(state)?.page.scale ?? 1);
  const controls = useView(svg, scene, scale);
  const { view } = controls;
  const { dragging, press } = useDrag(scene, view, svg);
  const [editing, setEditing] = useState<string | null>(null);
  useGlide(drawing, scene);

  const chosen = scene?.items.find((item) => item.id === selected);
  const show = useRef(controls.show);
  show.current = controls.show;
  // What is selected in the list comes into view here, when it is selected, not each time the layout moves it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the selection counts
  useEffect(() => {
    if (chosen) show.current(chosen.box);
  }, [selected]);

  const lit = useMemo(() => scene && <Tiers scene={scene} />, [scene]);
  const places = useMemo(() => placesOf(scene), [scene]);
  const { size } = controls;
  const inView = useMemo(
    () =>
      scene && scene.items.length > BIG
        ? itemsIn(scene, {
            x: -view.x / view.k,
            y: -view.y / view.k,
            width: size.width / view.k,
            height: size.height / view.k,
          })
        : null,
    [scene, view, size],
  );
  /** The item at a pointer: its element, or in a big chart seen from afar the box drawn there. */
  const itemAt = (event: { target: EventTarget; clientX: number; clientY: number }): string | undefined => {
    const element = (event.target as Element).closest<SVGGElement>('[data-item]');
    if (element || !scene || scene.items.length <= BIG || !svg.current) return element?.dataset['item'];
    const frame = svg.current.getBoundingClientRect();
    const x = (event.clientX - frame.left - view.x) / view.k;
    const y = (event.clientY - frame.top - view.y) / view.k;
    return scene.items.find(({ box }) => x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height)
      ?.id;
  };

  const key = (event: KeyboardEvent) => {
    if (!scene || event.ctrlKey || event.metaKey || event.altKey) return;
    const at = chosen?.id ?? scene.items[0]?.id;
    if (!at) return;
    if (event.key.startsWith('Arrow')) {
      event.preventDefault();
      select(chosen ? (stepTo(scene, at, event.key) ?? at) : at);
    } else if (!chosen) return;
    else if (event.key === 'Enter' || event.key === 'F2') {
      event.preventDefault();
      setEditing(at);
    } else if (event.key === 'Delete') remove(at, event.shiftKey ? 'branch' : 'line');
    else if (event.key === 'Escape') select(null);
  };
  const editedItem = scene?.items.find((item) => item.id === editing);
  const rows = scene?.axis !== 'columns';
  return (
    <main
      aria-label={words.sheet.label}
      className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[1fr_30px] bg-paper"
    >
      <div className={`flex min-h-0 min-w-0 ${rows ? 'flex-row' : 'flex-col'}`}>
        {scene && scene.bands.length > 0 && <TierRail scene={scene} view={view} />}
        {/* Contained: what changes in the list must not lay the sheet out anew. */}
        <div className="relative min-h-0 min-w-0 flex-1 overflow-hidden contain-strict">
          <svg
            ref={svg}
            className="scene absolute inset-0 h-full w-full touch-none"
            tabIndex={0}
            // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the picture is a tree to walk in
            role="tree"
            aria-label={scene ? `${scene.title}. ${scene.description}` : words.composing}
            aria-activedescendant={chosen ? `item-${chosen.id}` : undefined}
            onKeyDown={key}
            onPointerDown={(event) => {
              const id = itemAt(event);
              if (!id) select(null);
              else if ((event.target as Element).closest('[data-item]')) press(event, id);
              else select(id);
            }}
            onDoubleClick={(event) => setEditing(itemAt(event) ?? null)}
            onPointerOver={(event) => {
              const id = itemAt(event);
              light(scene?.items.find((item) => item.id === id)?.tier ?? null);
            }}
            onPointerLeave={() => light(null)}
          >
            {scene && (
              <g ref={drawing} transform={`translate(${view.x} ${view.y}) scale(${view.k})`}>
                <rect
                  x={-1 / view.k}
                  y={-1 / view.k}
                  width={scene.width + 2 / view.k}
                  height={scene.height + 2 / view.k}
                  fill="none"
                  stroke="var(--color-rule)"
                  strokeWidth={1.5 / view.k}
                  data-aid
                />
                {scene.items.length > BIG ? (
                  <BigSceneView scene={scene} items={inView} places={places} />
                ) : (
                  <SceneView scene={scene} places={places} under={lit} />
                )}
                <Margins scene={scene} scale={view.k} />
                {(among.length > 1 || Object.keys(marks).length > 0) && (
                  <Rings scene={scene} among={among} marks={marks} scale={view.k} />
                )}
                {chosen && <Ring item={chosen} scale={view.k} />}
                {dragging && <DropMark dragging={dragging} scene={scene} scale={view.k} />}
              </g>
            )}
          </svg>
          {editedItem && (
            <WordsEditor
              key={editedItem.id}
              item={editedItem}
              view={view}
              onDone={() => {
                setEditing(null);
                svg.current?.focus();
              }}
            />
          )}
          {!scene && <p className="absolute top-1/2 left-1/2 -translate-x-1/2 text-quiet">{words.composing}</p>}
        </div>
      </div>
      <StatusLine controls={controls} />
    </main>
  );
}

/** Place of each item among those with the same parent, for a screen reader. */
function placesOf(scene: Scene | undefined): Map<string, Place> {
  const groups = new Map<string | null, string[]>();
  for (const { id, parent } of scene?.items ?? []) {
    if (groups.has(parent)) groups.get(parent)!.push(id);
    else groups.set(parent, [id]);
  }
  return new Map(
    [...groups.values()].flatMap((ids) => ids.map((id, i) => [id, { at: i + 1, of: ids.length }] as const)),
  );
}

const Margins = ({ scene, scale }: { scene: Scene; scale: number }) => (
  <rect
    x={scene.margin}
    y={scene.margin}
    width={Math.max(0, scene.width - 2 * scene.margin)}
    height={Math.max(0, scene.height - 2 * scene.margin)}
    fill="none"
    stroke="var(--color-rule)"
    strokeOpacity={0.55}
    strokeWidth={1 / scale}
    strokeDasharray={`${4 / scale} ${4 / scale}`}
    pointerEvents="none"
    data-aid
  />
);

/** The lit tier's band across the picture. */
function Tiers({ scene }: { scene: Scene }) {
  const lit = useEditor((state) => state.litTier);
  const band = scene.bands.find(({ tier }) => tier === lit);
  if (!band) return null;
  if (scene.axis !== 'rows' && scene.axis !== 'columns')
    return (
      <g fill="none" stroke="var(--color-plum)" strokeOpacity={0.5} pointerEvents="none">
        {scene.items
          .filter(({ tier }) => tier === lit)
          .map(({ id, box }) => (
            <rect
              key={id}
              x={box.x - 2}
              y={box.y - 2}
              width={box.width + 4}
              height={box.height + 4}
              rx={4}
              strokeWidth={2.5}
            />
          ))}
      </g>
    );
  const { picture } = scene;
  const length = band.end - band.start;
  const box =
    scene.axis === 'rows'
      ? { x: picture.x, y: band.start, width: picture.width, height: length }
      : { x: band.start, y: picture.y, width: length, height: picture.height };
  const grow = 4;
  return (
    <rect
      x={box.x - grow}
      y={box.y - grow}
      width={box.width + 2 * grow}
      height={box.height + 2 * grow}
      fill="var(--color-plum)"
      fillOpacity={0.06}
      pointerEvents="none"
    />
  );
}

/** Boxes narrower than this on the screen, in pixels, have no room for a word over them. */
const LEAST_LABELLED = 46;

/** Lines selected together, and what a newer list would do to whom. */
function Rings({
  scene,
  among,
  marks,
  scale,
}: {
  scene: Scene;
  among: readonly string[];
  marks: Readonly<Record<string, Mark>>;
  scale: number;
}) {
  const set = new Set(among);
  const gap = 3 / scale;
  return (
    <g pointerEvents="none">
      {scene.items
        .filter(({ id }) => set.has(id) || marks[id])
        .map(({ id, box }) => {
          const what = marks[id];
          const frame = { x: box.x - gap, y: box.y - gap, width: box.width + 2 * gap, height: box.height + 2 * gap };
          return (
            <g key={id}>
              <rect
                {...frame}
                rx={5 / scale}
                fill="none"
                stroke={what ? MARK_COLOURS[what] : 'var(--color-plum)'}
                strokeWidth={(what ? 2.5 : 1.5) / scale}
                strokeDasharray={what === 'left' ? `${5 / scale} ${3 / scale}` : undefined}
              />
              {what && box.width * scale >= LEAST_LABELLED && (
                <text
                  x={frame.x}
                  y={frame.y - 3 / scale}
                  fontSize={10.5 / scale}
                  fontWeight={600}
                  fill="var(--color-ink)"
                  stroke="var(--color-sheet)"
                  strokeWidth={4 / scale}
                  paintOrder="stroke"
                >
                  {words.newer.marks[what]}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

function Ring({ item: { box }, scale }: { item: SceneItem; scale: number }) {
  const gap = 4 / scale;
  return (
    <rect
      x={box.x - gap}
      y={box.y - gap}
      width={box.width + 2 * gap}
      height={box.height + 2 * gap}
      rx={6 / scale}
      fill="none"
      stroke="var(--color-plum)"
      strokeWidth={2 / scale}
      pointerEvents="none"
    />
  );
}

/** Where a dragged branch would go, shown and said. */
function DropMark({ dragging: { id, x, y, drop }, scene, scale }: { dragging: Dragging; scene: Scene; scale: number }) {
  const item = scene.items.find((other) => other.id === id);
  if (!item) return null;
  const bar = 4 / scale;
  const onItem = drop && 'target' in drop ? drop : null;
  const label = onItem
    ? words.sheet[onItem.place](onItem.target.label.split(', ')[0]!)
    : drop && 'sets' in drop
      ? words.sheet.into(drop.sets)
      : null;
  const { box } = onItem?.target ?? item;
  const rows = scene.axis === 'rows';
  const past = onItem?.place === 'after';
  const mark = !onItem
    ? null
    : onItem.place === 'under'
      ? { x: box.x - bar, y: box.y - bar, width: box.width + 2 * bar, height: box.height + 2 * bar, fill: 'none' }
      : rows
        ? {
            x: past ? box.x + box.width + bar / 2 : box.x - bar * 1.5,
            y: box.y,
            width: bar,
            height: box.height,
            fill: 'var(--color-good)',
          }
        : {
            x: box.x,
            y: past ? box.y + box.height + bar / 2 : box.y - bar * 1.5,
            width: box.width,
            height: bar,
            fill: 'var(--color-good)',
          };
  return (
    <g pointerEvents="none">
      {mark && <rect {...mark} stroke="var(--color-good)" strokeWidth={bar / 2} />}
      <rect
        x={x - item.box.width / 2}
        y={y - item.box.height / 2}
        width={item.box.width}
        height={item.box.height}
        fill="var(--color-tint)"
        fillOpacity={0.7}
        stroke="var(--color-plum)"
        strokeDasharray={`${4 / scale} ${3 / scale}`}
        strokeWidth={1 / scale}
      />
      <text
        x={x}
        y={y - 14 / scale}
        textAnchor="middle"
        fontSize={14 / scale}
        fontWeight={600}
        fill="var(--color-ink)"
        stroke="var(--color-sheet)"
        strokeWidth={6 / scale}
        paintOrder="stroke"
      >
        {label ?? item.label.split(', ')[0]}
      </text>
    </g>
  );
}
