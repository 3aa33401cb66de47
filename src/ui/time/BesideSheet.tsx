/** Another chart in place of the sheet, to be looked at: a moment, a day to come, two compared. */
import { useEffect, useState } from 'react';
import type { Chart } from '../../core/chart';
import type { Scene } from '../../core/scene';
import { say } from '../editor/state/store';
import { Picture } from '../look/Picture';
import { composingWorker } from '../shared/compose-worker';
import { newestOnly } from '../shared/composer';
import { Button } from '../shared/controls';
import { backToNow, useLooked } from './state';
import { words } from './words';

const worker = composingWorker();
let shown: Scene | null = null;

export function BesideSheet({ chart, said }: { chart: Chart; said: string }) {
  const [drawn, setDrawn] = useState<{ chart: Chart; scene: Scene } | null>(null);
  const item = useLooked((state) => state.item);
  const [draw] = useState(() =>
    newestOnly<Chart, { chart: Chart; scene: Scene | null }>(
      async (own) => {
        const { carried: _, ...told } = own;
        return { chart: own, scene: await worker.remote().still(told, null) };
      },
      ({ chart: own, scene }) => {
        // As it was drawn before: it is told once.
        shown = scene ?? shown;
        if (shown) setDrawn({ chart: own, scene: shown });
      },
      (error) => say((error as Error).message),
    ),
  );
  useEffect(() => draw(chart), [chart, draw]);
  return (
    <div className="flex min-h-0 min-w-0 flex-col">
      <div
        role="status"
        className="flex h-[34px] flex-none items-center gap-3 border-b border-caution-fill bg-caution-tint px-3 text-[13px]"
      >
        <b className="min-w-0 flex-1 truncate font-semibold">{said}</b>
        <Button onClick={backToNow}>{words.history.back}</Button>
      </div>
      {drawn ? (
        <Picture
          at={{ chart: drawn.chart, scene: drawn.scene, regions: [] }}
          item={item}
          edge={null}
          onSelect={(next) => useLooked.setState({ item: next })}
          onEdge={() => undefined}
          glides
        />
      ) : (
        <p className="m-auto text-quiet">{words.history.loading}</p>
      )}
    </div>
  );
}
