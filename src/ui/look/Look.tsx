/** A chart for those who may look at it, or remark on it: the picture as it is now, its list, what is known of each item. */
import { useEffect, useState } from 'react';
import type { Chart } from '../../core/chart';
import { atLeast, type May } from '../../core/may';
import type { Pin } from '../../core/remarks';
import type { Shown } from '../../workers/shown';
import { followChart } from '../editor/state/follow';
import { call } from '../shared/api';
import { Brand } from '../shared/Brand';
import { composeShown, newestOnly } from '../shared/composer';
import { Button, Tick } from '../shared/controls';
import { kindFor } from '../shared/fields';
import { RemarksPanel } from '../together/RemarksPanel';
import { beginTogether, hearTogether, openRemarks, sayWhere, type TogetherNews, useTogether } from '../together/state';
import { WhoIsHere } from '../together/WhoIsHere';
import { words as togetherWords } from '../together/words';
import { About } from './About';
import { Picture } from './Picture';
import { words } from './words';

interface Seen {
  readonly chart: Chart;
  readonly shown: Shown;
}

/** The chart as it is now, drawn anew each time it changed. */
function useSeen(id: string): Seen | string | undefined {
  const [seen, setSeen] = useState<Seen | string>();
  useEffect(() => {
    let revision = -1;
    const draw = newestOnly<Chart, Seen>(
      async (chart, signal) => {
        const shown = await composeShown(chart, signal);
        return shown && { chart, shown };
      },
      setSeen,
      () => setSeen(words.missing),
    );
    const load = async () => {
      const answer = await call<{ chart: Chart; revision: number }>('GET', `/api/charts/${id}`);
      if (!answer.ok) return setSeen((now) => now ?? answer.detail);
      revision = answer.value.revision;
      draw(answer.value.chart);
    };
    void load();
    return followChart(id, (news) => {
      hearTogether(news as TogetherNews);
      if (news.revision !== undefined && news.revision !== revision) void load();
    });
  }, [id]);
  return seen;
}

export function Look({
  id,
  title,
  may: first,
  me,
}: {
  id: string;
  title: string;
  may: May;
  /** Null for whoever came by a link. */
  me: { readonly id: string } | null;
}) {
  const account = me?.id ?? '';
  useEffect(() => beginTogether({ id, account, may: first }), [id, account, first]);
  const seen = useSeen(id);
  const may = useTogether((state) => state.may);
  const open = useTogether((state) => state.open);
  const gone = useTogether((state) => state.gone);
  const count = useTogether((state) => state.remarks?.filter(({ settled }) => settled === null).length ?? 0);
  const [item, setItem] = useState<string | null>(null);
  const [edge, setEdge] = useState<string | null>(null);
  const [withRemarks, setWithRemarks] = useState(false);
  // Whoever may edit from now on is given the editor.
  useEffect(() => {
    if (atLeast(may, 'edit') && !atLeast(first, 'edit')) location.reload();
  }, [may, first]);
  const select = (next: string | null) => {
    setItem(next);
    setEdge(null);
    sayWhere(next);
  };
  const goTo = (pin: Pin) => {
    if ('edge' in pin) {
      setItem(null);
      setEdge(pin.edge);
    } else select('item' in pin ? pin.item : 'branch' in pin ? pin.branch : null);
  };
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
          {at?.chart.title ?? title}
        </h1>
        <span className="text-[13px] text-quiet max-[900px]:hidden">
          {atLeast(may, 'remark') ? words.mayRemark : words.mayLook}
        </span>
        {at && kindFor(at.chart.kind).answered && (
          <a className="text-[13px] underline" href={`/chart/${id}/walk-through`}>
            {words.answer}
          </a>
        )}
        {at && <WhoIsHere chart={at.chart} />}
        <Button aria-pressed={open} onClick={() => openRemarks(!open)}>
          {togetherWords.open(count)}
        </Button>
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
      </header>
      <div className="flex min-h-0 flex-1 max-[760px]:flex-col">
        {at ? (
          <>
            <Picture
              at={at}
              item={item}
              edge={edge}
              onSelect={select}
              onEdge={(key) => {
                setItem(null);
                setEdge(key);
              }}
            />
            <div className="w-[320px] flex-none max-[760px]:h-[42vh] max-[760px]:w-full">
              {open ? (
                <RemarksPanel at={at} selected={{ item, edge }} onGoTo={goTo} />
              ) : (
                <About at={at} item={item} onSelect={select} />
              )}
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
