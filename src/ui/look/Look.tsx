/** A chart for those who may look at it, or remark on it: the picture as it is now, its list, what is known of each item. */
import { useEffect, useState } from 'react';
import { atLeast, type May } from '../../core/may';
import type { AtWork } from '../class/at-work';
import { HandIn } from '../class/HandIn';
import { TaskCard } from '../class/TaskCard';
import { Brand } from '../shared/Brand';
import { Button, Tick } from '../shared/controls';
import { kindFor } from '../shared/fields';
import { RemarksPanel } from '../together/RemarksPanel';
import { beginTogether, openRemarks, useTogether } from '../together/state';
import { WhoIsHere } from '../together/WhoIsHere';
import { words as togetherWords } from '../together/words';
import { About } from './About';
import { Picture } from './Picture';
import { useSeen } from './useSeen';
import { useSelected } from './useSelected';
import { words } from './words';

export function Look({
  id,
  title,
  may: first,
  learner,
  me,
}: {
  id: string;
  title: string;
  may: May;
  /** They see little, and save nothing. */
  learner: boolean;
  /** Null for whoever came by a link. */
  me: { readonly id: string; readonly at?: AtWork } | null;
}) {
  const account = me?.id ?? '';
  useEffect(() => beginTogether({ id, account, may: first, learner }), [id, account, first, learner]);
  const seen = useSeen(id);
  const may = useTogether((state) => state.may);
  const open = useTogether((state) => state.open);
  const gone = useTogether((state) => state.gone);
  const count = useTogether((state) => state.remarks?.filter(({ settled }) => settled === null).length ?? 0);
  const { item, edge, select, selectEdge, goTo } = useSelected();
  const [withRemarks, setWithRemarks] = useState(false);
  // Whoever may edit from now on is given the editor.
  useEffect(() => {
    if (atLeast(may, 'edit') && !atLeast(first, 'edit')) location.reload();
  }, [may, first]);
  if (gone)
    return (
      <main role="alert" className="grid h-screen place-content-center gap-3 p-8 text-center">
        <p className="text-lg">{togetherWords.notYours}</p>
        {me && (
          <a className="underline" href="/">
            {togetherWords.home}
          </a>
        )}
      </main>
    );
  const at =
    typeof seen === 'object' ? { chart: seen.chart, scene: seen.shown.scene, regions: seen.shown.regions } : null;
  return (
    <div className="flex h-screen flex-col">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-sheet px-4 py-1.5">
        {me && <Brand />}
        <h1 className="min-w-0 flex-1 truncate text-[17px]" dir="auto">
          {at?.chart.trial !== undefined && (
            <span className="mr-2 rounded border border-caution-fill bg-caution-tint px-2 text-[13px]">
              Trial: {at.chart.trial}
            </span>
          )}
          {at?.chart.title ?? title}
        </h1>
        <span className="text-[13px] text-quiet max-[900px]:hidden">
          {!me?.at && (atLeast(may, 'remark') ? words.mayRemark : words.mayLook)}
        </span>
        {!learner && at && kindFor(at.chart.kind).answered && (
          <a className="text-[13px] underline" href={`/chart/${id}/walk-through`}>
            {words.answer}
          </a>
        )}
        {at && <WhoIsHere chart={at.chart} />}
        <Button aria-pressed={open} onClick={() => openRemarks(!open)}>
          {togetherWords.open(count)}
        </Button>
        {me?.at && <HandIn at={me.at} />}
        {!learner && (
          <details className="relative">
            <summary className="inline-flex min-h-[28px] cursor-pointer items-center rounded border border-rule bg-sheet px-2.5 text-[13px] hover:border-plum">
              {words.save}
            </summary>
            <div className="absolute right-0 z-30 mt-1 w-64 rounded border border-rule bg-sheet p-1 text-[13px] shadow-md">
              {count > 0 && <Tick label={togetherWords.inFiles} value={withRemarks} onChange={setWithRemarks} />}
              <ul>
                {Object.entries(words.forms).map(([form, name]) => (
                  <li key={form}>
                    <a
                      className="block px-2 py-1 hover:bg-tint"
                      download
                      href={`/api/charts/${id}/picture?as=${form}&save=1&data=none${withRemarks ? '&remarks=1' : ''}`}
                    >
                      {name}
                    </a>
                  </li>
                ))}
                <li>
                  <a
                    className="block px-2 py-1 hover:bg-tint"
                    download
                    href={`/api/charts/${id}/list?as=xlsx&save=1&data=none`}
                  >
                    {words.listAs}
                  </a>
                </li>
              </ul>
            </div>
          </details>
        )}
      </header>
      <div className="flex min-h-0 flex-1 max-[760px]:flex-col">
        {at ? (
          <>
            <Picture at={at} item={item} edge={edge} onSelect={select} onEdge={selectEdge} />
            <div className="flex w-[320px] flex-none flex-col border-l border-rule max-[760px]:h-[42vh] max-[760px]:w-full">
              {me?.at && <TaskCard at={me.at} />}
              <div className="min-h-0 flex-1">
                {open ? (
                  <RemarksPanel at={at} selected={{ item, edge }} onGoTo={goTo} />
                ) : (
                  <About at={at} item={item} onSelect={select} />
                )}
              </div>
            </div>
          </>
        ) : (
          <p role="status" className="p-6">
            {seen === undefined ? words.loading : String(seen)}
          </p>
        )}
      </div>
    </div>
  );
}
