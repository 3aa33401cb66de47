/** The editor: top line, stages, stage panel, tier rail and sheet, status line. */
import { useEffect, useRef, useState } from 'react';
import type { Change, Chart, Origin } from '../../core/chart';
import { BEGIN } from '../shared/begin';
import { composeShown, newestOnly } from '../shared/composer';
import { Help } from './help/Help';
import { useKeys } from './keys';
import { ListStage } from './list/ListStage';
import { addAfter } from './list/lines';
import { Message } from './Message';
import { PANEL, PanelEdge, useNarrow } from './PanelEdge';
import { Print } from './Print';
import { usePastedPictures } from './pictures';
import { StageTabs } from './StageTabs';
import { Sheet } from './sheet/Sheet';
import { ArrangeStage } from './stages/arrange/ArrangeStage';
import { CheckStage } from './stages/CheckStage';
import { DeliverStage } from './stages/DeliverStage';
import { StyleStage } from './stages/StyleStage';
import {
  connect,
  type EditorState,
  openPanel,
  type Stage,
  say,
  showComposition,
  useEditor,
  type Wanted,
  wanted,
} from './state/store';
import { startSync } from './state/sync';
import { TopLine } from './TopLine';
import { words } from './words';

const panels: Record<Stage, () => React.ReactNode> = {
  list: ListStage,
  arrange: ArrangeStage,
  style: StyleStage,
  check: CheckStage,
  deliver: DeliverStage,
};

/** Whether two versions of a chart differ in the words of their lines only. */
function onlyWords(before: Chart, now: Chart): boolean {
  if (Object.keys(before).some((key) => key !== 'items' && before[key as keyof Chart] !== now[key as keyof Chart]))
    return false;
  const ids = Object.keys(now.items);
  if (ids.length !== Object.keys(before.items).length) return false;
  return ids.every((id) => {
    const [was, is] = [before.items[id], now.items[id]!];
    return was === is || (was !== undefined && was.parent === is.parent && was.leaves === is.leaves);
  });
}

/** Charts of as many items are drawn once the typing pauses. */
const MANY = 2_000;
const PAUSE_MS = 350;

interface Props {
  readonly id: string;
  readonly chart: Chart;
  readonly revision: number;
  readonly steps: readonly { readonly origin: Origin; readonly inverse: Change; readonly key?: string | null }[];
}

export function Editor(loaded: Props) {
  const started = useRef(loaded);
  useEffect(() => {
    const stop = connect((show, tell) => startSync(started.current, show, tell), started.current);
    const composer = () =>
      newestOnly(
        async (input: Wanted & { readonly asShown?: boolean }, signal) => {
          const result = await composeShown(input.chart, signal, input.asShown);
          return result && { input, result };
        },
        ({ input, result }) => showComposition(input, result),
        (error) => say(words.composeFailed((error as Error).message)),
      );
    // Each with a queue of its own: what is tried must not push the chart itself out of the line.
    const composeChart = composer();
    const composeTried = composer();
    // The chart itself is composed anew only when it changed, not when something was merely tried.
    let last: Chart | undefined;
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const follow = (state = useEditor.getState(), before?: EditorState) => {
      const next = wanted(state);
      if (next.preview) {
        if (state.preview !== before?.preview) composeTried(next);
      } else if (next.chart !== last) {
        const asShown = last !== undefined && onlyWords(last, next.chart);
        last = next.chart;
        clearTimeout(waiting);
        // A picture of thousands takes long to take over; while somebody types it would come between the letters.
        const many = (state.composition?.scene.items.length ?? 0) >= MANY;
        if (!many) composeChart({ ...next, asShown });
        // Branches are set anew once the typing pauses, so that nothing moves about under it.
        if (many || asShown) waiting = setTimeout(() => composeChart(wanted(useEditor.getState())), PAUSE_MS);
      }
    };
    follow();
    const unfollow = useEditor.subscribe(follow);
    if (location.search === BEGIN) {
      // Once: a reload must not add another line.
      history.replaceState(null, '', location.pathname);
      if (Object.keys(started.current.chart.items).length === 0) addAfter(null);
    }
    return () => {
      clearTimeout(waiting);
      unfollow();
      stop();
    };
  }, []);
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
  const Panel = panels[stage];
  return (
    // What is hidden by its position stays in its panel, as every panel is positioned; and nothing can scroll this away.
    <div
      className="fixed inset-0 grid grid-rows-[48px_minmax(0,1fr)] overflow-clip"
      style={{ gridTemplateColumns: over ? '76px minmax(0,1fr)' : `76px ${shownWidth}px 1px minmax(0,1fr)` }}
    >
      <TopLine />
      <StageTabs />
      <section
        id="panel"
        aria-label={words.stages[stage]}
        className={`min-h-0 min-w-0 flex-col overflow-clip bg-sheet ${folded ? 'hidden' : 'flex'} ${over ? 'absolute top-[48px] bottom-[30px] left-[76px] z-20 border-r border-rule shadow-md' : 'relative'}`}
        style={over ? { width: `min(${shownWidth}px, 100vw - 84px)` } : undefined}
      >
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
      <Sheet />
      <Message />
      <Print />
      <Help />
    </div>
  );
}
