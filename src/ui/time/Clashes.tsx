/** What the chart and the trial did differently to the same: one by one, with both pictures, for a person to decide. */
import { useEffect, useState } from 'react';
import type { Chart, View } from '../../core/chart';
import type { Scene } from '../../core/scene';
import { useEditor } from '../editor/state/store';
import { call } from '../shared/api';
import { composingWorker } from '../shared/compose-worker';
import { Choices } from '../shared/controls';
import { fieldLabel } from '../shared/fields';
import { SmallPicture } from '../shared/SmallPicture';
import type { ClashCard } from './types';
import { words } from './words';

const said = words.trial;
type Side = 'real' | 'trial';
/** A worker for each side: what was drawn last is remembered by it. */
const workers = { real: composingWorker(), trial: composingWorker() };

/** The line of a clash with those round it, in one of the charts. */
function viewOf(chart: Chart, item: string): View | null {
  const own = chart.items[item];
  if (!own) return null;
  const head = own.parent ?? item;
  return {
    id: `clash.${head}`.slice(0, 64),
    name: '-',
    order: 'a0',
    belongs: 'none',
    page: { size: 'picture', showTitle: false, margin: 6 },
    shows: { branches: [head], downTo: 2 },
  };
}

function usePictures(clash: ClashCard, real: Chart | null, own: Chart): Partial<Record<Side, Scene>> {
  const [scenes, setScenes] = useState<Partial<Record<Side, Scene>>>({});
  useEffect(() => {
    let wanted = true;
    for (const [side, chart] of [
      ['real', real],
      ['trial', own],
    ] as const) {
      const view = chart && clash.item ? viewOf(chart, clash.item) : null;
      if (!chart || !view) continue;
      const { carried: _, ...told } = chart;
      void workers[side]
        .remote()
        .still(told, view)
        .then((scene) => wanted && scene && setScenes((before) => ({ ...before, [side]: scene })))
        .catch(() => undefined);
    }
    return () => {
      wanted = false;
    };
  }, [clash.item, real, own]);
  return scenes;
}

export function Clashes({
  clashes,
  take,
  onTake,
}: {
  clashes: readonly ClashCard[];
  take: Readonly<Record<string, Side>>;
  onTake: (key: string, side: Side) => void;
}) {
  const id = useEditor((state) => state.id);
  const [real, setReal] = useState<Chart | null>(null);
  useEffect(() => {
    void call<{ trialOf: string }>('GET', `/api/charts/${id}/trial`).then(async (trial) => {
      if (!trial.ok) return;
      const answer = await call<{ chart: Chart }>('GET', `/api/charts/${trial.value.trialOf}`);
      if (answer.ok) setReal(answer.value.chart);
    });
  }, [id]);
  return (
    <section aria-label={said.clashes} className="mt-3 rounded border border-caution-fill bg-caution-tint px-2.5 py-2">
      <h3 className="font-semibold">{said.clashes}</h3>
      <p className="text-[13px]">{said.clashAbout}</p>
      <ul className="flex flex-col gap-2 pt-1.5">
        {clashes.map((clash) => (
          <Clash
            key={clash.key}
            clash={clash}
            real={real}
            side={take[clash.key]}
            onTake={(side) => onTake(clash.key, side)}
          />
        ))}
      </ul>
    </section>
  );
}

function Clash({
  clash,
  real,
  side,
  onTake,
}: {
  clash: ClashCard;
  real: Chart | null;
  side: Side | undefined;
  onTake: (side: Side) => void;
}) {
  const kind = useEditor((state) => state.chart.kind);
  const own = useEditor((state) => state.chart);
  const scenes = usePictures(clash, real, own);
  const what =
    clash.what === 'there' ? said.whatThere : clash.what === 'parent' ? said.whatParent : fieldLabel(kind, clash.what);
  const named = (of: Chart | null, text: string | null | undefined) =>
    clash.what === 'parent' && text ? (of?.items[text]?.fields['name'] ?? text) : text;
  const value = (text: string | null | undefined) =>
    clash.what === 'there'
      ? text === null
        ? said.taken
        : said.there
      : text === null
        ? said.nothing
        : (text ?? said.changedThere);
  const label = (of: Side) =>
    `${of === 'real' ? said.real : said.trial}: ${value(of === 'real' ? named(real, clash.real) : named(own, clash.trial))}`;
  return (
    <li className="rounded bg-sheet px-2 py-1">
      <Choices
        legend={said.what(clash.name, what)}
        value={side ?? ('' as Side)}
        options={(['real', 'trial'] as const).map((of) => ({ value: of, label: label(of) }))}
        onChoose={onTake}
      />
      <div className="grid grid-cols-2 gap-2">
        {(['real', 'trial'] as const).map((of) => (
          <figure key={of} className="text-center text-xs text-quiet">
            <div className="h-[84px]">{scenes[of] && <SmallPicture scene={scenes[of]} label={label(of)} />}</div>
            <figcaption>{of === 'real' ? said.real : said.trial}</figcaption>
          </figure>
        ))}
      </div>
    </li>
  );
}
