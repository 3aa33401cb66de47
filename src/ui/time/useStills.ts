/** Small pictures of views, drawn one after the other away from the page; those that are as they were are not drawn again. */
import { useEffect, useRef, useState } from 'react';
import { type Chart, emptyChart, type View } from '../../core/chart';
import type { Scene } from '../../core/scene';
import { useEditor } from '../editor/state/store';
import { composingWorker } from '../shared/compose-worker';

/** Each view is always drawn by the same one: it remembers what it drew last. */
const workers = [composingWorker(), composingWorker()];

/** Where there are views, who draws them is ready before they are looked at. */
const { chart: known } = useEditor.getState();
if (known.views)
  for (const worker of workers)
    void worker
      .remote()
      .still(emptyChart(known.kind, '-'), null)
      .catch(() => undefined);

/** Once nothing has changed for so long, in ms: whoever types is not kept waiting for these. */
const PAUSE_MS = 250;

const workerOf = (id: string): number =>
  [...id].reduce((sum, letter) => sum + letter.charCodeAt(0), 0) % workers.length;

export function useStills(chart: Chart, views: readonly View[]): ReadonlyMap<string, Scene> {
  const [scenes, setScenes] = useState<ReadonlyMap<string, Scene>>(new Map());
  const none = useRef(true);
  useEffect(() => {
    let wanted = true;
    const { carried: _, ...told } = chart;
    const draw = async (at: number) => {
      let first = true;
      for (const view of views) {
        if (!wanted) return;
        if (workerOf(view.id) !== at) continue;
        const scene: Scene | null | undefined = await workers[at]!.remote()
          .still(first ? told : null, view)
          .catch(() => undefined);
        // One that broke down is told anew.
        first = scene === undefined;
        // What was drawn is shown also where something newer is wanted by now: it is told once.
        if (scene) setScenes((known) => new Map(known).set(view.id, scene));
      }
    };
    // What is not there at all is not waited for.
    const timer = setTimeout(() => workers.forEach((_worker, at) => void draw(at)), none.current ? 0 : PAUSE_MS);
    none.current = false;
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [chart, views]);
  return scenes;
}
