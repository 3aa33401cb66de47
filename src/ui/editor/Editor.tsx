/** The editor: top line, stages, stage panel, tier rail and sheet, status line. */
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Change, Chart, Origin } from '../../core/chart';
import { BEGIN } from '../shared/begin';
import { later } from '../shared/later';
import { Help, helpParts } from './help/Help';
import { useKeys } from './keys';
import { addAfter } from './list/lines';
import * as listParts from './list/parts';
import { Message } from './Message';
import { PANEL, PanelEdge, useNarrow } from './PanelEdge';
import { Print } from './Print';
import { usePastedPictures } from './pictures';
import { StageTabs } from './StageTabs';
import * as sheetParts from './sheet/parts';
import { Sheet } from './sheet/Sheet';
import { keepComposed } from './state/composed';
import { connect, type Me, openPanel, type Stage, useEditor } from './state/store';
import { startSync } from './state/sync';
import { TopLine } from './TopLine';
import { useTogetherHere } from './useTogetherHere';
import { words } from './words';

/** Whoever is alone fetches none of it. */
const Together = later(() => import('./Together').then((part) => part.Together));
const TrialBand = later(() => import('../time/TrialBand').then((part) => part.TrialBand));
const BesideSheet = later(() => import('../time/BesideSheet').then((part) => part.BesideSheet));
const OpenViewBand = later(() => import('../time/OpenViewBand').then((part) => part.OpenViewBand));
const TaskPanel = later(() => import('../class/TaskPanel').then((part) => part.TaskPanel));
/** Stages but the first are fetched once the first picture stands, so that nobody waits for them. */
const panels = {
  list: later(() => import('./list/ListStage').then(({ ListStage }) => ListStage)),
  arrange: later(() => import('./stages/arrange/ArrangeStage').then(({ ArrangeStage }) => ArrangeStage)),
  style: later(() => import('./stages/StyleStage').then(({ StyleStage }) => StyleStage)),
  check: later(() => import('./stages/CheckStage').then(({ CheckStage }) => CheckStage)),
  deliver: later(() => import('./stages/deliver/DeliverStage').then(({ DeliverStage }) => DeliverStage)),
  views: later(() => import('../time/ViewsStage').then(({ ViewsStage }) => ViewsStage)),
  trial: later(() => import('../time/TrialStage').then(({ TrialStage }) => TrialStage)),
  history: later(() => import('../time/HistoryStage').then(({ HistoryStage }) => HistoryStage)),
} satisfies Record<Stage, React.ComponentType>;
const LATER = [
  panels.arrange,
  panels.style,
  panels.check,
  panels.deliver,
  panels.views,
  panels.trial,
  panels.history,
  ...Object.values(listParts),
  ...Object.values(sheetParts),
  ...helpParts,
];
// The list comes beside the picture: neither waits for the other.
if (typeof window !== 'undefined') panels.list.fetch();

interface Props {
  readonly id: string;
  /** Who works here, where people have accounts. */
  readonly me: Me | null;
  /** The server has its picture ready. */
  readonly pictured: boolean;
  readonly chart: Chart;
  readonly revision: number;
  readonly steps: readonly { readonly origin: Origin; readonly inverse: Change; readonly key?: string | null }[];
}

export function Editor(loaded: Props) {
  const started = useRef(loaded);
  // Before anything is painted: nobody is to see an empty list where there is one.
  useLayoutEffect(() => {
    const stop = connect((show, tell) => startSync(started.current, show, tell), started.current);
    const leave = keepComposed();
    if (location.search === BEGIN) {
      // Once: a reload must not add another line.
      history.replaceState(null, '', location.pathname);
      if (Object.keys(started.current.chart.items).length === 0) addAfter(null);
    }
    return () => {
      leave();
      stop();
    };
  }, []);
  const composed = useEditor((state) => state.composition !== null);
  useEffect(() => {
    if (composed) for (const part of LATER) part.fetch();
  }, [composed]);
  useTogetherHere(loaded);
  useKeys();
  usePastedPictures();
  const stage = useEditor((state) => state.stage);
  const title = useEditor((state) => state.chart.title);
  useEffect(() => {
    document.title = `${title} - Dendrotax`;
  }, [title]);
  // A table needs more room than an outline; each keeps the width it was given.
  const wide = useEditor((state) => state.stage === 'list' && state.listView === 'table');
  const [widths, setWidths] = useState({ plain: PANEL.initial, wide: PANEL.wide });
  const width = wide ? widths.wide : widths.plain;
  const over = useNarrow();
  const folded = useEditor((state) => !state.panel);
  const shownWidth = folded ? PANEL.folded : width;
  const setWidth = (next: number) => setWidths({ ...widths, [wide ? 'wide' : 'plain']: next });
  const trial = useEditor((state) => state.chart.trial !== undefined);
  const beside = useEditor((state) => state.beside);
  const inView = useEditor((state) => state.view !== null);
  const Panel = panels[stage];
  return (
    // What is hidden by its position stays in its panel, as every panel is positioned; and nothing can scroll this away.
    <div
      className={`fixed inset-0 grid overflow-clip ${trial ? 'grid-rows-[48px_30px_minmax(0,1fr)] [--top:78px]' : 'grid-rows-[48px_minmax(0,1fr)] [--top:48px]'}`}
      style={{
        gridTemplateColumns: over
          ? '76px minmax(0,1fr)'
          : `76px ${shownWidth}px 1px minmax(0,1fr)${loaded.me ? ' auto' : ''}`,
      }}
    >
      <TopLine />
      {trial && <TrialBand id={loaded.id} />}
      <StageTabs />
      <section
        id="panel"
        aria-label={words.stages[stage]}
        className={`min-h-0 min-w-0 flex-col overflow-clip bg-sheet ${folded ? 'hidden' : 'flex'} ${over ? 'absolute top-(--top) bottom-[30px] left-[76px] z-20 border-r border-rule shadow-md' : 'relative'}`}
        style={over ? { width: `min(${shownWidth}px, 100vw - 84px)` } : undefined}
      >
        {loaded.me?.at && <TaskPanel at={loaded.me.at} />}
        <Panel />
      </section>
      {folded && !over && <span />}
      <PanelEdge
        width={shownWidth}
        over={over}
        onWidth={(next) => {
          openPanel(next !== PANEL.folded);
          if (next !== PANEL.folded) setWidth(next);
        }}
      />
      {beside ? (
        <BesideSheet {...beside} />
      ) : (
        <div className="flex min-h-0 min-w-0 flex-col">
          {inView && <OpenViewBand />}
          <div className="grid min-h-0 min-w-0 flex-1">
            <Sheet waiting={loaded.pictured ? loaded.id : undefined} />
          </div>
        </div>
      )}
      {loaded.me && <Together over={over} />}
      <Message />
      <Print />
      <Help />
    </div>
  );
}
