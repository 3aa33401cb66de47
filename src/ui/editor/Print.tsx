/** The browser's own print gives the pages of the chart, each at its size, and nothing else of what is on the screen. */
import { proxy } from 'comlink';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { createPortal, flushSync } from 'react-dom';
import type { Chart, View } from '../../core/chart';
import type { Scene } from '../../core/scene';
import { composingWorker } from '../shared/compose-worker';
import { SceneView } from '../shared/SceneView';
import { say, useEditor } from './state/store';
import { words } from './words';

const worker = composingWorker();

const isOnOne = ({ page: { over } }: Chart) => over === undefined || over === 'one';

/** The pages of a chart that goes over several, once they are made. */
let made: { readonly chart: Chart; readonly view: View | null; readonly pages: readonly Scene[] } | undefined;

/** The pages that the chart goes over. */
async function pagesNow(): Promise<readonly Scene[]> {
  const { chart, composition, view } = useEditor.getState();
  if (isOnOne(chart) && composition) return [composition.scene];
  if (made?.chart === chart && made.view === view) return made.pages;
  const { scenes } = await worker.remote().pages(
    chart,
    proxy(() => undefined),
    view,
  );
  made = { chart, view, pages: scenes };
  return scenes;
}

/** Until nothing has changed for so long, in ms, the pages of a wall or a booklet are not made. */
const AT_REST = 1_500;

/** Makes the pages of a chart that goes over several beforehand: the browser's menu gives no time to do so. */
function useMadeBefore(): void {
  const chart = useEditor((state) => state.chart);
  useEffect(() => {
    if (isOnOne(chart)) return;
    const timer = setTimeout(() => void pagesNow().catch(() => undefined), AT_REST);
    return () => clearTimeout(timer);
  }, [chart]);
}

/** Prints the chart with the browser's dialog. */
export async function printChart(): Promise<void> {
  say(words.deliver.printing);
  try {
    const pages = await pagesNow();
    window.dispatchEvent(new CustomEvent<readonly Scene[]>('print-pages', { detail: pages }));
    window.print();
  } catch (error) {
    say(words.deliver.failed((error as Error).message));
  }
}

const sizeText = ({ width, height }: Scene) => `${width}pt ${height}pt`;

/** The sizes of the paper as a style sheet made by script: one written into the page is refused by the security policy. */
function pageSizes(sizes: readonly string[]): CSSStyleSheet {
  const sheet = new CSSStyleSheet();
  // The first size is also that of every page without a name: not every browser begins with a named one.
  sheet.replaceSync(
    [
      `@page { size: ${sizes[0]}; margin: 0 }`,
      ...sizes.map((size, i) => `@page size${i} { size: ${size}; margin: 0 } .size${i} { page: size${i} }`),
    ].join('\n'),
  );
  return sheet;
}

export function Print() {
  const [pages, setPages] = useState<readonly Scene[]>([]);
  const ready = useRef(false);
  useMadeBefore();
  useEffect(() => {
    const take = (event: Event) => {
      ready.current = true;
      flushSync(() => setPages((event as CustomEvent<readonly Scene[]>).detail));
    };
    // Printed from the browser's menu there is no time to make other pages than those that are there.
    const before = () => {
      const { chart, composition } = useEditor.getState();
      const there = made?.chart === chart ? made.pages : composition && [composition.scene];
      if (!ready.current && there) flushSync(() => setPages(there));
    };
    const after = () => {
      ready.current = false;
      setPages([]);
    };
    window.addEventListener('print-pages', take);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('print-pages', take);
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  const sizes = useMemo(() => [...new Set(pages.map(sizeText))], [pages]);
  // Before anything is painted: with the pages there, their sizes are there.
  useLayoutEffect(() => {
    if (sizes.length === 0) return;
    const sheet = pageSizes(sizes);
    document.adoptedStyleSheets.push(sheet);
    return () => {
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
    };
  }, [sizes]);
  if (pages.length === 0) return null;
  return createPortal(
    <div className="print-pages" aria-hidden>
      {pages.map((scene, i) => (
        <svg
          // biome-ignore lint/suspicious/noArrayIndexKey: pages are known by their place
          key={i}
          className={`scene print-page size${sizes.indexOf(sizeText(scene))}`}
          style={{ width: `${scene.width}pt`, height: `${scene.height}pt` }}
          viewBox={`0 0 ${scene.width} ${scene.height}`}
        >
          <title>{scene.title}</title>
          <SceneView scene={scene} />
        </svg>
      ))}
    </div>,
    document.body,
  );
}
