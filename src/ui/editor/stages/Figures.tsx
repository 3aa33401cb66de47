/** What the kind computes: numbers with what they mean, charts, and what two chosen items are to each other. */
import { lazy, Suspense, useEffect, useState } from 'react';
import type { PairFigure } from '../../../core/kinds';
import { composeWorker } from '../../shared/composer';
import { kindFor } from '../../shared/fields';
import { useEditor } from '../state/store';
import { words } from '../words';
import { ItemSelect } from './ItemSelect';

// The charts' package is large: it is fetched when there is a chart to draw.
const FigurePlot = lazy(() => import('./FigurePlot'));

export function Figures() {
  const counted = useEditor((state) => state.composition?.shownFigures) ?? [];
  const even = useEditor((state) => state.composition?.page.even);
  const figures =
    even == null
      ? counted
      : [...counted, { label: words.check.even, value: `${Math.round(100 * even)} %`, about: words.fit.evenAbout }];
  const charts = useEditor((state) => state.composition?.figureCharts) ?? [];
  const pair = useEditor((state) => kindFor(state.chart.kind).pairFigure);
  return (
    <>
      <h3 className="pt-5 pb-1 font-semibold">{words.check.figures}</h3>
      <dl className="grid grid-cols-2 gap-2">
        {figures.map(({ label, value, about }) => (
          <div
            key={label}
            className={`flex flex-col rounded border border-rule px-2.5 py-1.5 ${value.length > 14 ? 'col-span-2' : ''}`}
          >
            <dt className="text-[13px]">{label}</dt>
            <dd className="order-first font-title text-xl">{value}</dd>
            <dd className="text-xs text-quiet">{about}</dd>
          </div>
        ))}
      </dl>
      {charts.map((figure) => (
        <div key={figure.label} className="pt-2">
          <Suspense fallback={null}>
            <FigurePlot figure={figure} />
          </Suspense>
        </div>
      ))}
      {pair && <Pair figure={pair} />}
    </>
  );
}

type Said = Awaited<ReturnType<ReturnType<typeof composeWorker>['pair']>>;

function Pair({ figure }: { figure: PairFigure }) {
  const chart = useEditor((state) => state.chart);
  const [[a, b], setPair] = useState(['', '']);
  const [said, setSaid] = useState<Said>(undefined);
  const both = chart.items[a!] && chart.items[b!];
  useEffect(() => {
    let late = false;
    if (!both) setSaid(undefined);
    else
      void composeWorker()
        .pair(chart, a!, b!)
        .then((answer) => !late && setSaid(answer));
    return () => {
      late = true;
    };
  }, [chart, a, b, both]);
  return (
    <section className="mt-2 flex flex-col gap-1.5 rounded border border-rule px-2.5 py-2">
      <h4 className="text-[13px] font-semibold">{figure.label}</h4>
      <div className="flex gap-1.5">
        <ItemSelect
          label={words.check.pair.first}
          none={words.check.pair.none}
          value={a!}
          onChange={(id) => setPair([id, b!])}
        />
        <ItemSelect
          label={words.check.pair.second}
          none={words.check.pair.none}
          value={b!}
          onChange={(id) => setPair([a!, id])}
        />
      </div>
      <div aria-live="polite">
        {said && (
          <>
            <p className="font-title text-lg leading-snug">{said.value}</p>
            {said.facts.map((fact) => (
              <p key={fact} className="text-[13px]">
                {fact}
              </p>
            ))}
          </>
        )}
      </div>
      <p className="text-xs text-quiet">{figure.about}</p>
    </section>
  );
}
