/** Looking at the sheet: pan, zoom, fit. */
import { select } from 'd3-selection';
import { type ZoomBehavior, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';

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
const MARGIN = 14;

interface Extent {
  readonly width: number;
  readonly height: number;
}

export interface ViewControls {
  readonly view: View;
  readonly size: Extent;
  readonly showAll: () => void;
  readonly zoomBy: (factor: number) => void;
  readonly zoomTo: (k: number) => void;
  /** Brings a box of the page into view. */
  readonly show: (box: { x: number; y: number; width: number; height: number }) => void;
}

/**
 * @param page size of the page in points; the whole page is shown first and again when its size changes
 * @param scale how much the picture was shrunk to fit the page
 */
export function useView(svg: RefObject<SVGSVGElement | null>, page: Extent | undefined, scale: number): ViewControls {
  const [view, setView] = useState<View>({ x: 0, y: 0, k: 1 });
  const [size, setSize] = useState<Extent>({ width: 0, height: 0 });
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown>>(null);
  /** Until the person pans or zooms, the page keeps fitting the window. */
  const own = useRef(false);

  useEffect(() => {
    const element = svg.current;
    if (!element) return;
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
        setView({ x, y, k });
      });
    behaviour.current = zooming;
    select(element).call(zooming).on('dblclick.zoom', null);
    const observer = new ResizeObserver(([entry]) => entry && setSize(entry.contentRect));
    observer.observe(element);
    return () => observer.disconnect();
  }, [svg]);

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
  const { width: pageWidth = 0, height: pageHeight = 0 } = page ?? {};
  const showAll = useCallback(() => {
    own.current = false;
    if (pageWidth === 0 || size.width === 0) return;
    const k = Math.min((size.width - 2 * MARGIN) / pageWidth, (size.height - 2 * MARGIN) / pageHeight, TRUE_SIZE * 1.5);
    transformTo({ k, x: (size.width - pageWidth * k) / 2, y: Math.max(MARGIN, (size.height - pageHeight * k) / 2) });
  }, [pageWidth, pageHeight, size, transformTo]);
  useEffect(() => {
    if (!own.current) showAll();
  }, [showAll]);

  const zoomTo = (k: number) => {
    if (!svg.current || !behaviour.current) return;
    own.current = true;
    select(svg.current).call(behaviour.current.scaleTo, k);
  };
  const show: ViewControls['show'] = (box) => {
    const left = box.x * view.k + view.x;
    const top = box.y * view.k + view.y;
    const inside =
      left >= 0 && top >= 0 && left + box.width * view.k <= size.width && top + box.height * view.k <= size.height;
    if (inside || size.width === 0) return;
    transformTo({
      k: view.k,
      x: size.width / 2 - (box.x + box.width / 2) * view.k,
      y: size.height / 2 - (box.y + box.height / 2) * view.k,
    });
  };
  return { view, size, showAll, zoomBy: (factor) => zoomTo(view.k * factor), zoomTo, show };
}
