/** Looking at the sheet: pan, zoom, fit. */
import { select } from 'd3-selection';
import { type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';

/** Page to screen: screen = page * k + (x, y), in CSS pixels. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly k: number;
}
/** CSS pixels a point at true size. */
export const TRUE_SIZE = 96 / 72;
const LEAST_ZOOM = 0.05;
/** Closest look at a picture in its own size; one shrunk to fit its page can be looked at closer. */
const MOST_ZOOM = 4;
/** Width of a box that can be read, in pixels. */
const READABLE = 96;
/** Free round what is shown whole, in pixels. */
const MARGIN = 16;

interface Extent {
  readonly width: number;
  readonly height: number;
}
interface Shown extends Extent {
  /** Where the picture lies on the page. */
  readonly picture: Extent & { readonly x: number; readonly y: number };
}

/** What is shown whole until the person pans or zooms. */
export type Whole = 'page' | 'picture';
/** The browser keeps which of them was asked for last. */
const KEPT_AS = 'dendrotax whole';
function keptWhole(): Whole {
  try {
    return localStorage.getItem(KEPT_AS) === 'picture' ? 'picture' : 'page';
  } catch {
    return 'page';
  }
}
function keepWhole(whole: Whole): void {
  try {
    localStorage.setItem(KEPT_AS, whole);
  } catch {
    // A browser that keeps nothing shows the page first.
  }
}

/** What is seen at this moment, while the page follows a little later. */
export interface LiveView {
  get(): View;
  subscribe(told: () => void): () => void;
}

function createLive(): LiveView & { set(view: View): void } {
  let now: View = { x: 0, y: 0, k: 1 };
  const listeners = new Set<() => void>();
  return {
    get: () => now,
    set(view) {
      now = view;
      for (const told of listeners) told();
    },
    subscribe(told) {
      listeners.add(told);
      return () => listeners.delete(told);
    },
  };
}

/** The view of this moment, for what has to follow it in every frame. */
export const useLive = (live: LiveView): View => useSyncExternalStore(live.subscribe, live.get, live.get);

export const transformOf = ({ x, y, k }: View): string => `translate(${x} ${y}) scale(${k})`;

/** Rests this long before the page follows a view that moves, in ms. */
const REST_MS = 140;
/** The page follows at once where the view is so much nearer or farther, or this part of the window away. */
const FAR = { zoom: 1.6, move: 0.45 };

export interface ViewControls {
  /** As the page was last drawn for; where it is drawn lazily that is a little behind. */
  readonly view: View;
  readonly live: LiveView;
  readonly size: Extent;
  /** What is shown whole, or would be when asked for. */
  readonly whole: Whole;
  /** Shows what is asked for whole, else what was last; where that is so already, the other one of page and picture. */
  readonly showAll: (what?: Whole) => void;
  readonly zoomBy: (factor: number) => void;
  readonly zoomTo: (k: number) => void;
  /** Brings a box of the page into view; near enough to read it where that is asked for. */
  readonly show: (box: { x: number; y: number; width: number; height: number }, near?: boolean) => void;
  /** Brings a point of the page to the middle. */
  readonly centre: (x: number, y: number) => void;
}

/**
 * @param page size of the page in points, and its picture; it is shown whole first and again when its size changes
 * @param scale how much the picture was shrunk to fit the page
 * @param drawing what is moved; where `lazily`, it is moved as it is and drawn anew only once in a while
 */
export function useView(
  svg: RefObject<SVGSVGElement | null>,
  drawing: RefObject<SVGGElement | null>,
  page: Shown | undefined,
  scale: number,
  lazily: boolean,
): ViewControls {
  const [live] = useState(createLive);
  const [view, setView] = useState<View>(live.get);
  const [size, setSize] = useState<Extent>({ width: 0, height: 0 });
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(null);
  /** Until the person pans or zooms, the page keeps fitting the window. */
  const own = useRef(false);

  const drawn = useRef({ view, size, lazily });
  drawn.current = { view, size, lazily };
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const settle = () => setView(live.get());
    /** The page is drawn for the view at once, or where that takes long once it rests or has gone far. */
    const follow = () => {
      const { view: last, size: window, lazily: lazy } = drawn.current;
      const now = live.get();
      const ratio = now.k / last.k;
      const gone =
        ratio > FAR.zoom ||
        ratio < 1 / FAR.zoom ||
        Math.abs(now.x - last.x * ratio) > window.width * FAR.move ||
        Math.abs(now.y - last.y * ratio) > window.height * FAR.move;
      clearTimeout(waiting);
      if (!lazy || gone) settle();
      else waiting = setTimeout(settle, REST_MS);
    };
    const zooming = zoom<SVGSVGElement, unknown>()
      .filter(
        (event: MouseEvent) =>
          event.type === 'wheel' ||
          (event.button === 0 && !(event.target as Element).closest('[data-item]')) ||
          event.button === 1,
      )
      .on('zoom', (event: { transform: View; sourceEvent: unknown }) => {
        if (event.sourceEvent) own.current = true;
        const { x, y, k } = event.transform;
        live.set({ x, y, k });
        drawing.current?.setAttribute('transform', transformOf(live.get()));
        follow();
      });
    behaviour.current = zooming;
    select(element).call(zooming).on('dblclick.zoom', null);
    const observer = new ResizeObserver(([entry]) => entry && setSize(entry.contentRect));
    observer.observe(element);
    return () => {
      clearTimeout(waiting);
      observer.disconnect();
    };
  }, [svg, drawing, live]);

  useEffect(() => {
    behaviour.current?.scaleExtent([LEAST_ZOOM, MOST_ZOOM / Math.min(1, scale)]);
  }, [scale]);

  const transformTo = useCallback(
    (next: View) => {
      if (svg.current && behaviour.current)
        select(svg.current).call(behaviour.current.transform, zoomIdentity.translate(next.x, next.y).scale(next.k));
    },
    [svg],
  );
  const [whole, setWhole] = useState(keptWhole);
  const {
    x = 0,
    y = 0,
    width = 0,
    height = 0,
  } = (whole === 'page' ? page && { x: 0, y: 0, ...page } : page?.picture) ?? {};
  const showWhole = useCallback(() => {
    own.current = false;
    if (width === 0 || size.width === 0) return;
    const [across, up] = [Math.max(1, size.width - 2 * MARGIN), Math.max(1, size.height - 2 * MARGIN)];
    const k = Math.min(across / width, up / height, TRUE_SIZE * 1.5);
    transformTo({
      k,
      x: (size.width - width * k) / 2 - x * k,
      y: Math.max(MARGIN, (size.height - height * k) / 2) - y * k,
    });
  }, [x, y, width, height, size, transformTo]);
  useEffect(() => {
    if (!own.current) showWhole();
  }, [showWhole]);
  const showAll = (what?: Whole) => {
    const next = what ?? (own.current ? whole : whole === 'page' ? 'picture' : 'page');
    keepWhole(next);
    setWhole(next);
    if (next === whole) showWhole();
    else own.current = false;
  };

  const zoomTo = (k: number) => {
    if (!svg.current || !behaviour.current) return;
    own.current = true;
    select(svg.current).call(behaviour.current.scaleTo, k);
  };
  const centre: ViewControls['centre'] = (x, y) => {
    const { k } = live.get();
    own.current = true;
    transformTo({ k, x: size.width / 2 - x * k, y: size.height / 2 - y * k });
  };
  const show: ViewControls['show'] = (box, near = false) => {
    const now = live.get();
    // Near enough that the box is about as wide as a hand.
    const k = near
      ? Math.min(MOST_ZOOM / Math.min(1, scale), Math.max(now.k, READABLE / Math.max(1, box.width)))
      : now.k;
    const left = box.x * k + now.x;
    const top = box.y * k + now.y;
    const inside =
      k === now.k && left >= 0 && top >= 0 && left + box.width * k <= size.width && top + box.height * k <= size.height;
    if (inside || size.width === 0) return;
    own.current = near || own.current;
    transformTo({
      k,
      x: size.width / 2 - (box.x + box.width / 2) * k,
      y: size.height / 2 - (box.y + box.height / 2) * k,
    });
  };
  return { view, live, size, whole, showAll, zoomBy: (factor) => zoomTo(live.get().k * factor), zoomTo, show, centre };
}
