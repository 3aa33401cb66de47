/** The editor among people: their remarks beside the picture, and where each of them is. */
import { useEffect } from 'react';
import { atLeast } from '../../core/may';
import type { Pin } from '../../core/remarks';
import { later } from '../shared/later';
import { useTogether } from '../together/state';
import { words } from '../together/words';
import { goTo, select, selectEdge, shown, useEditor } from './state/store';

const RemarksPanel = later(() => import('../together/RemarksPanel').then((part) => part.RemarksPanel));

function goToPin(pin: Pin): void {
  if ('item' in pin) goTo(pin.item);
  else if ('branch' in pin) goTo(pin.branch);
  else if ('edge' in pin) selectEdge(pin.edge);
  else select(null);
}

/** @param over it lies over the picture, where there is no room beside it */
export function Together({ over }: { over: boolean }) {
  const open = useTogether((state) => state.open);
  const gone = useTogether((state) => state.gone);
  const chart = useEditor((state) => state.chart);
  const composition = useEditor(shown);
  const item = useEditor((state) => state.selected);
  const edge = useEditor((state) => state.edge);
  // Whoever may only look from now on is given the page for that.
  const kept = useTogether((state) => state.id === '' || atLeast(state.may, 'edit'));
  useEffect(() => {
    if (!kept) location.reload();
  }, [kept]);
  return (
    <>
      {gone && (
        <div role="alert" className="fixed inset-0 z-40 grid place-content-center gap-3 bg-paper p-8 text-center">
          <p className="text-lg">{words.notYours}</p>
          <a className="underline" href="/">
            {words.home}
          </a>
        </div>
      )}
      {open && composition && (
        <div
          className={
            over
              ? 'absolute top-(--top) right-0 bottom-[30px] z-20 w-[320px] max-w-[80vw] shadow-md'
              : 'min-h-0 w-[320px]'
          }
        >
          <RemarksPanel
            at={{ chart, scene: composition.scene, regions: composition.regions }}
            selected={{ item, edge }}
            onGoTo={goToPin}
          />
        </div>
      )}
    </>
  );
}
