/** The editor: top line, stages, stage panel, tier rail and sheet, status line. */
import { useEffect, useRef, useState } from 'react';
import type { Change, Chart, Origin } from '../../core/chart';
import { composeWorker, newestOnly } from '../shared/composer';
import { useKeys } from './keys';
import { Message } from './Message';
import { PANEL, PanelEdge } from './PanelEdge';
import { StageTabs } from './StageTabs';
import { Sheet } from './sheet/Sheet';
import { ArrangeStage } from './stages/ArrangeStage';
import { CheckStage } from './stages/CheckStage';
import { DeliverStage } from './stages/DeliverStage';
import { ListStage } from './stages/ListStage';
import { StyleStage } from './stages/StyleStage';
import { connect, type Stage, say, showComposition, shownChart, useEditor } from './state/store';
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

interface Props {
  readonly id: string;
  readonly chart: Chart;
  readonly revision: number;
  readonly steps: readonly { readonly origin: Origin; readonly inverse: Change }[];
}

export function Editor(loaded: Props) {
  const started = useRef(loaded);
  useEffect(() => {
    const stop = connect((show, tell) => startSync(started.current, show, tell), started.current);
    const request = newestOnly(
      (chart: Chart) => composeWorker().compose(chart),
      showComposition,
      (error) => say(words.composeFailed((error as Error).message)),
    );
    let last: Chart | undefined;
    const follow = () => {
      const chart = shownChart(useEditor.getState());
      if (chart !== last) request(chart);
      last = chart;
    };
    follow();
    const unfollow = useEditor.subscribe(follow);
    return () => {
      unfollow();
      stop();
    };
  }, []);
  useKeys();
  const stage = useEditor((state) => state.stage);
  const title = useEditor((state) => state.chart.title);
  useEffect(() => {
    document.title = `${title} - Dendrotax`;
  }, [title]);
  const [width, setWidth] = useState(PANEL.initial);
  const Panel = panels[stage];
  return (
    <div
      className="grid h-screen grid-rows-[48px_1fr] overflow-hidden"
      style={{ gridTemplateColumns: `76px ${width}px 1px 1fr` }}
    >
      <TopLine />
      <StageTabs />
      <section
        id="panel"
        aria-label={words.stages[stage]}
        className={`min-h-0 min-w-0 flex-col overflow-hidden bg-sheet ${width === PANEL.folded ? 'hidden' : 'flex'}`}
      >
        <Panel />
      </section>
      {width === PANEL.folded && <span />}
      <PanelEdge width={width} onWidth={setWidth} />
      <Sheet />
      <Message />
    </div>
  );
}
