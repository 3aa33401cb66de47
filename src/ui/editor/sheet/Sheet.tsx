/** The sheet: the page with its picture, the tier rail along it, the status line under it. */
import { type KeyboardEvent, lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { edgeKey } from '../../../core/scene';
import { BIG, BigSceneView, MOST_WHOLE } from '../../shared/BigSceneView';
import { edgeAt } from '../../shared/edge-at';
import { FirstPicture } from '../../shared/FirstPicture';
import { itemName } from '../../shared/fields';
import { placesOf } from '../../shared/places';
import { SceneView } from '../../shared/SceneView';
import { itemAt as itemAtPoint, itemsIn } from '../../shared/scene-index';
import { transformOf, useView } from '../../shared/view';
import { stepTo } from '../../shared/walk';
import { copySelection } from '../deliver';
import { edgeOf, freeLine, lineOf } from '../line-by-hand';
import { addAt, additionFor, remove } from '../list/lines';
import { bringPicture, pictureAmong } from '../pictures';
import { change, light, select, selectEdge, selection, shown, takeLook, useEditor } from '../state/store';
import { words } from '../words';
import { AreaNames } from './AreaNames';
import { AtItem } from './AtItem';
import { DropMark } from './DropMark';
import { useDrag } from './drag';
import { useGlide } from './glide';
import { Handles } from './Handles';
import { foldChange, nudgeChange } from './hand';
import { LineHandles } from './LineHandles';
import { NoteHandles } from './NoteHandles';
import { Margins, Ring, Rings, Tiers, WallLines, Way } from './Overlays';
import { Overview } from './Overview';
import { ItemMenu } from './parts';
import { StatusLine } from './StatusLine';
import { TierRail } from './TierRail';
import { useSheetMenu } from './useSheetMenu';
import { WordsEditor } from './WordsEditor';

/** Whoever is alone fetches none of it. */
const OnPicture = lazy(() => import('../../together/OnPicture').then((part) => ({ default: part.OnPicture })));

/** A line is picked from so far away, in pixels. */
const EDGE_REACH = 6;
const PLACE_WORDS = { relation: words.sheet.relation, tier: words.style.followTierOf };
/** Enough to know what it is; the rest stands in files, and in the list beside it. */
const firstSentence = (text: string): string =>
  /^.*?[.!?](?=\s|$)/s.exec(text.slice(0, 400))?.[0] ?? text.slice(0, 400);

/** @param waiting the chart whose picture the server has, until it is composed here */
export function Sheet({ waiting }: { waiting: string | undefined }) {
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
  const big = (scene?.items.length ?? 0) > BIG;
  const controls = useView(svg, drawing, scene, scale, big);
  const { view, live } = controls;
  const { dragging, press } = useDrag(scene, live, svg);
  const page = useEditor((state) => state.chart.page);
  const way = useEditor((state) => state.way);
  const taken = useEditor((state) => state.taken);
  const stage = useEditor((state) => state.stage);
  const [editing, setEditing] = useState<string | null>(null);
  /** Whether the next menu is asked for by a key. */
  const byKey = useRef(false);
  const writeHere = useEditor((state) => state.writeHere);
  useEffect(() => {
    if (writeHere === null) return;
    setEditing(writeHere);
    useEditor.setState({ writeHere: null });
  }, [writeHere]);
  useGlide(drawing, scene);
  const together = useEditor((state) => (state.me ? shown(state) : null));
  const chart = useEditor((state) => (state.me ? state.chart : null));

  const byId = useMemo(() => new Map((scene?.items ?? []).map((item) => [item.id, item])), [scene]);
  const chosen = selected === null ? undefined : byId.get(selected);
  const edgeAtHand = useEditor((state) => state.edge);
  // The selected line; else the one to the selected item, where it was set by hand.
  const edge = useEditor((state) => {
    const all = shown(state)?.scene;
    if (state.edge !== null) return edgeOf(all, state.edge);
    const own = all?.edges.find(({ said, to }) => said === state.selected && to === state.selected);
    const { from, to, bends } = own ? lineOf(state.chart, own) : {};
    return from || to || bends ? own : undefined;
  });
  const ends = edge && { from: byId.get(edge.from), to: byId.get(edge.to) };
  const show = useRef(controls.show);
  show.current = controls.show;
  // What is selected in the list comes into view here, when it is selected, not each time the layout moves it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the selection counts
  useEffect(() => {
    if (chosen) show.current(chosen.box, way === chosen.id);
  }, [selected, way]);

  const lit = useMemo(() => scene && <Tiers scene={scene} />, [scene]);
  const places = useMemo(() => placesOf(scene, PLACE_WORDS), [scene]);
  const { size } = controls;
  const names = useMemo(() => (scene?.areas ?? []).flatMap(({ labels = [] }) => labels), [scene]);
  // Half a window more on every side: a view that moves is still filled until the page follows.
  const part = useMemo(() => {
    const [width, height] = [size.width / view.k, size.height / view.k];
    return { x: -view.x / view.k - width / 2, y: -view.y / view.k - height / 2, width: 2 * width, height: 2 * height };
  }, [view, size]);
  const inView = useMemo(() => (scene && big ? itemsIn(scene, part, MOST_WHOLE) : null), [scene, big, part]);
  /** The item at a pointer: its element, or in a big chart seen from afar the box drawn there. */
  const itemAt = (event: { target: EventTarget; clientX: number; clientY: number }): string | undefined => {
    const element = (event.target as Element).closest<SVGGElement>('[data-item]');
    if (element || !scene || !big || !svg.current) return element?.dataset['item'];
    const frame = svg.current.getBoundingClientRect();
    const { x, y, k } = live.get();
    return itemAtPoint(scene, (event.clientX - frame.left - x) / k, (event.clientY - frame.top - y) / k)?.id;
  };

  /** The line under a pointer. */
  const edgeUnder = (event: { clientX: number; clientY: number }) => {
    if (!scene || !svg.current) return undefined;
    const frame = svg.current.getBoundingClientRect();
    const { x, y, k } = live.get();
    return edgeAt(scene, (event.clientX - frame.left - x) / k, (event.clientY - frame.top - y) / k, EDGE_REACH / k);
  };

  const key = (event: KeyboardEvent) => {
    if (edgeAtHand !== null && edge && (event.key === 'Escape' || event.key === 'Delete')) {
      if (event.key === 'Delete') freeLine(edge);
      return selectEdge(null);
    }
    const at = chosen?.id ?? scene?.items[0]?.id;
    const addition = additionFor(event);
    if (addition) {
      event.preventDefault();
      return addAt(addition, useEditor.getState().selected, write);
    }
    byKey.current = event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey);
    if (event.key === 'Insert') {
      event.preventDefault();
      return adding(event.shiftKey ? 'under' : 'beside')?.();
    }
    if (!scene || !at || event.metaKey || event.altKey) return;
    if (event.key === 'Escape' && taken) return takeLook(null);
    const nudged = chosen && event.ctrlKey && nudgeChange(useEditor.getState().chart, chosen.id, event);
    if (nudged) {
      event.preventDefault();
      change(nudged, `nudge ${at}`);
    }
    if (event.ctrlKey) return;
    if (event.key.startsWith('Arrow')) {
      event.preventDefault();
      select(chosen ? (stepTo(scene, at, event.key) ?? at) : at);
    } else if (!chosen) return;
    else if (event.key === 'Enter' || event.key === 'F2') {
      event.preventDefault();
      setEditing(at);
    } else if (event.key === 'Delete') remove(at, event.shiftKey ? 'branch' : 'line');
    else if (event.key === 'Escape') select(null);
    else if (event.key === '-' || event.key === '+') {
      const folding = foldChange(useEditor.getState().chart, at, event.key === '-');
      if (folding) change(folding);
    }
  };
  const { menu, openMenu, menuAt, closeMenu, adding, actions, write } = useSheetMenu(setEditing, () =>
    controls.showAll('page'),
  );
  const editedItem = editing === null ? undefined : byId.get(editing);
  const rows = scene?.axis !== 'columns';
  return (
    <main
      aria-label={words.sheet.label}
      className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[1fr_30px] bg-paper"
    >
      <div
        className={`flex min-h-0 min-w-0 ${rows ? (scene?.leftward ? 'flex-row-reverse' : 'flex-row') : 'flex-col'}`}
      >
        {scene && scene.bands.length > 0 && <TierRail scene={scene} live={live} />}
        {/* Contained: what changes in the list must not lay the sheet out anew. */}
        <div className="relative min-h-0 min-w-0 flex-1 overflow-hidden contain-strict">
          {!scene && waiting && <FirstPicture id={waiting} />}
          <svg
            ref={svg}
            className={`scene absolute inset-0 h-full w-full touch-none ${taken ? 'cursor-crosshair' : ''}`}
            tabIndex={0}
            // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the picture is a tree to walk in
            role="tree"
            aria-label={scene ? `${scene.title}. ${firstSentence(scene.description)}` : words.composing}
            aria-activedescendant={chosen ? `item-${chosen.id}` : undefined}
            onKeyDown={key}
            onCopy={(event) => {
              event.preventDefault();
              void copySelection();
            }}
            onPointerDown={(event) => {
              byKey.current = false;
              if (event.button === 2) return;
              const id = itemAt(event);
              if (taken && id) {
                const style = { ...useEditor.getState().chart.items[id]?.style, ...taken };
                change({ type: 'set-item', id, style });
              } else if (!id) {
                const line = edgeUnder(event);
                if (line) selectEdge(edgeKey(line));
                else select(null);
              } else if ((event.target as Element).closest('[data-item]')) press(event, id);
              else select(id);
            }}
            onDoubleClick={(event) => setEditing(itemAt(event) ?? null)}
            onContextMenu={(event) => {
              event.preventDefault();
              const frame = event.currentTarget.getBoundingClientRect();
              // From the menu key there is no pointer: the menu stands at what is selected.
              if (byKey.current) {
                byKey.current = false;
                const { x, y, k } = live.get();
                const place = chosen
                  ? { x: x + chosen.box.x * k, y: y + (chosen.box.y + chosen.box.height) * k }
                  : { x: frame.width / 2, y: frame.height / 2 };
                return menuAt(place.x, place.y, chosen?.id, edgeAtHand === null ? undefined : edge);
              }
              const id = itemAt(event);
              menuAt(
                event.clientX - frame.left,
                event.clientY - frame.top,
                id,
                id === undefined ? edgeUnder(event) : undefined,
              );
            }}
            onDragOver={(event) => {
              if (event.dataTransfer.types.includes('Files')) event.preventDefault();
            }}
            onDrop={(event) => {
              const file = pictureAmong(event.dataTransfer);
              if (!file) return;
              event.preventDefault();
              const id = itemAt(event);
              if (id) select(id);
              void bringPicture(file, id ? [id] : selection(useEditor.getState()));
            }}
            onPointerOver={(event) => {
              const id = itemAt(event);
              const tier = (id === undefined ? undefined : byId.get(id)?.tier) ?? null;
              if (tier !== useEditor.getState().litTier) light(tier);
            }}
            onPointerLeave={() => light(null)}
          >
            {scene && (
              <g ref={drawing} transform={transformOf(live.get())}>
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
                {big ? (
                  <BigSceneView scene={scene} items={inView} places={places} part={part} zoom={view.k} />
                ) : (
                  <SceneView scene={scene} places={places} under={lit} />
                )}
                <Margins scene={scene} scale={view.k} />
                <WallLines page={page} scale={view.k} />
                {chosen && way === chosen.id && <Way from={chosen} byId={byId} scale={view.k} />}
                {(among.length > 1 || Object.keys(marks).length > 0) && (
                  <Rings scene={scene} among={among} marks={marks} scale={view.k} />
                )}
                {chosen && <Ring item={chosen} scale={view.k} />}
                {together && chart && (
                  <Suspense fallback={null}>
                    <OnPicture at={{ chart, scene, regions: together.regions }} scale={view.k} />
                  </Suspense>
                )}
                {dragging && <DropMark dragging={dragging} scene={scene} scale={view.k} />}
              </g>
            )}
          </svg>
          {scene && chosen && !dragging && !editedItem && (
            <AtItem
              item={chosen}
              scene={scene}
              live={live}
              size={size}
              avoid={names}
              actions={actions}
              onMenu={(list, x, y) =>
                openMenu(list, x, y, words.sheet.menuOf(itemName(useEditor.getState().chart, chosen.id)))
              }
              onBeside={adding('beside')}
              onUnder={adding('under')}
            />
          )}
          {menu && (
            <ItemMenu
              key={`${menu.x} ${menu.y} ${menu.label}`}
              place={menu}
              onClose={() => {
                closeMenu();
                // Back to the picture, unless what was chosen leads elsewhere.
                requestAnimationFrame(() => document.activeElement === document.body && svg.current?.focus());
              }}
            />
          )}
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
          {chosen && !dragging && <Handles item={chosen} live={live} />}
          {scene && edge && ends?.from && ends.to && !dragging && (
            <LineHandles key={edgeKey(edge)} edge={edge} from={ends.from} to={ends.to} scene={scene} live={live} />
          )}
          {scene && stage === 'style' && scene.notes.length > 0 && <NoteHandles scene={scene} live={live} />}
          {scene && scene.areas.length > 0 && <AreaNames scene={scene} live={live} />}
          {scene && <Overview scene={scene} live={live} size={size} centre={controls.centre} />}
          {/* Read out as it is walked, wherever the picture is looked at from. */}
          <p className="sr-only" aria-live="polite">
            {chosen && words.sheet.readOut(chosen.label, places.get(chosen.id))}
          </p>
          {!scene && <p className="absolute top-1/2 left-1/2 -translate-x-1/2 text-quiet">{words.composing}</p>}
        </div>
      </div>
      <StatusLine controls={controls} />
    </main>
  );
}
